import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  bestEfficiencyFlow,
  buildCurve,
  curveAtSpeed,
  curveTolerance,
  effectiveDiameter,
  flowsAtHead,
  hydraulicEfficiency,
  intersections,
  parallelDuties,
  pchip,
  readCurve,
  scaleCurve,
  seriesDuties,
  slopeAt,
  speedScale,
  systemHead,
  systemThrough,
  valueAt,
} from "./index.ts";

const POINTS = [
  { flow: 0, head: 52, power: 5100 },
  { flow: 30 / 3600, head: 50.5, power: 7400, npshr: 1.6 },
  { flow: 60 / 3600, head: 45, power: 9900, npshr: 2.1 },
  { flow: 90 / 3600, head: 35, power: 11800, npshr: 3.6 },
];

function rated(points = POINTS, speed = 2920) {
  const built = buildCurve({ speed, points });
  if (!built.ok) throw new Error(built.error);
  return built.value;
}

/** Ascending abscissae with any ordinates. */
const columns = fc
  .array(
    fc.record({
      step: fc.double({ min: 0.01, max: 5, noNaN: true }),
      y: fc.double({ min: -100, max: 100, noNaN: true }),
    }),
    { minLength: 2, maxLength: 9 },
  )
  .map((list) => {
    let x = 0;
    return { x: list.map((p) => (x += p.step)), y: list.map((p) => p.y) };
  });

const build = (x: readonly number[], y: readonly number[]) => {
  const p = pchip(x, y);
  if (!p.ok) throw new Error(p.error);
  return p.value;
};

describe("PCHIP", () => {
  it("runs through its points", () => {
    fc.assert(
      fc.property(columns, ({ x, y }) => {
        const p = build(x, y);
        x.forEach((at, i) => expect(valueAt(p, at)).toBeCloseTo(y[i] ?? 0, 8));
      }),
    );
  });

  it("stays between neighbouring points: no humps of its own", () => {
    fc.assert(
      fc.property(columns, fc.double({ min: 0, max: 1, noNaN: true }), ({ x, y }, t) => {
        const p = build(x, y);
        for (let i = 0; i + 1 < x.length; i++) {
          const [a = 0, b = 0] = [x[i], x[i + 1]];
          const v = valueAt(p, a + t * (b - a)) ?? Number.NaN;
          const [low, high] = [
            Math.min(y[i] ?? 0, y[i + 1] ?? 0),
            Math.max(y[i] ?? 0, y[i + 1] ?? 0),
          ];
          expect(v).toBeGreaterThanOrEqual(low - 1e-9);
          expect(v).toBeLessThanOrEqual(high + 1e-9);
        }
      }),
    );
  });

  it("has the slope its values show", () => {
    fc.assert(
      fc.property(columns, fc.double({ min: 0.05, max: 0.95, noNaN: true }), ({ x, y }, t) => {
        const p = build(x, y);
        const [a = 0, b = 1] = x;
        const at = a + t * (b - a);
        const h = (b - a) * 1e-5;
        const numeric = ((valueAt(p, at + h) ?? 0) - (valueAt(p, at - h) ?? 0)) / (2 * h);
        expect(slopeAt(p, at)).toBeCloseTo(numeric, 2);
      }),
    );
  });

  it("answers nothing outside its points", () => {
    const p = build([0, 1], [5, 6]);
    expect(valueAt(p, -0.001)).toBeUndefined();
    expect(valueAt(p, 1.001)).toBeUndefined();
    expect(slopeAt(p, 2)).toBeUndefined();
  });

  it.each([
    [[1], [1], "too-few-points"],
    [[0, 0], [1, 2], "not-ascending"],
    [[0, Number.NaN], [1, 2], "not-finite"],
  ])("refuses %j", (x, y, error) => {
    expect(pchip(x, y)).toEqual({ ok: false, error });
  });
});

describe("rated curve", () => {
  it("does not depend on the order of its points", () => {
    const shuffled = rated([...POINTS].reverse());
    expect(shuffled.notes).toContain("points-sorted");
    expect(readCurve(shuffled, 0.01).head).toBeCloseTo(readCurve(rated(), 0.01).head ?? 0, 12);
  });

  it("averages a flow that is given twice and says so", () => {
    const curve = rated([...POINTS, { flow: 60 / 3600, head: 47, power: 9900, npshr: 2.1 }]);
    expect(curve.notes).toContain("duplicate-flows-averaged");
    expect(readCurve(curve, 60 / 3600).head).toBeCloseTo(46);
  });

  it("takes two points as a straight line", () => {
    const curve = rated([POINTS[0], POINTS[3]].map((p) => p ?? { flow: 0, head: 0, power: 0 }));
    expect(curve.notes).toContain("two-points-straight-line");
    expect(readCurve(curve, 45 / 3600).head).toBeCloseTo(43.5);
  });

  it("is no curve with one point", () => {
    expect(buildCurve({ points: [{ flow: 0, head: 10 }] })).toEqual({
      ok: false,
      error: "too-few-points",
    });
  });

  it("notes a rising head and gives every flow of a head", () => {
    const humped = rated([
      { flow: 0, head: 30, power: 1000 },
      { flow: 0.01, head: 33, power: 1500 },
      { flow: 0.02, head: 28, power: 1900 },
    ]);
    expect(humped.notes).toContain("head-rises-with-flow");
    expect(flowsAtHead(humped, 31)).toHaveLength(2);
  });

  it("notes an efficiency above one", () => {
    expect(rated([...POINTS.slice(0, 3), { flow: 0.025, head: 35, power: 1000 }]).notes).toContain(
      "efficiency-above-one",
    );
  });

  it("works power out of efficiency", () => {
    const curve = rated([
      { flow: 0.01, head: 40, efficiency: 0.7 },
      { flow: 0.02, head: 30, efficiency: 0.75 },
    ] as never);
    const power = readCurve(curve, 0.01).power ?? 0;
    expect(hydraulicEfficiency(0.01, 40, power, 998.2)).toBeCloseTo(0.7);
  });

  it("finds the best point near where Q H / P is greatest", () => {
    const best = bestEfficiencyFlow(rated()) ?? 0;
    expect(best * 3600).toBeGreaterThan(60);
    expect(best * 3600).toBeLessThanOrEqual(90);
  });

  it("finds the top of a parabola of efficiency, and is not led off by a rounded last point", () => {
    const efficiency = (q: number) => 0.8 * (1 - (q / 0.02 - 1) ** 2);
    const points = [0.004, 0.008, 0.012, 0.016, 0.02, 0.024, 0.028].map((flow) => ({
      flow,
      head: 50 - 3e4 * flow * flow,
      efficiency: efficiency(flow),
    }));
    const top = bestEfficiencyFlow(rated(points as never)) ?? 0;
    expect(top / 0.02).toBeCloseTo(1, 1);
    const last = points.map((p, i) => (i === 6 ? { ...p, efficiency: 0.82 } : p));
    const led = bestEfficiencyFlow(rated(last as never)) ?? 0;
    expect(led).toBeLessThan(0.025);
  });
});

describe("affinity", () => {
  const ratio = fc.double({ min: 0.4, max: 1.6, noNaN: true });

  it("two steps of speed are one", () => {
    fc.assert(
      fc.property(ratio, ratio, (a, b) => {
        const once = scaleCurve(rated(), speedScale(a * b));
        const twice = scaleCurve(scaleCurve(rated(), speedScale(a)), speedScale(b));
        const q = 0.01 * a * b;
        expect(readCurve(twice, q).head).toBeCloseTo(readCurve(once, q).head ?? 0, 8);
        expect(readCurve(twice, q).power).toBeCloseTo(readCurve(once, q).power ?? 0, 4);
      }),
    );
  });

  it("keeps the efficiency at scaled flow", () => {
    fc.assert(
      fc.property(ratio, (r) => {
        const scaled = scaleCurve(rated(), speedScale(r));
        const eta = (curve: ReturnType<typeof rated>, q: number) => {
          const { head = 0, power = 1 } = readCurve(curve, q);
          return (q * head) / power;
        };
        expect(eta(scaled, 0.015 * r)).toBeCloseTo(eta(rated(), 0.015), 8);
      }),
    );
  });

  it("leaves a curve of unknown speed alone", () => {
    const curve = { ...rated(), speed: undefined };
    expect(curveAtSpeed(curve, 1000)).toBe(curve);
  });

  it("sees the nominal diameter when the shut-off head is as rated", () => {
    expect(effectiveDiameter(0.208, 52, 2920, 52, 2920).diameter).toBeCloseTo(0.208);
  });
});

describe("pumps on a system", () => {
  const system = systemThrough(12, 60 / 3600, 45);

  it("meets the curve where pump and system agree to 1e-9", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 36, max: 50, noNaN: true }),
        (stat, head) => {
          const s = systemThrough(stat, 60 / 3600, head);
          for (const duty of intersections(rated(), s)) {
            const gap = (readCurve(rated(), duty.flow).head ?? 0) - systemHead(s, duty.flow);
            expect(Math.abs(gap)).toBeLessThan(1e-9);
          }
        },
      ),
    );
  });

  it("adds heads in series and flows in parallel", () => {
    const [series] = seriesDuties([rated(), rated()], {
      ...system,
      resistance: system.resistance * 2.4,
    });
    expect(series?.headOfEach[0]).toBeCloseTo((series?.head ?? 0) / 2, 6);
    const parallel = parallelDuties([rated(), rated()], system).at(-1);
    expect(parallel?.flowOfEach[0]).toBeCloseTo((parallel?.flow ?? 0) / 2, 9);
    expect(parallel?.flow).toBeGreaterThan(intersections(rated(), system).at(-1)?.flow ?? 1);
  });

  it("finds no duty under a static head no pump reaches", () => {
    expect(intersections(rated(), { staticHead: 60, resistance: 1 })).toEqual([]);
  });
});

describe("tolerance", () => {
  it("is wider below 10 kW for a catalogue curve", () => {
    expect(curveTolerance("3B", 8000)).toEqual({ flow: 0.1, head: 0.08, power: 0.1 });
    expect(curveTolerance("3B", 12000).head).toBe(0.07);
    expect(curveTolerance("1B", 8000).head).toBe(0.03);
  });
});
