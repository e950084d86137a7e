import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { energyCost, overhaulPlan, wearPower } from "./index.ts";

const DUTY = { density: 998, flow: 0.05, head: 20, efficiencyNew: 0.78, motorEfficiency: 0.92 };

describe("wear and money", () => {
  it("costs what the lost efficiency takes", () => {
    const power = wearPower({ ...DUTY, efficiencyNow: 0.7 });
    expect(power).toBeCloseTo(((998 * 9.80665 * 0.05 * 20) / 0.92) * (1 / 0.7 - 1 / 0.78), 6);
    expect(energyCost(1500, 700, 0.2)).toBeCloseTo(210);
    expect(wearPower({ ...DUTY, efficiencyNow: 0.8 })).toBe(0);
  });

  it("overhauls where the mean cost a month is least", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 50_000, noNaN: true }),
        fc.double({ min: 1, max: 2000, noNaN: true }),
        fc.double({ min: 1, max: 120, noNaN: true }),
        (overhaul, cost, age) => {
          const plan = overhaulPlan(overhaul, cost, age);
          if (!plan.ok) throw new Error(plan.error);
          const growth = cost / age;
          const mean = (t: number) => overhaul / t + (growth * t) / 2;
          const { months, meanCost, remaining } = plan.value;
          expect(meanCost).toBeCloseTo(mean(months), 6);
          expect(mean(1.1 * months)).toBeGreaterThan(meanCost);
          expect(mean(0.9 * months)).toBeGreaterThan(meanCost);
          expect(remaining).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it.each([
    [1000, 0, 12, "no-growth"],
    [0, 10, 12, "bad-input"],
    [1000, 10, 0, "bad-input"],
    [1000, Number.NaN, 12, "bad-input"],
  ])("refuses %d, %d, %d", (overhaul, cost, age, error) => {
    expect(overhaulPlan(overhaul, cost, age)).toEqual({ ok: false, error });
  });
});
