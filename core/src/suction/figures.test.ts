/** Suction figures worked out by hand, each with the arithmetic beside it. */
import { describe, expect, it } from "vitest";
import { absolutePa, gaugePa, GRAVITY } from "../quantity/index.ts";
import { npsh, npshFromGauge, vacuumBand, vacuumTargets, vortexSubmergence } from "./index.ts";

const state = { atmosphere: absolutePa(101325), vapourPressure: absolutePa(2339), density: 998.2 };
const PER_METRE = 998.2 * GRAVITY;

describe("submergence", () => {
  it("is S = D (1 + 2.3 Fr)", () => {
    // 60 L/s into a mouth of 300 mm: v = 0.06/0.070686 = 0.8488 m/s, Fr = 0.8488/√(g·0.3) = 0.49488.
    const s = vortexSubmergence(0.06, 0.3);
    expect(s.velocity).toBeCloseTo(0.84883, 4);
    expect(s.froude).toBeCloseTo(0.49488, 4);
    expect(s.needed).toBeCloseTo(0.3 * (1 + 2.3 * 0.49488), 4);
  });
});

describe("a vacuum plate", () => {
  it("asks for 77 and 84 % of the air at cold water", () => {
    const cold = vacuumTargets(101325, 1228, 999.7);
    expect(cold.minimum).toBeCloseTo(78020, 0);
    expect(cold.good).toBeCloseTo(85113, 0);
    expect(cold.cap).toBe(100097);
    expect(cold.minimumLimitedByVapour).toBe(false);
    expect(cold.goodLimitedByVapour).toBe(false);
    expect(cold.liftAtMinimum).toBeCloseTo(78020.25 / (999.7 * GRAVITY), 6);
  });

  it("asks for no more than warm water lets it reach, first for the good mark, then for both", () => {
    // At 60 °C water boils at 19.9 kPa: 81.4 kPa at most, below 85.1 and above 78.0.
    const warm = vacuumTargets(101325, 19946, 983.2);
    expect(warm.good).toBe(101325 - 19946);
    expect(warm.goodLimitedByVapour).toBe(true);
    expect(warm.minimumLimitedByVapour).toBe(false);
    const hot = vacuumTargets(101325, 47400, 971.8);
    expect(hot.minimum).toBe(101325 - 47400);
    expect(hot.minimumLimitedByVapour).toBe(true);
    expect(vacuumTargets(50000, 60000, 960).cap).toBe(0);
  });

  it("is good, acceptable or poor with its marks counted in", () => {
    const marks = { good: 85000, minimum: 78000 };
    expect([85000, 84999, 78000, 77999].map((v) => vacuumBand(v, marks))).toEqual([
      "good",
      "acceptable",
      "acceptable",
      "poor",
    ]);
  });
});

describe("NPSH and its doubt", () => {
  const layout = {
    sourceLevel: -2,
    surfacePressure: gaugePa(0),
    loss: { flow: 0.02, head: 1.2 },
  };

  it("from a gauge has the gauge's own", () => {
    const gauge = { pressure: gaugePa(-30000), u: 1500, gaugeHeight: 0.3, line: "full" as const };
    const found = npshFromGauge(gauge, state, 0.01);
    expect(found.value).toBeCloseTo((101325 - 30000 - 2339) / PER_METRE + 0.3, 9);
    expect(found.u).toBeCloseTo(1500 / PER_METRE, 9);
    expect(npshFromGauge({ pressure: gaugePa(0) }, state, 0.01).u).toBe(0);
  });

  it("of the unexplained loss has the flow's too, for the loss grows with its square, and the drawing's own", () => {
    const gauge = { pressure: gaugePa(-50000), u: 1500, gaugeHeight: 0, line: "full" as const };
    const flow = { value: 0.015, u: 0.001 };
    const found = npsh({ gauge, layout, state, flow });
    const loss = 1.2 * (0.015 / 0.02) ** 2;
    expect(found.unexplainedLoss?.value).toBeCloseTo(-2 - loss + 50000 / PER_METRE, 9);
    expect(found.unexplainedLoss?.u).toBeCloseTo(
      Math.hypot(1500 / PER_METRE, (2 * loss * 0.001) / 0.015, 0.3 * loss),
      9,
    );
  });

  it("has no unexplained loss without a layout, or without a flow", () => {
    const gauge = { pressure: gaugePa(-50000), u: 1500 };
    expect(npsh({ gauge, state, flow: { value: 0.01, u: 0 } }).unexplainedLoss).toBeUndefined();
    const still = npsh({ gauge, layout, state });
    expect(still.unexplainedLoss).toBeUndefined();
    expect(still.fromLayout).toBeUndefined();
    expect(still.available?.value).toBeDefined();
    expect(npsh({ layout, state, flow: { value: 0.01, u: 0 } }).margin).toBeUndefined();
  });
});
