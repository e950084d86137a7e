import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  clampClassOf,
  clampUncertainty,
  clampVerdict,
  inrush,
  judgeBalance,
  loadVerdict,
  plateLimit,
} from "./index.ts";

const CLAMP = { range: 60, percent: 2, digits: 3, turns: 1 };

describe("clamp on a small current", () => {
  it("withholds the verdict and names the turns that would settle it", () => {
    const once = clampVerdict([1.8, 2.3, 1.8], CLAMP);
    expect(once?.withheld).toBe(true);
    const turns = once?.turnsWanted ?? 0;
    expect(turns).toBeGreaterThan(1);
    const shown = [1.8, 2.3, 1.8].map((a) => a * turns);
    const again = clampVerdict(shown, { ...CLAMP, turns });
    expect(again?.withheld).toBe(false);
    expect(again?.amps[0]).toBeCloseTo(1.8);
    expect(again?.percent).toBeCloseTo(once?.percent ?? 0, 9);
  });

  it("gets surer with turns, and never by changing what is read", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 6, noNaN: true }), { minLength: 3, maxLength: 3 }),
        fc.integer({ min: 2, max: 10 }),
        (amps, turns) => {
          const one = clampVerdict(amps, CLAMP);
          const more = clampVerdict(
            amps.map((a) => a * turns),
            { ...CLAMP, turns },
          );
          expect(more?.percent).toBeCloseTo(one?.percent ?? -1, 9);
          expect(more?.bandPercent ?? 9).toBeCloseTo((one?.bandPercent ?? 0) / turns, 9);
        },
      ),
    );
  });

  it("is the verdict of the balance itself: one function, whoever asks", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 60, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (amps) => {
          const clamp = clampVerdict(amps, CLAMP);
          const board = judgeBalance(amps, clampUncertainty(CLAMP, 0).apart);
          expect(clamp?.withheld).toBe(board?.withheld);
          expect(clamp?.band).toBe(board?.found.band);
          expect(clamp?.bandPercent).toBe(board?.band95);
        },
      ),
    );
    // A clamp that may be off by more than the limit says nothing, also of currents that look even.
    expect(judgeBalance([0.8, 0.8, 0.8], 0.2)?.withheld).toBe(true);
    expect(judgeBalance([21, 21.1, 21.05], 0.24)?.withheld).toBe(false);
  });

  it("does not ask for more turns than the range holds", () => {
    expect(clampVerdict([30, 32.2, 30], { ...CLAMP, percent: 5 })?.turnsWanted).toBeUndefined();
    expect(clampVerdict([0, 0, 0], CLAMP)).toBeUndefined();
  });
});

describe("plate limit and start", () => {
  const plate = { phases: 3, power: 7500, current: 14 } as const;

  it("takes service-factor amps before anything made of the full load", () => {
    expect(plateLimit({ ...plate, serviceFactor: 1.15, serviceFactorCurrent: 15.5 })).toEqual({
      amps: 15.5,
      from: "service-factor-amps",
    });
    expect(plateLimit({ ...plate, serviceFactor: 1.15 })?.amps).toBeCloseTo(16.1);
    expect(plateLimit(plate, 0.88)?.amps).toBeCloseTo(12.32);
    expect(plateLimit({ phases: 3, power: 7500 })).toBeUndefined();
  });

  it("says overload only with the whole band over it", () => {
    const limit = plateLimit(plate);
    if (!limit) throw new Error("a limit");
    const verdict = (value: number, u: number) => loadVerdict({ value, u }, limit, 14);
    expect(verdict(16, 0.3)).toBe("overload");
    expect(verdict(14.2, 0.5)).toBe("at-limit");
    expect(verdict(11, 0.3)).toBe("normal");
    expect(verdict(5, 0.2)).toBe("underload");
  });

  it.each([
    [40, "low"],
    [90, "usual"],
    [130, "high"],
  ])("judges a start of %d A as %s", (start, outcome) => {
    expect(inrush(start, 14).outcome).toBe(outcome);
  });

  it("reads 0.8 A as 0.8 give or take 0.3, on the smallest range that holds it", () => {
    const unstated = { percent: undefined, digits: undefined, range: undefined };
    const small = clampClassOf(unstated, 0.8);
    expect(small).toEqual({ percent: 2, digits: 3, range: 60 });
    // Three counts of 0.1 A, 2 % of the reading, both uniform.
    expect(clampUncertainty(small, 0.8).apart).toBeCloseTo(0.3 / Math.sqrt(3), 9);
    expect(clampUncertainty(small, 0.8).common).toBeCloseTo(0.016 / Math.sqrt(3), 9);
    expect([61, 200, 201, 600, 601].map((a) => clampClassOf(unstated, a).range)).toEqual([
      200, 200, 600, 600, 2000,
    ]);
    // A count of 600 A over 2,000 is 0.3 A: the next power of ten is one ampere.
    const large = clampClassOf({ percent: 1, digits: 5, range: 600 }, 300);
    expect(clampUncertainty(large, 300).apart).toBeCloseTo(5 / Math.sqrt(3), 9);
  });
});
