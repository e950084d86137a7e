import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { meanArea } from "./index.ts";

describe("a pit known by its table", () => {
  const cone = [
    { level: 0, volume: 0 },
    { level: 0.5, volume: 0.4 },
    { level: 1, volume: 1.2 },
    { level: 2, volume: 3.2 },
  ];

  it("has between its floats the surface its volume there says", () => {
    // 0.8 m³ between half a metre and one.
    expect(meanArea(cone, 1, 0.5)).toBeCloseTo(1.6, 12);
    // From half way up the first row to half way up the last: 2.2 − 0.2 m³ over 1.25 m.
    expect(meanArea(cone, 1.5, 0.25)).toBeCloseTo(1.6, 12);
    expect(meanArea(cone, 0.5, 1)).toBeCloseTo(1.6, 12);
  });

  it("is taken whole where the floats are unknown or outside it", () => {
    expect(meanArea(cone, undefined, 0.5)).toBeCloseTo(1.6, 12);
    expect(meanArea(cone, 3, 0.5)).toBeCloseTo(1.6, 12);
    expect(meanArea(cone.slice(0, 1), 1, 0.5)).toBeUndefined();
    expect(meanArea([], 1, 0.5)).toBeUndefined();
    expect(
      meanArea(
        cone.map((r) => ({ ...r, volume: 2 })),
        1,
        0.5,
      ),
    ).toBeUndefined();
  });

  it("is that of a straight pit whatever rows were measured, in any order", () => {
    const levels = fc.uniqueArray(fc.double({ min: 0, max: 5, noNaN: true }), {
      minLength: 2,
      maxLength: 12,
      selector: (v) => Math.round(v * 100),
    });
    fc.assert(
      fc.property(levels, fc.double({ min: 0.1, max: 30, noNaN: true }), (at, area) => {
        const rows = at.map((level) => ({ level, volume: area * level }));
        const [on, off] = [Math.max(...at) - 0.001, Math.min(...at) + 0.001];
        expect(meanArea(rows, on, off)).toBeCloseTo(area, 6);
      }),
    );
  });
});
