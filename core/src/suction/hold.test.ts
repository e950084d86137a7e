import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { halving, holdOf, type LinePart, needleFault, shutPlaces } from "./index.ts";

const ATM = 101_325;

describe("a needle that is watched", () => {
  it("has its deepest, its fall a minute with a band, and its leak as a hole", () => {
    const looks = [0, 30, 60, 90, 120].map((at, i) => ({ at, vacuum: 86_000 - i * 500 }));
    const hold = holdOf([{ at: -20, vacuum: 60_000 }, ...looks], 250, ATM, 0.05);
    expect(hold?.peak).toEqual({ at: 0, vacuum: 86_000 });
    expect(hold?.fall?.perMinute).toBeCloseTo(1000, 6);
    expect(hold?.fall?.band95).toBeGreaterThan(0);
    expect(hold?.fall?.band95).toBeLessThan(500);
    expect(hold?.leak?.freeAir).toBeCloseTo((0.05 * 2000) / ATM / 120, 9);
    expect(hold?.leak?.equivalentHole).toBeGreaterThan(0);
  });

  it("says nothing of a fall before there are two looks, and holds as long as it stays", () => {
    expect(holdOf([], 250, ATM)).toBeUndefined();
    expect(holdOf([{ at: 0, vacuum: 80_000 }], 250, ATM)?.fall).toBeUndefined();
    const steady = [0, 60, 120].map((at) => ({ at, vacuum: 80_000 }));
    expect(holdOf(steady, 250, ATM)?.peak.at).toBe(120);
  });

  it("is no surer than a needle can be read, however straight the looks lie", () => {
    const two = [0, 60].map((at, i) => ({ at, vacuum: 80_000 - 600 * i }));
    // Two readings good to 250 Pa each, a minute apart: the slope's spread is the root of 1,800 s².
    expect(holdOf(two, 250, ATM)?.fall?.band95).toBeCloseTo((60 * 500) / Math.sqrt(1800), 6);
    const finer = holdOf(two, 25, ATM)?.fall?.band95 ?? 0;
    expect(finer).toBeLessThan(holdOf(two, 250, ATM)?.fall?.band95 ?? 0);
  });

  it("has the band within which the true fall lies, whatever a needle is misread by", () => {
    const misread = fc.double({ min: -250, max: 250, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 4000, noNaN: true }),
        fc.array(misread, { minLength: 3, maxLength: 12 }),
        (perMinute, errors) => {
          const looks = errors.map((e, i) => ({
            at: 30 * i,
            vacuum: 85_000 - (perMinute / 60) * 30 * i + (i === 0 ? 300 : e),
          }));
          const hold = holdOf(looks, 250, ATM);
          if (hold?.peak.at !== 0 || !hold.fall) return;
          // Misreadings of a quarter of a division each are within it nearly always; the first is the worst there is.
          expect(Math.abs(hold.fall.perMinute - perMinute)).toBeLessThan(4 * hold.fall.band95);
        },
      ),
    );
  });

  it("refuses more than a perfect vacuum, a pressure, and time that runs backwards", () => {
    const looks = [{ at: 10, vacuum: 50_000 }];
    expect(needleFault(looks, { at: 20, vacuum: 102_000 }, ATM)).toBe("above-perfect");
    expect(needleFault(looks, { at: 20, vacuum: -1 }, ATM)).toBe("not-a-vacuum");
    expect(needleFault(looks, { at: 10, vacuum: 50_000 }, ATM)).toBe("backwards");
    expect(needleFault(looks, { at: 11, vacuum: 50_000 }, ATM)).toBeUndefined();
  });
});

describe("a leak that is halved", () => {
  const kinds = ["inlet", "hose", "joint", "hose", "valve", "pipe", "joint", "pipe"] as const;
  const whole: readonly LinePart[] = kinds.map((kind) => ({ kind, bore: 0.1, length: 2 }));

  it.each([3, 4, 5, 6, 7, 8])("is found wherever it is among %i parts, in the steps said", (n) => {
    const line = whole.slice(0, n);
    const places = shutPlaces(line).map((p) => p.at);
    for (let leak = 0; leak < line.length; leak++) {
      const looks: { at: number; holds: boolean }[] = [];
      const most = halving(line, []).steps;
      for (let state = halving(line, looks); state.next; state = halving(line, looks)) {
        looks.push({ at: state.next.at, holds: leak < state.next.at });
        expect(halving(line, looks).steps).toBeLessThan(state.steps);
      }
      const found = halving(line, looks);
      expect(looks.length).toBeLessThanOrEqual(most);
      expect(found.from).toBeLessThanOrEqual(leak);
      expect(found.to).toBeGreaterThanOrEqual(leak);
      expect(places.filter((at) => at > found.from && at <= found.to)).toEqual([]);
    }
  });

  it("takes the valve of two that halve as well, and says where two looks contradict each other", () => {
    const two: LinePart[] = (["inlet", "joint", "valve"] as const).map((kind) => ({ kind }));
    expect(halving(two, []).next).toEqual({ at: 2, how: "valve" });
    const state = halving(whole, [
      { at: 4, holds: true },
      { at: 4, holds: false },
    ]);
    expect(state).toMatchObject({ contradiction: true, next: undefined });
  });
});
