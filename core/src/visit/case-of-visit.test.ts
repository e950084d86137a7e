import { describe, expect, it } from "vitest";
import { entry, note, PUMP, reading } from "../../testing/visit.ts";
import { readCase } from "../case/index.ts";
import { caseOfVisit } from "./case-of-visit.ts";
import { foldEntries } from "./fold.ts";
import type { SheetEntry } from "./entries.ts";

const caseOf = (entries: readonly SheetEntry[], more: object = {}) =>
  caseOfVisit({ ...PUMP, ...more }, foldEntries(entries));
const seen = (n: number, observation: string, state: string) =>
  entry(n, { kind: "observation", observation, state });
const outcome = (n: number, test: string, how: string) =>
  entry(n, { kind: "test", test, outcome: how });

describe("a visit as a case", () => {
  it("is a valid case with the readings as typed", () => {
    const json = caseOf(
      [
        reading(1, "-6.2 inHg"),
        reading(2, "4.32 bar", "dischargePressure"),
        reading(3, "21.1 A", "amps.0"),
        reading(4, "21.3 A", "amps.2"),
        seen(5, "noise.gravel", "present"),
      ],
      { codes: ["complaint.low-flow"] },
    );
    const file = readCase(json);
    expect(file.ok ? [] : file.error).toEqual([]);
    expect(json.snapshots).toMatchObject([
      {
        suctionPressure: "-6.2 inHg",
        amps: ["21.1 A", null, "21.3 A"],
        suctionGaugeHeight: "0.2 m",
      },
    ]);
    expect(json.observations).toMatchObject({ present: ["noise.gravel", "complaint.low-flow"] });
  });

  it("leaves out a text that is no reading, and the readings after the repair", () => {
    const json = caseOf([
      reading(1, "3 A", "suctionPressure"),
      reading(3, "0.1 bar", "suctionPressure", { snapshot: "after" }),
    ]);
    // The day of the visit is there all the same, and how the gauges hang: bands are worked out from it.
    expect(json.snapshots).toMatchObject([
      { label: "as found", valve: "as-found", time: PUMP.day, suctionGaugeHeight: "0.2 m" },
    ]);
    expect(json.snapshots).toHaveLength(1);
    expect(json.snapshots?.[0]).not.toHaveProperty("suctionPressure");
  });

  it("has a cycle where both its parts were timed, in place of the register's", () => {
    const written = { ...PUMP.written, sump: { area: "0.5 m2", startsPerHour: 4 } };
    const run = reading(1, "40 s", "runTime");
    expect(caseOf([run], { written }).sump).toEqual(written.sump);
    const both = caseOf([run, reading(2, "3 min", "offTime")], { written });
    expect(both.sump).toMatchObject({ area: "0.5 m2", runTime: "40 s", offTime: "3 min" });
    const file = readCase(both);
    expect(file.ok && file.value.sump?.startsPerHour).toBeUndefined();
    expect(file.ok && file.value.sump?.offTime?.si).toBe(180);
  });

  it("takes what is being typed before what is kept", () => {
    const state = foldEntries([reading(1, "1 bar")]);
    const typing = new Map([["as found/suctionPressure", "-6.2 inHg"]]);
    expect(caseOfVisit(PUMP, state, typing).snapshots).toMatchObject([
      { suctionPressure: "-6.2 inHg" },
    ]);
    expect(state.readings.get("as found/suctionPressure")?.raw).toBe("1 bar");
  });

  it("takes a complaint code back when it was looked for and not there", () => {
    const json = caseOf([seen(1, "noise.gravel", "absent")], { codes: ["noise.gravel"] });
    expect(json.observations).toEqual({ present: [], absent: ["noise.gravel"] });
  });

  it("of a round has it that nobody complained, once something was read or seen", () => {
    const absent = (entries: readonly SheetEntry[], more: object) =>
      caseOf(entries, more).observations?.absent ?? [];
    const level = reading(1, "0.2 bar", "suctionPressure");
    expect(absent([level], { round: true })).toContain("complaint.low-flow");
    expect(absent([level], {})).toEqual([]);
    expect(absent([], { round: true })).toEqual([]);
    // What was told all the same stands.
    const told = caseOf([level, seen(2, "complaint.noisy", "present")], { round: true });
    expect(told.observations?.absent).not.toContain("complaint.noisy");
    expect(told.observations?.present).toContain("complaint.noisy");
  });

  it("keeps the 150 % of a fire-water pump as a point of its own, at its own flow", () => {
    const json = caseOf([
      reading(1, "4 bar", "dischargePressure"),
      reading(2, "3 bar", "dischargePressure", { snapshot: "overload" }),
    ]);
    expect(json.snapshots?.map((s) => [s.label, s.valve])).toEqual([
      ["as found", "as-found"],
      ["overload", "as-found"],
    ]);
  });

  it("takes the ends of a swing and every repeat, each with its unit", () => {
    const json = caseOf([
      reading(1, "4.1 to 4.3; 4.2 bar", "dischargePressure"),
      reading(2, "-6 to -7 inHg"),
    ]);
    expect(json.snapshots).toMatchObject([
      {
        dischargePressure: ["4.1 bar", "4.3 bar", "4.2 bar"],
        suctionPressure: ["-6 inHg", "-7 inHg"],
      },
    ]);
    expect(readCase(json).ok).toBe(true);
  });

  it("takes off what a gauge showed at rest, in its own unit and digits", () => {
    const json = caseOf([
      reading(1, "4.32 bar", "dischargePressure"),
      reading(2, "9 inHg vac"),
      note(3, { topic: "zero", instrument: "discharge-gauge", value: "0.12 bar" }),
      note(4, { topic: "zero", instrument: "suction-gauge", value: "-1 inHg" }),
    ]);
    expect(json.snapshots).toMatchObject([
      { dischargePressure: "4.20 bar", suctionPressure: "-8 inHg" },
    ]);
  });

  it("follows the gauge that was screwed in, and how this visit found it to hang", () => {
    const [first] = PUMP.instruments;
    if (!first) throw new Error("a gauge");
    const van = {
      ...first,
      id: "van",
      travels: true,
      kind: "gauge",
      percent: 0.6,
      range: ["0 bar", "10 bar"],
    } as const;
    const about = { topic: "gauge", instrument: "discharge-gauge" } as const;
    const json = caseOf(
      [
        reading(1, "4.32 bar", "dischargePressure"),
        note(2, { topic: "read-with", side: "discharge", value: "van" }),
        note(3, { ...about, fact: "height", value: "0.8 m" }),
        note(4, { ...about, fact: "line", value: "empty" }),
      ],
      { instruments: [...PUMP.instruments, van] },
    );
    expect(json.snapshots).toMatchObject([
      {
        dischargeGaugeHeight: "0.8 m",
        dischargeLine: "empty",
        gaugeClass: { discharge: { percent: 0.6, range: ["0 bar", "10 bar"] } },
      },
    ]);
  });

  it("carries what a test measured, and what was read after it as a snapshot of its own", () => {
    const strainer = { snapshot: "test:clean-strainer-reread" };
    const json = caseOf([
      reading(1, "-0.3 bar", "before.suctionPressure", strainer),
      reading(2, "-0.1 bar", "after.suctionPressure", strainer),
      reading(3, "0.02 bar", "suction", { snapshot: "test:gauge-zero" }),
      outcome(4, "clean-strainer-reread", "improved"),
      outcome(5, "gauge-zero", "both-zero"),
    ]);
    expect(json.tests).toEqual([
      { test: "clean-strainer-reread", outcome: "improved", after: "after clean-strainer-reread" },
      { test: "gauge-zero", outcome: "both-zero", readings: { suction: "0.02 bar" } },
    ]);
    expect(json.snapshots?.map((s) => s.label)).toEqual([
      "as found",
      "after clean-strainer-reread",
    ]);
    expect(readCase(json).ok).toBe(true);
  });
});

describe("a line halved on the sheet", () => {
  const shut = (n: number, part: string, value: "holds" | "falls" | null) =>
    note(n, { topic: "halving", part, value });
  it("goes with the vacuum test, its parts counted from one; what was taken back does not", () => {
    const json = caseOf([
      shut(1, "2", "falls"),
      shut(2, "4", "holds"),
      shut(3, "5", null),
      outcome(4, "vacuum-plate", "good-holds"),
    ]);
    expect(json.tests?.[0]?.readings).toEqual({
      halving: [
        { part: 3, needle: "falls" },
        { part: 5, needle: "holds" },
      ],
    });
    expect(readCase(json).ok).toBe(true);
  });

  it("stays with its sheet while the test has no outcome", () => {
    expect(caseOf([shut(1, "2", "falls")]).tests).toEqual([]);
  });
});
