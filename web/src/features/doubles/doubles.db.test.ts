import { type PumpId, pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { beforeAll, beforeEach, describe, expect, inject, it, vi } from "vitest";
import { doublesOf, logOfPump, people, type PersonRow, sameSerial, savePlate } from "@/db";
import { loadYard } from "@/features/yard/index.server";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import { tellApart, tellSame } from "./tell";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let all: readonly PersonRow[];
const pump = async (tag: string): Promise<PumpId> => {
  const [row] = (await (await testRows()).execute("select id from pump where tag = ?", [tag])) as [
    { id: string },
  ];
  return pumpIdSchema.parse(row.id);
};
let kept: PumpId;
let other: PumpId;

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "doubles");
  all = await people();
  kept = await pump("LF-2");
  other = await pump("LF-3");
});
beforeEach(() => signIn(all.find((p) => p.role === "technician")?.id));

const shown = async () =>
  (await loadYard("all", "larkfen")).sites.flatMap((s) => s.pumps.map((p) => p.tag));

describe("two pumps of the list that are one", () => {
  it("are noticed by their serial number, however it is written, and by their tag at one place", async () => {
    expect(await doublesOf("all")).toEqual([]);
    await savePlate(kept, "body", { serial: "KX 4471" });
    await savePlate(other, "body", { serial: " kx 4471 " });
    expect(await doublesOf("all")).toMatchObject([{ why: "serial", what: "kx 4471" }]);
    expect(await sameSerial("all", kept, "body", "KX 4471")).toMatchObject({ tag: "LF-3" });
    // A motor with the number of a body is another thing, and what may not be seen is not told.
    expect(await sameSerial("all", kept, "motor", "KX 4471")).toBeUndefined();
    expect(await sameSerial([], kept, "body", "KX 4471")).toBeUndefined();
    expect(await doublesOf([])).toEqual([]);
    const rows = await testRows();
    await rows.execute(
      `insert into pump (id, site_id, tag, purpose, family, details, layout, created_at)
         select gen_random_uuid(), site_id, 'lf 4', '', family, '{}', '{}', now() from pump where tag = 'LF-4'`,
    );
    expect((await doublesOf("all")).map((d) => d.why).toSorted()).toEqual(["serial", "tag"]);
  });

  it("are told to be one once no call waits at the other: its log is shown with the one that is kept", async () => {
    const rows = await testRows();
    const before = [await logOfPump(kept), await logOfPump(other)];
    expect(before[1]?.length).toBeGreaterThan(0);
    await rows.execute(
      `insert into run_sheet (id, pump_id, kind, complaint, codes, caller_note, due_at, opened_at)
         values (gen_random_uuid(), ?, 'call', 'low', '[]', '', now(), now())`,
      [other],
    );
    expect(await tellSame(kept, other)).toMatch(/open run sheet/);
    await rows.execute("update run_sheet set signed_at = now() where pump_id = ?", [other]);
    expect(await tellSame(kept, other)).toBeNull();
    expect(await shown()).not.toContain("LF-3");
    const both = (await logOfPump(kept)).map((e) => e.id);
    expect(new Set(both)).toEqual(new Set(before.flat().map((e) => e.id)));
    expect((await doublesOf("all")).map((d) => d.why)).toEqual(["tag"]);
  });

  it("are told apart again, with nothing of either changed", async () => {
    expect(await tellApart(other)).toBeNull();
    expect(await shown()).toContain("LF-3");
    expect((await logOfPump(kept)).every((e) => e.pump.id === kept)).toBe(true);
    expect(await tellApart(other)).toMatch(/not there/);
  });

  it("are never a ring: whoever is kept is nobody's double, and a third goes along", async () => {
    const third = await pump("LF-4");
    const rows = await testRows();
    await rows.execute("update run_sheet set signed_at = now()");
    expect(await tellSame(other, third)).toBeNull();
    expect(await tellSame(kept, other)).toBeNull();
    expect(await tellSame(other, kept)).toBeNull();
    const all = (await rows.execute(
      "select tag, same_as from pump where tag in ('LF-2', 'LF-3', 'LF-4') order by tag",
    )) as { tag: string; same_as: string | null }[];
    expect(all).toEqual([
      { tag: "LF-2", same_as: other },
      { tag: "LF-3", same_as: null },
      { tag: "LF-4", same_as: other },
    ]);
    expect(await tellSame(kept, kept)).toMatch(/not there/);
  });
});
