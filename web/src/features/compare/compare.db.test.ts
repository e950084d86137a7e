import { pumpId } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it } from "vitest";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { loadCompare } from "./server";

let rows: Awaited<ReturnType<typeof testRows>>;
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "compare");
  rows = await testRows();
});
const idOf = async (tag: string) => {
  const [row] = (await rows.execute("select id from pump where tag = ?", [tag])) as {
    id: string;
  }[];
  return pumpId.parse(row?.id);
};

describe("other pumps in a pump's place", () => {
  it("are told in words, rows and lines; a pump is not compared with itself or twice", async () => {
    const [own, other] = [await idOf("LF-2"), await idOf("LF-1")];
    const dto = await loadCompare("all", own, [other, other, own], "", "metric");
    expect(dto?.lack).toBeNull();
    expect(dto?.with.map((w) => w.tag)).toEqual(["LF-1"]);
    expect(dto?.words[0]).toMatch(/^LF-2\sas it was rated gives .*\sm³\/h at .*\sm here/);
    expect(dto?.rows[0]?.cells).toEqual(["LF-2", "LF-1"]);
    expect(dto?.lines.map((l) => l.kind)).toEqual(["own", "other", "system"]);
    expect(JSON.stringify(dto)).not.toMatch(/NaN|Infinity/);
  });

  it("says of every pump of the demo what it would do, or what is missing first", async () => {
    const tags = (await rows.execute("select tag from pump order by tag")) as { tag: string }[];
    const others = await Promise.all(["LF-1", "BI-2"].map(idOf));
    for (const { tag } of tags) {
      const dto = await loadCompare("all", await idOf(tag), others, "", "us");
      expect((dto?.lack ?? "") !== "" || (dto?.words.length ?? 0) > 0, tag).toBe(true);
      expect(dto?.lack ?? "", tag).not.toMatch(/not in order/);
    }
  });

  it("offers pumps by their words, never one of a place that may not be seen", async () => {
    const own = await idOf("LF-2");
    const found = await loadCompare("all", own, [], "larkfen", "metric");
    expect(found?.choices.map((c) => c.name.split(",")[0])).toEqual(["LF-1", "LF-3", "LF-4"]);
    const [site] = (await rows.execute("select site_id as id from pump where tag = 'LF-2'")) as {
      id: string;
    }[];
    const seen = [site?.id ?? ""];
    const hidden = await loadCompare(seen, own, [await idOf("BI-2")], "bi", "metric");
    expect(hidden?.with).toEqual([]);
    expect(hidden?.choices).toEqual([]);
  });
});
