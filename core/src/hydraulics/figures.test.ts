/** Hydraulic figures worked out by hand, each with the arithmetic beside it. */
import { describe, expect, it } from "vitest";
import { buildCurve, curveEnd, readCurve } from "../curve/index.ts";
import { gaugePa, GRAVITY } from "../quantity/index.ts";
import { hazenCOf, roughnessOf } from "./fittings.ts";
import {
  correctedPoint,
  dutyPoint,
  fieldCurve,
  flowFromLevel,
  type HeadMeasurement,
  type LineElement,
  lineLoss,
  lineLossHazenWilliams,
  pipeLoss,
  shutOffHeating,
  throughFlowHeating,
  timeToLimit,
  velocityHead,
} from "./index.ts";

const WATER = 1.0e-6;

describe("heat", () => {
  it("of a casing follows power over mass and specific heat", () => {
    // 5 kW into 8 L of water: 5000 / (1000 · 0.008 · 4186).
    const rate = shutOffHeating(5000, 0.008, 1000, 4186);
    expect(rate).toBeCloseTo(0.14931, 5);
    expect(timeToLimit(rate, 293.15, 353.15)).toBeCloseTo(60 / 0.14931, 1);
    expect(timeToLimit(rate, 360, 353.15)).toBe(0);
    // 40 m at 50 %: g · 40 · (2 − 1) / 4186.
    expect(throughFlowHeating(40, 0.5, 4186)).toBeCloseTo(0.09371, 5);
  });
});

describe("material of a pipe", () => {
  it.each([
    ["HDPE", 0.0015e-3, 150],
    ["PE100", 0.0015e-3, 150],
    ["pipe", 0.1e-3, 120],
    ["copper", 0.0015e-3, 140],
    ["galvanized steel", 0.15e-3, 120],
    ["stainless steel", 0.045e-3, 140],
    ["Cast iron", 0.26e-3, 100],
    ["rusty steel", 1e-3, 80],
    ["PP-R", 0.0015e-3, 150],
    ["suction hose", 0.03e-3, 140],
    [undefined, 0.1e-3, 120],
  ] as const)("%s", (material, roughness, c) => {
    expect(roughnessOf(material)).toBe(roughness);
    expect(hazenCOf(material)).toBe(c);
  });

  it("is a used steel pipe's where nobody named it, not a plastic one's", () => {
    const loss = (more: Partial<LineElement>) =>
      lineLoss([{ kind: "pipe", bore: 0.08, length: 100, ...more }], 0.012, WATER).total;
    expect(loss({})).toBeCloseTo(loss({ roughness: 0.1e-3 }), 12);
    expect(loss({})).toBeGreaterThan(1.2 * loss({ material: "PE" }));
  });
});

describe("a line", () => {
  const k = (e: Partial<LineElement> & Pick<LineElement, "kind">) =>
    lineLoss([{ bore: 0.1, ...e }], 0.01, WATER).elements[0]?.k;
  it("counts a bend by its angle, at most one and a half right angles, and by its radius", () => {
    const right = Math.PI / 2;
    expect(k({ kind: "bend" })).toBe(0.5);
    expect(k({ kind: "bend", angle: right })).toBeCloseTo(0.5, 12);
    expect(k({ kind: "bend", angle: right / 2 })).toBeCloseTo(0.25, 12);
    expect(k({ kind: "bend", angle: 4 * right })).toBeCloseTo(0.75, 12);
    expect(k({ kind: "bend", radius: 0.2 })).toBe(0.2);
    // An angle means something on a bend alone.
    expect(k({ kind: "check-valve", angle: right / 2 })).toBe(2);
    expect(k({ kind: "valve", valve: "globe" })).toBe(6);
    expect(k({ kind: "valve" })).toBe(0.15);
    expect(k({ kind: "foot-valve", freeArea: 0.001 })).toBe(2.5);
  });

  it("takes a strainer as an orifice of its open area", () => {
    // A pipe of 100 mm has 7854 mm²; through 4000 mm² open: (7854 / (0.6 · 4000))².
    expect(k({ kind: "strainer", freeArea: 0.004 })).toBeCloseTo((7.85398 / 2.4) ** 2, 4);
  });

  it("says that it is between laminar and turbulent if one pipe of it is", () => {
    const narrow: LineElement = { kind: "pipe", bore: 0.05, length: 5 };
    const wide: LineElement = { kind: "pipe", bore: 0.2, length: 5 };
    // 0.12 L/s: Re = 3056 in 50 mm, 764 in 200 mm.
    expect(lineLoss([wide, narrow], 1.2e-4, WATER).transition).toBe(true);
    expect(lineLoss([wide], 1.2e-4, WATER).transition).toBe(false);
  });

  it("has friction by Colebrook, and none while nothing flows", () => {
    const pipe = { bore: 0.1, length: 100, roughness: 0.5e-3 };
    const rough = pipeLoss(pipe, 0.015, WATER);
    // Swamee and Jain's formula is within 1 % there.
    const re = (4 * 0.015) / (Math.PI * 0.1 * WATER);
    const f = 0.25 / Math.log10(0.005 / 3.7 + 5.74 / re ** 0.9) ** 2;
    expect(Math.abs((rough.ok ? rough.value.frictionFactor : 0) / f - 1)).toBeLessThan(0.01);
    const still = pipeLoss({ ...pipe, k: 3 }, 0, WATER);
    expect(still.ok && still.value).toMatchObject({
      regime: "still",
      frictionFactor: 0,
      totalLoss: 0,
    });
  });

  it("by Hazen and Williams takes the C of its own material", () => {
    const of = (material?: string) =>
      lineLossHazenWilliams(
        [{ kind: "pipe", bore: 0.1, length: 100, ...(material ? { material } : {}) }],
        0.01,
        WATER,
      );
    expect(of("cast iron") / of("plastic")).toBeCloseTo((150 / 100) ** 1.852, 3);
    expect(of()).toBeCloseTo(of("steel"), 12);
  });
});

describe("a timed level", () => {
  it("has the errors of rod, watch and surface in squares", () => {
    const { sqrt, SQRT2 } = Math;
    const given = flowFromLevel({ area: 3, fall: 0.4, over: 100, inflow: 0.004 });
    // Rod 3·5 mm·√2/100, watch 0.012·0.3/100, stated inflow 5 %, surface 2 % of 16 L/s.
    const u = sqrt(
      ((3 * 0.005 * SQRT2) / 100) ** 2 +
        ((0.012 * 0.3) / 100) ** 2 +
        (0.05 * 0.004) ** 2 +
        (0.02 * 0.016) ** 2,
    );
    expect(given?.u).toBeCloseTo(u, 9);
    const refill = flowFromLevel({
      area: 3,
      fall: 0.4,
      over: 100,
      refill: { rise: 0.2, over: 10 },
    });
    const inflow = (3 * 0.2) / 10;
    const uRefill = sqrt(
      ((3 * 0.005 * SQRT2) / 100) ** 2 +
        ((0.012 * 0.3) / 100) ** 2 +
        ((3 * 0.005 * SQRT2) / 10) ** 2 +
        ((inflow * 0.3) / 10) ** 2 +
        (0.02 * (0.012 + inflow)) ** 2,
    );
    expect(refill?.u).toBeCloseTo(uRefill, 9);
  });
});

describe("a fire-water point", () => {
  it("adds the difference of the velocity heads and of the gauges' heights", () => {
    const point = { flow: 0.05, suction: 1e5, discharge: 8e5, speed: 1770 };
    const setup = {
      rating: { flow: 0.05, pressure: 7e5, speed: 1770 },
      density: 1000,
      gaugeHeightDifference: 0.5,
      suctionBore: 0.2,
      dischargeBore: 0.15,
    };
    const velocity = velocityHead(0.05, 0.15) - velocityHead(0.05, 0.2);
    expect(velocity).toBeGreaterThan(0);
    expect(correctedPoint(setup, point).netPressure).toBeCloseTo(
      7e5 + 1000 * GRAVITY * (0.5 + velocity),
      3,
    );
  });
});

const built = buildCurve({
  speed: 2900,
  points: [0, 0.25, 0.5, 0.75, 1].map((s) => ({
    flow: 0.025 * s,
    head: 50 - 22 * s * s,
    power: 3000 + 9000 * s - 7000 * s * s,
  })),
});
if (!built.ok) throw new Error(built.error);
const curve = built.value;
const TOLERANCE = { flow: 0.09, head: 0.07, power: 0.09 };
const GAUGE_U = 2000;
const measured = (head: number, u = GAUGE_U): HeadMeasurement => ({
  suction: { kind: "gauge", gauge: { pressure: gaugePa(0), u } },
  discharge: { pressure: gaugePa(head * 1000 * GRAVITY), u },
  density: 1000,
});

describe("a duty point at the edges of what is known", () => {
  it("takes no flow from a power that two flows have, and none above all of them", () => {
    // The power rises to 5893 W at 64 % of the flow and falls again.
    const by = (power: number) =>
      dutyPoint({ curve, tolerance: TOLERANCE, shaftPower: { value: power, u: 20 } }).flow;
    expect(by(5300)).toBeUndefined();
    expect(by(9000)).toBeUndefined();
    expect(by(3800)?.value).toBeGreaterThan(0.001);
    expect(by(3800)?.value).toBeLessThan(0.004);
  });

  it("is above the curve only when gauges and tolerance together cannot reach it", () => {
    const at = (head: number) =>
      dutyPoint({ measurement: measured(head), curve, tolerance: TOLERANCE }).verdict;
    // Shut-off 50 m; slack 1.96 · √2 · 2 kPa = 0.57 m, and 7 % of 50 m = 3.5 m.
    expect(at(45)).toBe("within-band");
    expect(at(53.9)).toBe("within-band");
    expect(at(54.3)).toBe("above");
    expect(at(20)).toBe("outside-curve");
  });

  it("has no verdict from a meter alone, except that it is past the sheet", () => {
    const by = (flow: number) =>
      dutyPoint({ curve, tolerance: TOLERANCE, meter: { value: flow, u: 1e-4 } }).verdict;
    expect(by(0.01)).toBe("no-curve");
    expect(by(curveEnd(curve))).toBe("no-curve");
    expect(by(0.03)).toBe("outside-curve");
  });

  it("has a head without a flow, velocity heads left out", () => {
    const alone = dutyPoint({ measurement: measured(30), tolerance: TOLERANCE });
    expect(alone.head?.value).toBeCloseTo(30, 9);
    expect(alone.head?.u).toBeCloseTo((Math.SQRT2 * GAUGE_U) / (1000 * GRAVITY), 9);
    expect(alone.headAgainstCurve).toBeUndefined();
  });

  it("compares no head with a curve that has none at the metered flow", () => {
    const past = dutyPoint({
      measurement: measured(30),
      curve,
      tolerance: TOLERANCE,
      meter: { value: 0.04, u: 1e-4 },
    });
    expect(past.headAgainstCurve).toBeUndefined();
    expect(past.verdict).toBe("outside-curve");
  });
});

describe("a field curve", () => {
  it("leaves out a point beyond the sheet and judges by the others", () => {
    const at = (flow: number) => readCurve(curve, flow).head ?? 0;
    const point = (flow: number, head: number) => ({
      label: "",
      flow,
      head: { value: head, u: 0.1 },
    });
    const inside = [0, 0.01, 0.02].map((q) => point(q, at(q)));
    const found = fieldCurve(curve, [...inside, point(0.04, 10)]);
    expect(found?.points).toHaveLength(3);
    expect(found?.named).toBe("none");
    expect(fieldCurve(curve, [point(0.01, at(0.01)), point(0.04, 10)])).toBeUndefined();
  });
});
