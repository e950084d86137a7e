import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  addInSquares,
  assumedGauge,
  band,
  formatNumber,
  formatSi,
  readingUncertainty,
  repeats,
} from "./index.ts";

describe("uncertainty", () => {
  it("adds independent parts in squares", () => {
    expect(addInSquares(3, 4)).toBe(5);
  });

  it("grows with each further part", () => {
    const part = fc.integer({ min: 0, max: 1e9 }).map((n) => n / 1000);
    fc.assert(
      fc.property(part, part, (a, b) => {
        expect(addInSquares(a, b)).toBeGreaterThanOrEqual(Math.max(a, b) * (1 - 1e-12));
      }),
    );
  });

  it("takes the class as half width of a uniform spread", () => {
    expect(readingUncertainty({ span: 6e5, percent: 1.6 })).toBeCloseTo(5542.56, 2);
  });

  it("takes 2.5 % of the next usual span where nobody described the gauge", () => {
    expect(assumedGauge(3.6e5)).toEqual({ span: 6e5, percent: 2.5 });
    expect(assumedGauge(-0.2e5)).toEqual({ span: 1e5, percent: 2.5 });
  });

  it("gives mean and spread of repeats, and none for one", () => {
    expect(repeats([2])).toEqual({ mean: 2, u: 0, count: 1 });
    const r = repeats([1, 2, 3]);
    expect(r.mean).toBe(2);
    expect(r.u).toBeCloseTo(1 / Math.sqrt(3));
  });

  it("does not care for the order of repeats", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 2 }), (list) => {
        const there = repeats(list);
        const back = repeats([...list].reverse());
        expect(back.mean).toBeCloseTo(there.mean, 9);
        expect(back.u).toBeCloseTo(there.u, 9);
      }),
    );
  });

  it("makes bands that hold the value", () => {
    const b = band({ value: 10, u: 1 });
    expect(b.low95).toBeCloseTo(8.04, 2);
    expect(b.low68).toBe(9);
    expect(b.high95).toBeGreaterThan(b.high68);
  });
});

describe("formatting", () => {
  it.each([
    [46.92, 3, "46.9"],
    [-0.245, 3, "\u22120.24"],
    [1234.5, 3, "1235"],
    [0, 3, "0.00"],
    [-0.001, 3, "0.00"],
    [2945.4, 4, "2945"],
    [Number.NaN, 3, "–"],
  ])("%d with %d digits is %s", (value, digits, text) => {
    expect(formatNumber(value, digits)).toBe(text);
  });

  it("shows each system's own unit", () => {
    expect(formatSi(0.0166667, "flow", "metric", 2)).toBe("60 m³/h");
    expect(formatSi(101325, "pressure", "us")).toBe("14.7 psi");
  });
});
