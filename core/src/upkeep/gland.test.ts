import { describe, expect, it } from "vitest";
import { boxPressure, dropsPerMinute, dropTarget, leakageOfDrops, sealWater } from "./index.ts";

describe("a gland's drops", () => {
  it("are counted over a time, and none is a count too", () => {
    expect(dropsPerMinute(17, 40)).toBeCloseTo(25.5);
    expect(dropsPerMinute(0, 60)).toBe(0);
    for (const [count, over] of [
      [3, 0],
      [-1, 60],
      [Number.NaN, 60],
    ] as const)
      expect(dropsPerMinute(count, over)).toBeUndefined();
  });

  it("amount to a millilitre by twenty, and are aimed at by the shaft", () => {
    expect(leakageOfDrops(20)).toBeCloseTo(1e-6 / 60, 15);
    expect(dropTarget(0.035, "PTFE")).toEqual({ low: 14, high: expect.closeTo(22.4) });
    expect(dropTarget(0.01, "PTFE").low).toBe(5);
    expect(dropTarget(0.01, "aramid").low).toBe(4);
  });
});

it("wants seal water 0.7 bar above the box", () => {
  expect(sealWater(240_000, 170_000)).toEqual({ above: 70_000, enough: true });
  expect(sealWater(240_000, 171_000).enough).toBe(false);
  // The box of the second pump of two in a row stands under what the first one makes.
  expect(boxPressure(300_000, 200_000, { low: 0, high: 0.5 })).toEqual({
    low: 300_000,
    high: 400_000,
  });
});
