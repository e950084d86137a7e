import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readCase, TEST_IDS, TEST_OUTCOMES, type TestId } from "../../case/index.ts";
import { parseReading } from "../../quantity/index.ts";
import { factsFor } from "../../../testing/facts.ts";
import { CAPTURES, type CaptureContext, captureOf, groupsFor } from "./index.ts";
import { caseReadings, readAfter } from "../../visit/test-readings.ts";

const CONTEXT: CaptureContext = {
  pump: factsFor({ family: "dry-priming" }),
  units: "metric",
  atmosphere: 101_325,
  expected: { speed: { low: 2880, high: 2960 }, flow: { low: 0.018, high: 0.022 } },
  plate: { frequency: 50, capacitor: 16e-6 },
  zeroBand: { suction: 2000, discharge: 8000 },
  area: 2,
};

/** Reads the strips of a test as they would be typed. */
function play(test: TestId, typed: Record<string, string>, context = CONTEXT) {
  const row = captureOf(test);
  const fields = row?.groups.flatMap((g) => g.fields) ?? [];
  return row?.read((slot) => {
    const raw = typed[slot];
    const field = fields.find((f) => f.slot === slot);
    if (raw === undefined || !field) return undefined;
    const read = parseReading(raw, field.dimension);
    if (!read.ok) throw new Error(`${slot}: ${read.error.message}`);
    return read.value.mean;
  }, context);
}

describe("two pumps side by side", () => {
  const at = (own: readonly number[], other: readonly number[], rest = {}) =>
    play("run-standby-compare", {
      ...Object.fromEntries(own.map((v, i) => [`before.amps.${i}`, `${v} A`])),
      ...Object.fromEntries(other.map((v, i) => [`other.amps.${i}`, `${v} A`])),
      ...rest,
    });

  it("blame the supply where both are high on the same phase, and the one that is high alone", () => {
    expect(at([1.6, 1.9, 1.6], [1.5, 1.8, 1.5])?.say).toMatch(/Both draw most on L2.*the supply/);
    expect(at([1.9, 1.6, 1.6], [1.5, 1.5, 1.8])?.say).toMatch(/L1.*L3.*not the supply/);
    expect(at([1.6, 1.9, 1.6], [1.6, 1.6, 1.61])?.say).toMatch(/Only this one is uneven, L2/);
    expect(at([1.6, 1.6, 1.61], [1.6, 1.6, 1.6])?.say).toMatch(/even/);
  });

  it("are compared by what each adds, where both suctions were read", () => {
    const outlets = { "before.dischargePressure": "2.0 bar", "other.dischargePressure": "2.5 bar" };
    expect(at([], [], outlets)?.outcome).toBe("this-worse");
    const inlets = { "before.suctionPressure": "0.5 bar", "other.suctionPressure": "1.0 bar" };
    expect(at([], [], { ...outlets, ...inlets })?.outcome).toBe("alike");
  });

  it("ask three currents of three phases and one of one", () => {
    const row = captureOf("run-standby-compare");
    if (!row) throw new Error("no such test");
    const facts = factsFor({ family: "inline-circulator" });
    const slots = (driver: "3-phase" | "1-phase" | "engine") =>
      groupsFor(row, { ...facts, driver }).flatMap((g) => g.fields.map((f) => f.slot));
    expect(slots("3-phase")).toContain("other.amps.2");
    expect(slots("1-phase")).toContain("other.current");
    expect(slots("1-phase")).not.toContain("other.amps.2");
    expect(slots("engine").filter((s) => /amps|current/.test(s))).toEqual([]);
  });
});

describe("a pump run by hand past its float", () => {
  it("pumps when its level falls, and not because there is pressure", () => {
    expect(play("hand-mode", { dischargePressure: "0.8 bar" })?.outcome).toBeUndefined();
    expect(play("hand-mode", { dischargePressure: "0.8 bar", fall: "0 cm" })?.outcome).toBe(
      "runs-no-flow",
    );
    expect(play("hand-mode", { fall: "12 cm" })?.outcome).toBe("pumps");
    expect(play("hand-mode", { current: "0 A", fall: "12 cm" })?.outcome).toBe("wont-run");
  });
});

describe("captures", () => {
  it("exist once for every test", () => {
    expect([...CAPTURES.map((c) => c.test)].sort()).toEqual([...TEST_IDS].sort());
  });

  it("have slots that are unique and that a sheet takes", () => {
    for (const c of CAPTURES) {
      const slots = c.groups.flatMap((g) => g.fields.map((f) => f.slot));
      expect(new Set(slots).size, c.test).toBe(slots.length);
      for (const s of slots) expect(s).toMatch(/^[a-zA-Z]+(\.[a-zA-Z0-9]+){0,2}$/);
    }
  });

  it("speak only for outcomes their test has, whatever is typed, and say no NaN", () => {
    const value = fc.option(fc.double({ min: -1e7, max: 1e7, noNaN: true }), { nil: undefined });
    fc.assert(
      fc.property(
        fc.constantFrom(...CAPTURES),
        fc.array(value, { minLength: 12, maxLength: 12 }),
        (row, values) => {
          const slots = row.groups.flatMap((g) => g.fields.map((f) => f.slot));
          const read = row.read((slot) => values[slots.indexOf(slot)], CONTEXT);
          if (read?.outcome)
            expect(TEST_OUTCOMES[row.test] as readonly string[]).toContain(read.outcome);
          expect(read?.say ?? "").not.toMatch(/NaN|undefined|Infinity/);
        },
      ),
      { numRuns: 600 },
    );
  });

  it("say nothing while nothing is read", () => {
    for (const c of CAPTURES)
      expect(
        c.read(() => undefined, CONTEXT),
        c.test,
      ).toBeUndefined();
  });

  it.each<[TestId, Record<string, string>, string]>([
    ["vacuum-plate", { peak: "-0.86 bar", fallTo: "-0.855 bar", over: "120 s" }, "good-holds"],
    ["vacuum-plate", { peak: "0.86 bar vac", fallTo: "0.6 bar vac", over: "2 min" }, "good-falls"],
    ["vacuum-plate", { peak: "14 inHg vac", fallTo: "14 inHg vac", over: "120 s" }, "poor-holds"],
    ["drain-back", { fall: "4 cm", over: "10 min" }, "falls"],
    ["drain-back", { fall: "2 mm", over: "10 min" }, "holds"],
    ["timed-drawdown", { fall: "20 cm", over: "20 s" }, "as-expected"],
    ["timed-drawdown", { fall: "20 cm", over: "40 s" }, "low"],
    ["speed-check", { speed: "2810 rpm" }, "low"],
    ["capacitor-check", { capacitance: "12 uF" }, "weak"],
    ["capacitor-check", { current: "1.15 A", voltage: "230 V" }, "in-tolerance"],
    ["gauge-zero", { suction: "0.01 bar", discharge: "0.3 bar" }, "discharge-off"],
    [
      "winding-resistance",
      { "ohms.0": "1.2 ohm", "ohms.1": "1.21 ohm", "ohms.2": "1.4 ohm", temperature: "20 degC" },
      "spread",
    ],
    [
      "winding-resistance",
      { "ohms.0": "1.2 ohm", "ohms.1": "1.2 ohm", "ohms.2": "2 Mohm" },
      "open",
    ],
    ["two-direction", { forward: "0.4 bar", reverse: "1.1 bar" }, "reverse-better"],
    ["two-direction", { throwForward: "6 m", throwReverse: "3.6 m" }, "forward-better"],
    [
      "clean-strainer-reread",
      { "before.suctionPressure": "-0.3 bar", "after.suctionPressure": "-0.1 bar" },
      "improved",
    ],
    [
      "isolate-standby-reread",
      { "before.flow": "40 m3/h", "after.flow": "40.5 m3/h" },
      "no-change",
    ],
  ])("%s: %o reads as %s", (test, typed, outcome) => {
    expect(play(test, typed)?.outcome).toBe(outcome);
  });

  it("splits nine currents between supply and motor", () => {
    const typed = Object.fromEntries(
      [0, 1, 2].flatMap((h) =>
        ["11.9 A", "10 A", "10 A"].map((a, line) => [`amps.${h}.${line}`, a]),
      ),
    );
    const read = play("roll-leads", typed);
    expect(read?.outcome).toBe("follows-line");
    expect(read?.say).toContain("100 % of the imbalance stays");
  });

  it("does not decide a direction on straight vanes", () => {
    const straight = factsFor({ family: "sump", impeller: { vaneShape: "straight" } });
    const read = play(
      "two-direction",
      { forward: "1 bar", reverse: "0.4 bar" },
      { ...CONTEXT, pump: straight },
    );
    expect(read?.outcome).toBeUndefined();
    expect(read?.say).toContain("Straight vanes");
  });

  it("take nothing for the pump's own that was read slowed, throttled or with gauges exchanged", () => {
    for (const test of ["slow-and-listen", "throttle-and-listen", "swap-gauges"] as const)
      expect(readAfter(test, () => "1 bar")).toBeUndefined();
    for (const c of CAPTURES.filter((x) => x.asksAfter))
      expect(
        c.groups.flatMap((g) => g.fields).some((f) => f.slot.startsWith("after.")),
        c.test,
      ).toBe(true);
  });

  it("become readings and an after-snapshot that a case file takes", () => {
    const typed: Record<string, string> = {
      peak: "-0.8 bar",
      fallTo: "-0.7 bar",
      over: "60 s",
      "after.dischargePressure": "2.1 bar",
      "after.amps.1": "4 A",
    };
    const raw = (slot: string) => typed[slot];
    const after = readAfter("clean-strainer-reread", raw);
    expect(after).toEqual({ dischargePressure: "2.1 bar", amps: [null, "4 A", null] });
    const file = readCase({
      format: "yard-tack/case",
      version: 1,
      pump: { family: "dry-priming" },
      snapshots: [{ label: "after vacuum-plate", ...after }],
      tests: [
        {
          test: "vacuum-plate",
          outcome: "good-falls",
          after: "after vacuum-plate",
          readings: caseReadings("vacuum-plate", raw),
        },
      ],
    });
    expect(file.ok).toBe(true);
    expect(caseReadings("provoke", raw)).toBeUndefined();
    expect(readAfter("clean-strainer-reread", () => undefined)).toBeUndefined();
  });
});
