import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../../testing/cases.ts";
import { factsOf, situationOf, stripsOf } from "../../visit/index.ts";
import {
  cellsOf,
  judgeEntry,
  judgePump,
  judgeReading,
  kindOfTable,
  matchColumns,
  slotOf,
  TABLE_COLUMNS,
  TABLE_KINDS,
} from "./index.ts";
import { wallOf } from "./rows.ts";

describe("columns of a table", () => {
  it("are found by their headings, however they are written, and each once", () => {
    expect(matchColumns("pumps", ["Site", "Pump Tag", "FAMILY", "body_serial", "colour"])).toEqual({
      ...{ place: 0, tag: 1, family: 2, "body.serial": 3 },
    });
    // A name stands before another word for it.
    expect(matchColumns("readings", ["value", "figure", "pump", "reading", "date"])).toEqual({
      ...{ figure: 1, tag: 2, reading: 3, day: 4 },
    });
  });

  it("tell what a table holds", () => {
    for (const kind of TABLE_KINDS)
      expect(kindOfTable(TABLE_COLUMNS[kind].map((c) => c.name))).toBe(kind);
    expect(kindOfTable(["tag", "site", "family"])).toBe("pumps");
  });

  it("give a row's cells, without the mark that keeps a spreadsheet from working them out", () => {
    const map = matchColumns("log", ["pump", "day", "found", "done"]);
    expect(cellsOf("log", map, ["LF-2", " 2026-03-02 ", "'=1+1", "'tis worn"])).toEqual({
      ...{ tag: "LF-2", day: "2026-03-02", found: "=1+1", done: "'tis worn" },
    });
  });
});

describe("a day of a table", () => {
  it.each([
    ["2026-03-31", "7:05", "2026-03-31T07:05"],
    ["31.3.2026", undefined, "2026-03-31T12:00"],
    ["1. 2. 2026", "23:59:10", "2026-02-01T23:59"],
  ])("%s %s is %s", (day, time, at) => expect(wallOf(day, time)).toMatchObject({ value: at }));

  // Nobody knows which of the two is the month.
  it.each([["03/04/2026"], ["2026-02-30"], ["31.4.2026"], ["last May"], [""]])(
    "%s is none",
    (day) => expect(wallOf(day, undefined).ok).toBe(false),
  );

  it("has an hour that there is", () => {
    expect(wallOf("2026-03-31", "24:00").ok).toBe(false);
    expect(wallOf("2026-03-31", "half past").ok).toBe(false);
  });
});

describe("a pump of a table", () => {
  const good = { tag: "P-1", family: "End suction pump", place: "Mill" };
  it("is of a family that is known, however it is written", () => {
    expect(judgePump(good)).toMatchObject({ ok: true, value: { family: "end-suction" } });
    expect(judgePump({ ...good, family: "turbine" })).toMatchObject({
      ok: false,
      why: expect.stringMatching(/no family.*borehole/) as string,
    });
    expect(judgePump({ tag: "P-1" })).toMatchObject({ why: "It has no family and no place." });
  });

  it("keeps of its motor what has a unit, and says what it leaves out", () => {
    const row = judgePump({ ...good, "motor.power": "7.5", "motor.voltage": "400 V" });
    expect(row).toMatchObject({
      value: { motor: { voltage: "400 V" } },
      says: [expect.stringContaining('"7.5" has no unit') as string],
    });
  });
});

describe("an entry of a table", () => {
  const good = { tag: "P-1", day: "2026-03-31", found: "Weed in the strainer." };
  it("ends as is written, and as not said where nobody wrote it", () => {
    expect(judgeEntry(good)).toMatchObject({ value: { closed: "not said", kind: "round" } });
    expect(judgeEntry({ ...good, closed: "Cured", complaint: "low" })).toMatchObject({
      value: { closed: "cured", kind: "call" },
      says: [],
    });
    expect(judgeEntry({ ...good, closed: "fine" })).toMatchObject({
      value: { closed: "not said" },
      says: [expect.stringContaining("fine") as string],
    });
  });

  it("names its cause by id or by name, or none", () => {
    const of = (cause: string) => judgeEntry({ ...good, cause });
    expect(of("suction-restriction")).toMatchObject({ value: { cause: "suction-restriction" } });
    expect(of("gremlins")).toMatchObject({
      value: { cause: null },
      says: [expect.stringContaining("gremlins") as string],
    });
  });
});

describe("a reading of a table", () => {
  const strips = stripsOf([], factsOf(situationOf(caseFrom(pumpJson("LF-2")))), "metric");
  it("goes to its strip by name or slot, as it was read or as figure and unit", () => {
    const judged = judgeReading({
      ...{ tag: "LF-2", day: "2026-03-31", reading: "discharge gauge", figure: "2.6", unit: "bar" },
    });
    if (!judged.ok) throw new Error(judged.why);
    expect(judged.value).toMatchObject({ raw: "2.6 bar", position: "as found" });
    expect(slotOf(judged.value, strips)).toMatchObject({ value: { slot: "dischargePressure" } });
    expect(slotOf({ reading: "flow", raw: "41 m3/h" }, strips)).toMatchObject({ ok: true });
  });

  it("that is of another unit, or of nothing that is read there, is left out in words", () => {
    expect(slotOf({ reading: "Flow", raw: "41 bar" }, strips)).toMatchObject({
      why: expect.stringMatching(/no figure with a unit of flow/) as string,
    });
    expect(slotOf({ reading: "colour", raw: "1 bar" }, strips)).toMatchObject({
      why: expect.stringContaining("Discharge gauge") as string,
    });
    expect(judgeReading({ tag: "x", day: "2026-01-01", reading: "flow" })).toMatchObject({
      ok: false,
    });
    expect(
      judgeReading({ tag: "x", day: "2026-01-01", reading: "flow", raw: "1", position: "ajar" }),
    ).toMatchObject({ ok: false });
  });
});

it("judges whatever stands in a table, and never fails", () => {
  const cell = fc.oneof(fc.string({ unit: "binary", maxLength: 30 }), fc.constant("2026-03-31"));
  fc.assert(
    fc.property(fc.constantFrom(...TABLE_KINDS), fc.array(cell, { maxLength: 20 }), (kind, row) => {
      const map = Object.fromEntries(TABLE_COLUMNS[kind].map((c, i) => [c.key, i]));
      const cells = cellsOf(kind, map, row);
      const judge = { pumps: judgePump, log: judgeEntry, readings: judgeReading }[kind];
      const judged = judge(cells);
      if (!judged.ok) expect(judged.why).toMatch(/\S/);
    }),
  );
});
