import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { GRAVITY } from "../quantity/index.ts";
import { primingTime } from "./priming-time.ts";

const RHO = 1000;
const base = {
  ...{ atmosphere: 101_325, vapourPressure: 1700, density: RHO, casing: 0.01 },
  capacity: () => 0.005,
};

describe("primingTime", () => {
  it("is the volume over the capacity where nothing has to be lifted", () => {
    const pieces = [{ low: 0, high: 0, volume: 0.2 }];
    expect(primingTime({ ...base, pieces }).time).toBeCloseTo(0.21 / 0.005, 6);
  });

  it("is the integral written out for an upright pipe", () => {
    const [h, area, c, s] = [5, 0.0177, 0.02, 0.004];
    const [p0, top] = [101_325, 101_325 - RHO * GRAVITY * h];
    const exact =
      ((area / (RHO * GRAVITY)) * (p0 - top - top * Math.log(p0 / top)) +
        c * Math.log(p0 / top) +
        area * h +
        c) /
      s;
    const found = primingTime({
      ...{ ...base, casing: c, capacity: () => s },
      pieces: [{ low: 0, high: h, volume: area * h }],
    });
    expect((found.time ?? 0) / exact).toBeCloseTo(1, 2);
  });

  it("never gets there beyond what the atmosphere holds, with no primer, or against too large a leak", () => {
    const pieces = [{ low: 0, high: 5, volume: 0.1 }];
    const deep = primingTime({ ...base, pieces: [{ low: 0, high: 11, volume: 0.1 }] });
    expect(deep.time).toBeUndefined();
    expect(deep.reaches).toBeGreaterThan(10);
    expect(deep.reaches).toBeLessThan(10.4);
    expect(primingTime({ ...base, pieces, capacity: () => 0 }).time).toBeUndefined();
    expect(primingTime({ ...base, pieces, leak: 0.004 }).time).toBeUndefined();
  });

  it("takes longer for more air, more height, more leak, less primer", () => {
    const positive = (max: number) => fc.double({ min: 1e-3, max, noNaN: true });
    const at = (high: number, volume: number, leak: number, s: number) =>
      primingTime({
        ...{ ...base, leak, capacity: () => s },
        pieces: [{ low: 0, high, volume }],
      }).time ?? Number.POSITIVE_INFINITY;
    fc.assert(
      fc.property(positive(7), positive(1), positive(1e-3), positive(0.05), (h, v, l, s) => {
        const time = at(h, v, l, s);
        expect(at(h, 1.2 * v, l, s)).toBeGreaterThanOrEqual(time);
        expect(at(1.2 * h, v, l, s)).toBeGreaterThanOrEqual(time);
        expect(at(h, v, 1.2 * l, s)).toBeGreaterThanOrEqual(time);
        expect(at(h, v, l, 1.2 * s)).toBeLessThanOrEqual(time);
      }),
    );
  });
});
