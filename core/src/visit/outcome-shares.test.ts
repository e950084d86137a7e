import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CaseFile } from "../case/index.ts";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { outcomeShares } from "./outcome-shares.ts";

type Json = Record<string, unknown>;

const SEA_LEVEL = 101_325;
const testOf = (test: string, outcome: string, readings: Json): CaseFile["tests"][number] => {
  const [read] = caseFrom({
    ...pumpJson("MG-1"),
    tests: [{ test, outcome, readings }],
    snapshots: [],
  }).tests;
  if (!read) throw new Error("no test");
  return read;
};
const shares = (test: string, outcome: string, readings: Json, motor: Json = {}) =>
  outcomeShares(testOf(test, outcome, readings), {
    atmosphere: SEA_LEVEL,
    motor: caseFrom({ ...pumpJson("QO-4"), snapshots: [{}] }).pump.motor,
    ...motor,
  });
const plate = (peak: number, to = peak, outcome = "good-holds") =>
  shares("vacuum-plate", outcome, {
    peak: `${(peak / 1000).toFixed(3)} kPa vac`,
    fall: { to: `${(to / 1000).toFixed(3)} kPa vac`, over: "2 min" },
  });

describe("what a test's readings leave open", () => {
  it("does not divide 76.9 from 77 % of the atmosphere", () => {
    const [under, over] = [0.769, 0.771].map((s) => plate(s * SEA_LEVEL)?.shares["good-holds"]);
    expect(Math.abs((over ?? 0) - (under ?? 1))).toBeLessThan(0.1);
    expect(under).toBeGreaterThan(0.3);
    expect(plate(0.85 * SEA_LEVEL)?.shares["good-holds"]).toBeGreaterThan(0.95);
    expect(
      plate(0.6 * SEA_LEVEL, 0.6 * SEA_LEVEL, "poor-holds")?.shares["poor-holds"],
    ).toBeGreaterThan(0.95);
  });

  it("adds up to one, and a deeper vacuum is never less good", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10_000, max: 95_000, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (peak, kept) => {
          const now = plate(peak, kept * peak)?.shares ?? {};
          const sum = Object.values(now).reduce((a, b) => a + b, 0);
          expect(sum).toBeCloseTo(1, 9);
        },
      ),
    );
    const good = (peak: number) => {
      const s = plate(peak, peak, "good-holds");
      return s?.contradicted ? 0 : (s?.shares["good-holds"] ?? 0);
    };
    expect(good(70_000)).toBeLessThanOrEqual(good(78_000));
    expect(good(78_000)).toBeLessThanOrEqual(good(86_000));
  });

  it("is told where the outcome is not what was read, and then both count half", () => {
    const wrong = plate(0.5 * SEA_LEVEL, 0.5 * SEA_LEVEL, "good-holds");
    expect(wrong?.contradicted).toBe(true);
    expect(wrong?.shares["good-holds"]).toBeCloseTo(0.5, 2);
    expect(wrong?.shares["poor-holds"]).toBeCloseTo(0.5, 2);
  });

  it.each([
    ["drain-back", "holds", { fall: "5 mm", over: "10 min" }, "holds", 0.5],
    ["drain-back", "falls", { fall: "40 mm", over: "10 min" }, "falls", 1],
    ["insulation", "good", { ohms: ["500 Mohm"], temperature: "40 degC" }, "good", 1],
    ["insulation", "low", { ohms: ["5 Mohm"], temperature: "40 degC" }, "low", 0.5],
    [
      "winding-resistance",
      "balanced",
      { ohms: ["1.00 ohm", "1.00 ohm", "1.00 ohm"] },
      "balanced",
      1,
    ],
    ["winding-resistance", "spread", { ohms: ["1.00 ohm", "1.00 ohm", "1.30 ohm"] }, "spread", 1],
  ] as const)("of %s, %s", (test, outcome, readings, of, about) => {
    expect(shares(test, outcome, readings)?.shares[of]).toBeCloseTo(about, 1);
  });

  it("says nothing where no figure was kept, or an open circuit was measured", () => {
    expect(shares("vacuum-plate", "good-holds", { volume: "60 L" })).toBeUndefined();
    expect(
      shares("winding-resistance", "open", { ohms: ["1 ohm", "900 ohm", "900 ohm"] }),
    ).toBeUndefined();
  });
});
