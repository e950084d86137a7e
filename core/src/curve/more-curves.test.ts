import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  bestEfficiencyFlow,
  betweenSpeeds,
  buildCurve,
  curveAtSpeed,
  curveDoubts,
  curveEnd,
  curveFromOnePoint,
  familyCurve,
  headCoefficient,
  hydraulicEfficiency,
  type RatedCurve,
  readCurve,
  scaleCurve,
  specificSpeed,
  trimScale,
  viscousCurve,
  viscousParameter,
} from "./index.ts";

const POINTS = [
  { flow: 0, head: 52, power: 5100 },
  { flow: 30 / 3600, head: 50.5, power: 7400, npshr: 1.6 },
  { flow: 60 / 3600, head: 45, power: 9900, npshr: 2.1 },
  { flow: 90 / 3600, head: 35, power: 11800, npshr: 3.6 },
];

function rated(diameter = 0.208, speed = 2920): RatedCurve {
  const built = buildCurve({ speed, diameter, points: POINTS });
  if (!built.ok) throw new Error(built.error);
  return built.value;
}

const thinned = (curve: RatedCurve, viscosity: number) => {
  const v = viscousCurve(curve, { density: 998.2, kinematicViscosity: viscosity });
  if (!v.ok) throw new Error(v.error);
  return v.value;
};

describe("viscous correction", () => {
  it("has the parameter of the method's own worked scale", () => {
    // ν 120 mm²/s, 23.8 m, 100 m³/h, 1450 r/min: B = 16.5·10.954·1.2191/(5.6234·6.1708)
    expect(viscousParameter(120e-6, 23.8, 100 / 3600, 1450)).toBeCloseTo(6.35, 1);
  });

  it("leaves a thin liquid's curve alone", () => {
    const { parameter, curve } = thinned(rated(), 1e-6);
    expect(parameter).toBeLessThan(1);
    expect(readCurve(curve, 0.015).head).toBeCloseTo(readCurve(rated(), 0.015).head ?? 0, 9);
    expect(readCurve(curve, 0.015).power).toBeCloseTo(readCurve(rated(), 0.015).power ?? 0, 6);
  });

  it("takes more power and gives less head the thicker the liquid, and never gains efficiency", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20e-6, max: 300e-6, noNaN: true }),
        fc.double({ min: 0.005, max: 0.014, noNaN: true }),
        (viscosity, flow) => {
          const [thin, thick] = [thinned(rated(), viscosity), thinned(rated(), 1.3 * viscosity)];
          const a = readCurve(thin.curve, flow);
          const b = readCurve(thick.curve, flow);
          expect(b.head ?? 0).toBeLessThan(a.head ?? 0);
          expect(thick.efficiencyFactor).toBeLessThan(thin.efficiencyFactor);
          expect(thick.efficiencyFactor).toBeGreaterThan(0);
          const eta = hydraulicEfficiency(flow, b.head ?? 0, b.power ?? 1, 998.2);
          expect(eta).toBeLessThan(1);
        },
      ),
    );
  });

  it("keeps head at shut-off", () => {
    expect(readCurve(thinned(rated(), 200e-6).curve, 0).head).toBeCloseTo(52, 9);
  });

  it.each([
    [{ density: 950, kinematicViscosity: 0.02 }, {}, "too-viscous"],
    [{ density: 950, kinematicViscosity: 1e-4 }, { speed: undefined }, "no-speed"],
    [{ density: 950, kinematicViscosity: 1e-4 }, { power: undefined }, "no-power"],
  ])("refuses %j with %j", (liquid, change, error) => {
    expect(viscousCurve({ ...rated(), ...change }, liquid)).toEqual({ ok: false, error });
  });
});

describe("curve family", () => {
  const large = rated(0.208);
  const small: RatedCurve = { ...scaleCurve(large, trimScale(0.9)), diameter: 0.1872 };

  it("gives a measured curve back as it is", () => {
    const m = familyCurve([small, large], 0.208);
    expect(m?.from).toBe("measured");
    expect(m?.curve).toBe(large);
  });

  it("lies between the two measured wheels next to it", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.188, max: 0.207, noNaN: true }),
        fc.double({ min: 0.002, max: 0.02, noNaN: true }),
        (diameter, flow) => {
          const m = familyCurve([small, large], diameter);
          expect(m?.from).toBe("between");
          const h = readCurve(m?.curve ?? large, flow).head ?? 0;
          // More points between change a shape-preserving curve by a hair.
          expect(h).toBeLessThanOrEqual((readCurve(large, flow).head ?? 0) + 0.01);
          expect(h).toBeGreaterThanOrEqual((readCurve(small, flow).head ?? 0) - 0.01);
        },
      ),
    );
  });

  it("does not depend on the order of its members", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.17, max: 0.23, noNaN: true }), (diameter) => {
        const a = familyCurve([small, large], diameter);
        const b = familyCurve([large, small], diameter);
        expect(readCurve(a?.curve ?? large, 0.01).head).toBe(
          readCurve(b?.curve ?? large, 0.01).head,
        );
      }),
    );
  });

  it("follows the trim law outside what was measured", () => {
    const m = familyCurve([small, large], 0.18);
    expect(m?.from).toBe("affinity");
    expect(readCurve(m?.curve ?? large, 0).head).toBeCloseTo(52 * (0.18 / 0.208) ** 2, 6);
  });

  it("is plain affinity between speeds when the pump follows it", () => {
    const slow = curveAtSpeed(large, 1450);
    const mid = betweenSpeeds([large, slow], 2000);
    expect(readCurve(mid ?? large, 0.01).head).toBeCloseTo(
      readCurve(curveAtSpeed(large, 2000), 0.01).head ?? 0,
      2,
    );
  });
});

describe("one rated point", () => {
  const point = fc.record({
    flow: fc.double({ min: 0.0005, max: 0.3, noNaN: true }),
    head: fc.double({ min: 3, max: 90, noNaN: true }),
    speed: fc.double({ min: 700, max: 3600, noNaN: true }),
  });
  const estimate = (p: { flow: number; head: number; speed: number }) => {
    const e = curveFromOnePoint(p);
    if (!e.ok) throw new Error(e.error);
    return e.value.curve;
  };

  it("runs through its point, falls, and says that it is estimated", () => {
    fc.assert(
      fc.property(point, (p) => {
        const curve = estimate(p);
        expect(readCurve(curve, p.flow).head ?? 0).toBeCloseTo(p.head, 6);
        expect(curve.grade).toBe("estimated");
        const heads = curve.head.y;
        heads.forEach((h, i) => i > 0 && expect(h).toBeLessThan(heads[i - 1] ?? 0));
        expect(curveEnd(curve)).toBeGreaterThan(1.1 * p.flow);
      }),
    );
  });

  it("is steeper and asks for power at shut-off the higher the specific speed", () => {
    const shape = (speed: number) => {
      const c = estimate({ flow: 0.05, head: 12, speed });
      const at = readCurve(c, 0);
      const best = readCurve(c, 0.05);
      return {
        head: (at.head ?? 0) / (best.head ?? 1),
        power: (at.power ?? 0) / (best.power ?? 1),
      };
    };
    expect(shape(3500).head).toBeGreaterThan(shape(980).head);
    expect(shape(3500).power).toBeGreaterThan(shape(980).power);
    expect(specificSpeed(2900, 0.0278, 50)).toBeCloseTo(25.7, 1);
  });

  it("scales in dimension: twice the head at the same shape", () => {
    const a = estimate({ flow: 0.02, head: 20, speed: 1450 });
    // Same specific speed: N √Q/H^0.75.
    const b = estimate({ flow: 0.02, head: 40, speed: 1450 * 2 ** 0.75 });
    expect(readCurve(b, 0.01).head).toBeCloseTo(2 * (readCurve(a, 0.01).head ?? 0), 6);
  });

  it.each([
    { flow: 0, head: 20 },
    { flow: 0.01, head: -1 },
    { flow: 0.02, head: 40, power: 100 },
    { flow: 0.02, head: 40, efficiency: 1.3 },
  ])("refuses %j", (p) => {
    expect(curveFromOnePoint(p)).toEqual({ ok: false, error: "bad-point" });
  });
});

describe("doubts about a curve", () => {
  it("has none about an ordinary one", () => {
    expect(headCoefficient(52, 0.208, 2920)).toBeCloseTo(0.504, 3);
    expect(curveDoubts(rated())).toEqual([]);
    expect(bestEfficiencyFlow(rated())).toBeDefined();
  });

  it.each([
    [rated(0.3), "head-coefficient"],
    [rated(0.208, 1450), "head-coefficient"],
  ])("asks when diameter or speed do not fit the head", (curve, kind) => {
    expect(curveDoubts(curve).map((d) => d.kind)).toContain(kind);
  });

  it("sees watts written as kilowatts, a hump, and a sheet that does not begin at shut-off", () => {
    const built = buildCurve({
      points: [
        { flow: 0.005, head: 20, power: 700 },
        { flow: 0.01, head: 22, power: 900 },
        { flow: 0.02, head: 15, power: 1000 },
      ],
    });
    if (!built.ok) throw new Error(built.error);
    expect(curveDoubts(built.value).map((d) => d.kind)).toEqual([
      "efficiency",
      "hump",
      "no-shut-off",
    ]);
  });
});
