import { describe, expect, it } from "vitest";
import { axis } from "./axis";

describe("an axis", () => {
  it("has round numbers beyond the value, the last with its unit", () => {
    expect(axis(55, "length", "metric")).toMatchObject({
      end: 60,
      ticks: ["0", "20", "40", "60 m"].map((text) => ({ text })),
    });
    const flow = axis(61 / 3600, "flow", "metric");
    expect(flow.ticks.at(-1)?.text).toMatch(/^\d+ m³\/h$/);
    expect(flow.end).toBeGreaterThan(61 / 3600);
    expect(axis(30, "length", "us").ticks.at(-1)?.text).toMatch(/ ft$/);
  });

  it("is never without a tick, however small or large the value", () => {
    for (const most of [1e-7, 0.03, 1, 999, 1e6])
      for (const dimension of ["flow", "length"] as const) {
        const { end, ticks } = axis(most, dimension, "metric");
        expect(end).toBeGreaterThanOrEqual(most);
        expect(ticks.length).toBeGreaterThan(1);
        expect(ticks.length).toBeLessThan(9);
      }
  });
});
