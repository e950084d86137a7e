import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildCurve, curveTolerance, readCurve } from "../curve/index.ts";
import { gaugePa, GRAVITY } from "../quantity/index.ts";
import {
  colebrook,
  countingHeight,
  dutyPoint,
  headUncertainty,
  type HeadMeasurement,
  pipeLoss,
  solveOnCurve,
  totalHead,
} from "./index.ts";

const built = buildCurve({
  speed: 2920,
  points: [
    { flow: 0, head: 52, power: 5100 },
    { flow: 30 / 3600, head: 50.5, power: 7400 },
    { flow: 60 / 3600, head: 45, power: 9900 },
    { flow: 90 / 3600, head: 35, power: 11800 },
  ],
});
if (!built.ok) throw new Error(built.error);
const curve = built.value;
const tolerance = curveTolerance("3B", 11000);

function gauges(discharge: number, suction = 0.05e5, u = 5000): HeadMeasurement {
  return {
    density: 999,
    suction: {
      kind: "gauge",
      gauge: { pressure: gaugePa(suction), u: u / 2, gaugeHeight: 0.2, bore: 0.08 },
    },
    discharge: { pressure: gaugePa(discharge), u, gaugeHeight: 0.5, bore: 0.065 },
  };
}

describe("friction", () => {
  const flow = fc.double({ min: 1e-5, max: 0.05, noNaN: true });
  const pipe = { bore: 0.1, length: 20, roughness: 5e-5, k: 3 };

  it("solves Colebrook's equation to its own residual", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        fc.double({ min: 4000, max: 1e8, noNaN: true }),
        (e, re) => {
          const f = colebrook(e, re);
          const right = -2 * Math.log10(e / 3.7 + 2.51 / (re * Math.sqrt(f)));
          expect(1 / Math.sqrt(f)).toBeCloseTo(right, 9);
        },
      ),
    );
  });

  it("loses more with more flow", () => {
    fc.assert(
      fc.property(flow, fc.double({ min: 1.01, max: 2, noNaN: true }), (q, more) => {
        const a = pipeLoss(pipe, q, 1e-6);
        const b = pipeLoss(pipe, q * more, 1e-6);
        // Between laminar and turbulent the factor jumps upwards, never down.
        expect(a.ok && b.ok && b.value.totalLoss > a.value.totalLoss).toBe(true);
      }),
    );
  });

  it("is 64/Re while it is laminar", () => {
    const loss = pipeLoss(pipe, 1e-5, 1e-6);
    expect(loss.ok && loss.value.regime).toBe("laminar");
    expect(loss.ok && loss.value.frictionFactor * loss.value.reynolds).toBeCloseTo(64);
  });

  it.each([{ bore: 0 }, { length: -1 }, { bore: Number.NaN }])("refuses %j", (wrong) => {
    expect(pipeLoss({ ...pipe, ...wrong }, 0.01, 1e-6)).toEqual({ ok: false, error: "bad-pipe" });
  });
});

describe("total head", () => {
  it("counts the gauge when its line is full and the tapping when it is empty", () => {
    const g = { pressure: gaugePa(1), gaugeHeight: 2, tappingHeight: 0.1 };
    expect(countingHeight(g)).toBe(2);
    expect(countingHeight({ ...g, pressure: gaugePa(-1) })).toBe(0.1);
    expect(countingHeight({ ...g, pressure: gaugePa(-1), line: "full" })).toBe(2);
  });

  it("does not change when both gauges move up together with full lines", () => {
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (lift) => {
        const m = gauges(4e5);
        const suction = m.suction.kind === "gauge" ? m.suction.gauge : undefined;
        if (!suction) throw new Error("a gauge");
        const perMetre = 999 * 9.80665;
        const moved: HeadMeasurement = {
          ...m,
          suction: {
            kind: "gauge",
            gauge: {
              ...suction,
              line: "full",
              pressure: gaugePa(suction.pressure - lift * perMetre),
              gaugeHeight: 0.2 + lift,
            },
          },
          discharge: {
            ...m.discharge,
            line: "full",
            pressure: gaugePa(4e5 - lift * perMetre),
            gaugeHeight: 0.5 + lift,
          },
        };
        expect(totalHead(moved, 0.01)).toBeCloseTo(totalHead(m, 0.01), 8);
      }),
    );
  });

  it("solves head and flow together, so that they meet on the curve", () => {
    fc.assert(
      fc.property(fc.double({ min: 3e5, max: 4.9e5, noNaN: true }), (p) => {
        for (const s of solveOnCurve(gauges(p), curve)) {
          expect(Math.abs((readCurve(curve, s.flow).head ?? 0) - s.head)).toBeLessThan(1e-8);
        }
      }),
    );
  });

  it("is less certain the coarser the gauge", () => {
    // Both gauges and both heights, in squares: nothing of it may be left out.
    const perMetre = 1000 * GRAVITY;
    const m = {
      suction: { kind: "gauge", gauge: { pressure: gaugePa(0), u: 3 * perMetre } },
      discharge: { pressure: gaugePa(4e5), u: 5 * perMetre },
      density: 1000,
      uHeight: 4,
    } as const;
    expect(headUncertainty(m)).toBeCloseTo(Math.sqrt(3 ** 2 + 5 ** 2 + 2 * 4 ** 2), 9);
    const flow = { value: 0.02, u: 0.001 };
    expect(headUncertainty(m, flow)).toBeCloseTo(headUncertainty(m), 9);
    expect(headUncertainty(gauges(4e5, 0, 20000))).toBeGreaterThan(
      headUncertainty(gauges(4e5, 0, 5000)),
    );
  });
});

describe("duty point", () => {
  it("comes from the meter before the head, and shows both", () => {
    const duty = dutyPoint({
      measurement: gauges(4e5),
      meter: { value: 60 / 3600, u: 3e-4 },
      curve,
      tolerance,
    });
    expect(duty.flow?.from).toBe("meter");
    expect(duty.alternatives.map((a) => a.from)).toEqual(["head"]);
    expect(duty.disagreement).toBeGreaterThanOrEqual(0);
  });

  it("does not condemn a pump on a cheap gauge, and does on a good one", () => {
    const meter = { value: 60 / 3600, u: 1e-4 };
    const low = 3.45e5;
    expect(
      dutyPoint({ measurement: gauges(low, 0.05e5, 1500), meter, curve, tolerance }).verdict,
    ).toBe("below");
    expect(
      dutyPoint({ measurement: gauges(low, 0.05e5, 40000), meter, curve, tolerance }).verdict,
    ).toBe("within-band");
  });

  it("says outside when the meter is past the sheet", () => {
    expect(
      dutyPoint({ measurement: gauges(3e5), meter: { value: 0.04, u: 1e-4 }, curve, tolerance })
        .verdict,
    ).toBe("outside-curve");
  });

  it("says there is no curve when there is none", () => {
    const duty = dutyPoint({ measurement: gauges(3e5), tolerance });
    expect(duty.verdict).toBe("no-curve");
    expect(duty.head?.value).toBeGreaterThan(20);
  });

  it("widens the flow's band where the curve is flat", () => {
    const at = (p: number) => dutyPoint({ measurement: gauges(p), curve, tolerance }).flow;
    const flat = at(4.75e5);
    const steep = at(3.4e5);
    expect((flat?.u ?? 0) / (flat?.value ?? 1)).toBeGreaterThan(
      (steep?.u ?? 0) / (steep?.value ?? 1),
    );
  });
});
