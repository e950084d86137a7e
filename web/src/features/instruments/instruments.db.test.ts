import { pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { beforeAll, beforeEach, describe, expect, inject, it, vi } from "vitest";
import { people, type PersonRow } from "@/db";
import { NO_ERRORS } from "@/shell/form-answer";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { formOf, outcome } from "@/testing/forms";
import { signIn } from "@/testing/session";
import { saveInstrument, setAside } from "./save-instrument";
import { loadInstrument, loadInstruments } from "./server";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let all: readonly PersonRow[];
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "instruments");
  all = await people();
});
beforeEach(() => signIn(all.find((p) => p.role === "technician")?.id));

const CLAMP = {
  ...{ id: "", version: "", name: "Clamp 3", kind: "clamp", serial: "A-77" },
  ...{ rangeLow: "", rangeHigh: "60 A", percent: "2" },
  ...{ calibratedOn: "2024-03-01", goodUntil: "2025-03-01" },
};
const save = (form: Record<string, string>) =>
  outcome(() => saveInstrument(NO_ERRORS, formOf(form)));
const listed = async (name: string) =>
  (await loadInstruments("all", null)).instruments.find((i) => i.name === name);

describe("instruments", () => {
  it("are added for the van, changed, put aside and taken up again; what has run out stands first", async () => {
    expect(await save(CLAMP)).toBe("done");
    const clamp = await listed("Clamp 3");
    expect(clamp).toMatchObject({
      ...{ rangeLow: "0 A", rangeHigh: "60 A", percent: 2, over: true, retired: false },
    });
    const { instruments } = await loadInstruments("all", null);
    expect(instruments[0]?.name).toBe("Clamp 3");

    const change = { ...CLAMP, id: clamp?.id ?? "", version: String(clamp?.version) };
    expect(await save({ ...change, goodUntil: "2099-03-01" })).toBe("done");
    expect((await listed("Clamp 3"))?.over).toBe(false);
    // A second one that had the page open before does not write over it.
    expect(JSON.stringify(await save({ ...change, name: "Other" }))).toMatch(/meanwhile/);
    expect(await listed("Other")).toBeUndefined();

    expect(await setAside(clamp?.id ?? "", true)).toBeNull();
    expect((await listed("Clamp 3"))?.retired).toBe(true);
    expect(await setAside(clamp?.id ?? "", false)).toBeNull();
    expect((await listed("Clamp 3"))?.retired).toBe(false);
  });

  it.each([
    ["a range in another unit", { rangeHigh: "60 bar" }, /rangeHigh.*like 60 A/],
    ["a range that goes down", { rangeLow: "70 A" }, /further up/],
    ["a class that is none", { percent: "-1" }, /above 0/],
    ["a day that is none", { goodUntil: "2026-02-31" }, /Choose a day/],
    ["an end before its beginning", { goodUntil: "2023-01-01" }, /before it was made/],
    ["a kind that is none", { kind: "spanner" }, /Choose a kind/],
    ["no name", { name: "  " }, /needs a name/],
  ])("with %s are refused at the field", async (_, change, why) => {
    expect(JSON.stringify(await save({ ...CLAMP, name: "Bad", ...change }))).toMatch(why);
    expect(await listed("Bad")).toBeUndefined();
  });

  it("tell how far a gauge is to be trusted, by what it showed at rest in the register and at visits since", async () => {
    const rows = await testRows();
    const [gauge] = (await rows.execute(
      "select i.id from instrument i join pump p on p.id = i.pump_id where p.tag = 'BI-2' and i.kind = 'discharge-gauge'",
    )) as [{ id: string }];
    const before = await loadInstrument("all", gauge.id, "metric");
    expect(before?.trust?.say[0]).toMatch(/looked at once, and stood within its class/);
    await rows.execute(
      `insert into sheet_entry (id, sheet_id, person_id, at, received_at, kind, version, body)
         select gen_random_uuid(), s.id, p.id, now(), now(), 'note', 2,
           jsonb_build_object('note', jsonb_build_object('topic', 'zero', 'instrument', ?::text, 'value', '0.9 bar'))
         from run_sheet s, person p limit 1`,
      [gauge.id],
    );
    const after = await loadInstrument("all", gauge.id, "metric");
    expect(after?.trust?.say[0]).toMatch(
      /further off than its class bears once; the last time it showed 0\.9/,
    );
    expect(after?.trust?.looks[0]?.shown).toBe("0.9 bar");
    expect(await loadInstrument([], gauge.id, "metric")).toBeUndefined();
    const clamp = (await loadInstruments("all", null)).instruments.find((i) => i.kind === "clamp");
    expect((await loadInstrument("all", clamp?.id ?? "", "metric"))?.trust).toBeNull();
  });

  it("of a pump are its own, and only where the pump may be seen", async () => {
    const rows = await testRows();
    const [pump] = (await rows.execute("select id, site_id from pump where tag = 'LF-2'")) as [
      { id: string; site_id: string },
    ];
    const id = pumpIdSchema.parse(pump.id);
    const own = await loadInstruments("all", id);
    expect(own.instruments.map((i) => i.kind)).toContain("discharge-gauge");
    expect(own.instruments.every((i) => i.pump?.tag === "LF-2")).toBe(true);
    expect((await loadInstruments([], id)).instruments).toEqual([]);
    expect((await loadInstruments([pump.site_id], id)).instruments.length).toBeGreaterThan(0);
    // Its calibration stands in the list of all from then on.
    const [gauge] = own.instruments;
    const form = {
      ...{ id: gauge?.id ?? "", version: String(gauge?.version), name: gauge?.name ?? "" },
      ...{ kind: gauge?.kind ?? "", serial: "", rangeLow: gauge?.rangeLow ?? "" },
      ...{ rangeHigh: gauge?.rangeHigh ?? "", percent: "1.6" },
      ...{ calibratedOn: "", goodUntil: "2026-01-31" },
    };
    expect(await save(form)).toBe("done");
    const seen = (await loadInstruments("all", null)).instruments;
    expect(seen.find((i) => i.id === gauge?.id)?.goodUntil).toBe("2026-01-31");
  });
});
