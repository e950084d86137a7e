import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildCurve, type RatedCurve } from "../curve/index.ts";
import { gaugePa, GRAVITY, normalAt, normalDraws } from "../quantity/index.ts";
import { dutyPoint, type HeadMeasurement, sampledFlow } from "./index.ts";

const TOLERANCE = { flow: 0.09, head: 0.07, power: 0.09 };

function rated(): RatedCurve {
  const built = buildCurve({
    speed: 2900,
    points: [0, 0.25, 0.5, 0.75, 1].map((s) => ({ flow: 0.025 * s, head: 50 - 22 * s * s })),
  });
  if (!built.ok) throw new Error(built.error);
  return built.value;
}

const measured = (head: number, u = 4000): HeadMeasurement => ({
  suction: { kind: "gauge", gauge: { pressure: gaugePa(0), u } },
  discharge: { pressure: gaugePa(head * 1000 * GRAVITY), u },
  density: 1000,
});

describe("a flow sampled from a head", () => {
  it("is as uncertain as the heights of its gauges, by the slope of the curve", () => {
    const curve = rated();
    const [flow, uHeight] = [0.015, 0.3];
    const head = 50 - 22 * (flow / 0.025) ** 2;
    const exact = { flow: 1e-9, head: 1e-9, power: 1e-9 };
    const found = sampledFlow({ ...measured(head, 1), uHeight }, curve, exact);
    if (!found) throw new Error("it meets the curve");
    const slope = (2 * 22 * flow) / 0.025 ** 2;
    const half95 = (1.96 * Math.SQRT2 * uHeight) / slope;
    expect(found.median).toBeCloseTo(flow, 4);
    // The points are joined by a curve of their own: its slope is the parabola's to a tenth.
    const share = (found.high95 - found.low95) / 2 / half95;
    expect(share).toBeGreaterThan(0.85);
    expect(share).toBeLessThan(1.15);
  });
});

describe("fixed normal draws", () => {
  it("have the quantiles of the normal distribution", () => {
    for (const [p, z] of [
      [0.5, 0],
      [0.975, 1.959964],
      [0.84134, 1],
      [0.001, -3.090232],
    ] as const) {
      expect(normalAt(p)).toBeCloseTo(z, 3);
      expect(normalAt(1 - p)).toBeCloseTo(-z, 3);
    }
  });

  it("have mean 0, spread 1, and hang on nothing but their count", () => {
    const rows = normalDraws(400, 4);
    for (const j of [0, 1, 2, 3]) {
      const column = rows.map((r) => r[j] ?? 0);
      const mean = column.reduce((a, b) => a + b, 0) / 400;
      const sd = Math.sqrt(column.reduce((a, b) => a + (b - mean) ** 2, 0) / 400);
      expect(mean).toBeCloseTo(0, 1);
      expect(sd).toBeCloseTo(1, 1);
    }
    expect(normalDraws(400, 4)).toEqual(rows);
  });
});

describe("sampled band of a flow", () => {
  it("agrees with the first-order one where the curve is steep", () => {
    const m = measured(36, 2000);
    const tight = { flow: 0.005, head: 0.005, power: 0.01 };
    const first = dutyPoint({ measurement: m, curve: rated(), tolerance: tight }).flow;
    const s = sampledFlow(m, rated(), tight);
    expect(s?.median).toBeCloseTo(first?.value ?? 0, 4);
    expect((s?.high95 ?? 0) - (s?.low95 ?? 0)).toBeCloseTo(2 * 1.96 * (first?.u ?? 0), 3);
  });

  it("holds the true flow, is ordered, and stays on the curve widened by its tolerance", () => {
    fc.assert(
      fc.property(fc.double({ min: 30, max: 49, noNaN: true }), (head) => {
        const s = sampledFlow(measured(head), rated(), TOLERANCE);
        if (!s) throw new Error("a root");
        const truth = 0.025 * Math.sqrt((50 - head) / 22);
        expect(s.low95).toBeLessThanOrEqual(s.low68);
        expect(s.low68).toBeLessThanOrEqual(s.median);
        expect(s.median).toBeLessThanOrEqual(s.high68);
        expect(s.high68).toBeLessThanOrEqual(s.high95);
        expect(s.low95).toBeLessThanOrEqual(truth + 1e-9);
        expect(s.high95).toBeGreaterThanOrEqual(truth - 1e-9);
        expect(s.low95).toBeGreaterThanOrEqual(0);
        expect(s.high95).toBeLessThan(0.025 * 1.25);
      }),
    );
  });

  it("says when it is open at an end of the sheet, and has none without a root", () => {
    expect(sampledFlow(measured(49.5), rated(), TOLERANCE)?.atEnds).toBeGreaterThan(0.2);
    expect(sampledFlow(measured(38), rated(), TOLERANCE)?.atEnds).toBe(0);
    expect(sampledFlow(measured(70), rated(), TOLERANCE)).toBeUndefined();
  });
});
