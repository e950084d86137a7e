import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { firstCauses, isWhatItWas, type SettledVisit, shareOf } from "./first-cause.ts";

const visit = (was: SettledVisit["was"], ...causes: [string, number][]): SettledVisit => ({
  was,
  causes: causes.map(([id, probability]) => ({ id, probability })),
});

describe("how often the first cause was right", () => {
  it("counts the first, the first three, and the first where the Board was sure", () => {
    const told = firstCauses([
      visit("worn-rings", ["worn-rings", 0.95], ["impeller-worn", 0.03]),
      visit("worn-rings", ["suction-restriction", 0.97], ["worn-rings", 0.02]),
      visit("not-primed", ["suction-air-leak", 0.5], ["worn-rings", 0.2], ["not-primed", 0.1]),
      // Nothing was read, so that the Board had said nothing: neither right nor wrong.
      visit("check-valve-passing"),
    ]);
    expect(told.first).toMatchObject({ right: 1, of: 3 });
    expect(told.three).toMatchObject({ right: 3, of: 3 });
    expect(told.whenSure).toMatchObject({ right: 1, of: 2 });
  });

  it("takes what no reading can tell apart for the same", () => {
    expect(isWhatItWas("worn-rings", "worn-rings")).toBe(true);
    expect(isWhatItWas("worn-rings", "not-primed")).toBe(false);
  });

  it("has Wilson's band", () => {
    // Agresti and Coull 1998: 9 of 10 gives 0.596 to 0.982.
    const { low95, high95 } = shareOf(9, 10);
    expect(low95).toBeCloseTo(0.596, 2);
    expect(high95).toBeCloseTo(0.982, 2);
  });

  it("keeps the share inside its band, narrower with more visits", () => {
    fc.assert(
      fc.property(fc.nat(200), fc.nat(200), (a, b) => {
        const of = Math.max(a, b, 1);
        const right = Math.min(a, b);
        const one = shareOf(right, of);
        const ten = shareOf(10 * right, 10 * of);
        expect(one.low95).toBeLessThanOrEqual(right / of + 1e-12);
        expect(one.high95).toBeGreaterThanOrEqual(right / of - 1e-12);
        expect(ten.high95 - ten.low95).toBeLessThan(one.high95 - one.low95);
      }),
    );
  });
});
