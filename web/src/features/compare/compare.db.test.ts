import { pumpId } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it } from "vitest";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { loadCompare } from "./server";
import { NO_WHAT_IF } from "./what-if";

const ASKED = { find: "", whatIf: NO_WHAT_IF };

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
    const dto = await loadCompare("all", own, [other, other, own], ASKED, "metric");
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
      const dto = await loadCompare("all", await idOf(tag), others, ASKED, "us");
      expect((dto?.lack ?? "") !== "" || (dto?.words.length ?? 0) > 0, tag).toBe(true);
      expect(dto?.lack ?? "", tag).not.toMatch(/not in order/);
    }
  });

  it("offers pumps by their words, never one of a place that may not be seen", async () => {
    const own = await idOf("LF-2");
    const found = await loadCompare("all", own, [], { ...ASKED, find: "larkfen" }, "metric");
    expect(found?.choices.map((c) => c.name.split(",")[0])).toEqual(["LF-1", "LF-3", "LF-4"]);
    const [site] = (await rows.execute("select site_id as id from pump where tag = 'LF-2'")) as {
      id: string;
    }[];
    const seen = [site?.id ?? ""];
    const hidden = await loadCompare(
      seen,
      own,
      [await idOf("BI-2")],
      { ...ASKED, find: "bi" },
      "metric",
    );
    expect(hidden?.with).toEqual([]);
    expect(hidden?.choices).toEqual([]);
  });

  it("may be this one at another speed, or one of a single point; what cannot be is said at its field", async () => {
    const own = await idOf("LF-2");
    const asked = (whatIf: Partial<typeof NO_WHAT_IF>) =>
      loadCompare("all", own, [], { find: "", whatIf: { ...NO_WHAT_IF, ...whatIf } }, "metric");
    const slower = await asked({ speed: "2600 rpm", flow: "60 m3/h", head: "45 m" });
    expect(slower?.faults).toEqual({});
    expect(slower?.rows[0]?.cells).toEqual(["LF-2", "LF-2 at 2600 rpm", "Pump of 60 m3/h, 45 m"]);
    const said = JSON.stringify(slower?.says);
    expect(said).toMatch(/guessed from one point/);
    const bad = await asked({ speed: "fast", wheel: "900 mm", flow: "60 m3/h" });
    expect(bad?.faults.speed).toMatch(/like 2600 rpm/);
    expect(bad?.faults.wheel).toMatch(/only be turned down|not known/);
    expect(bad?.faults.head).toMatch(/head too/);
    // One that cannot be told hides no other.
    const half = await asked({ speed: "2600 rpm", wheel: "900 mm" });
    expect(half?.rows[0]?.cells).toEqual(["LF-2", "LF-2 at 2600 rpm"]);
    expect(bad?.rows[0]?.cells).toEqual(["LF-2"]);
  });
});
