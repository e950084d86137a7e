import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fireTest, pitotFlow, pointBetween } from "./index.ts";

const setup = {
  rating: { flow: 0.0315, pressure: 690_000, speed: 1770 },
  density: 998,
  gaugeHeightDifference: 0,
};
const points = [
  { flow: 0, suction: 1.4e5, discharge: 9.6e5, speed: 1770 },
  { flow: 0.0316, suction: 1e5, discharge: 8.1e5, speed: 1770 },
  { flow: 0.0474, suction: 0.6e5, discharge: 5.5e5, speed: 1770 },
];

describe("three points of a fire-water pump", () => {
  it("do not depend on the order they were taken in", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(points, { minLength: 3 }), (order) => {
        expect(fireTest(setup, order).verdicts).toEqual(fireTest(setup, points).verdicts);
      }),
    );
  });

  it("come out the same when they were read at another speed and carried back by affinity", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.9, max: 1.1, noNaN: true }), (r) => {
        const slower = points.map((p) => ({
          flow: p.flow * r,
          suction: p.suction,
          discharge: p.suction + (p.discharge - p.suction) * r * r,
          speed: 1770 * r,
        }));
        const [a, b] = [fireTest(setup, points), fireTest(setup, slower)];
        a.corrected.forEach((c, i) => {
          expect(b.corrected[i]?.netPressure).toBeCloseTo(c.netPressure, 3);
          expect(b.corrected[i]?.flow).toBeCloseTo(c.flow, 9);
        });
      }),
    );
  });

  it("say not shown where a point was never reached, and never pass then", () => {
    const result = fireTest(setup, points.slice(0, 2));
    expect(result.verdicts.overload).toBe("not-shown");
    expect(result.overall).toBe("not-shown");
  });
});

describe("a point between two that were read", () => {
  const at = (flowPercent: number, pressurePercent: number) => ({
    flow: 0,
    netPressure: 0,
    flowPercent,
    pressurePercent,
    uFlowPercent: 2,
    uPressurePercent: 1,
  });
  // A head that falls with the square of flow: 120 - 0.002 Q².
  const head = (q: number) => 120 - 0.002 * q * q;

  it("lies on a head that falls with the square of flow", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 99, noNaN: true }),
        fc.double({ min: 101, max: 135, noNaN: true }),
        (low, high) => {
          const found = pointBetween([at(high, head(high)), at(low, head(low))], 100);
          expect(found?.pressurePercent).toBeCloseTo(100, 6);
          expect(found?.from).toBe(low);
        },
      ),
    );
  });

  it("is no surer than the nearer reading's flow allows, and carries the slope", () => {
    const found = pointBetween([at(99.9, head(99.9)), at(130, head(130))], 100);
    // 0.4 % of pressure for each % of flow there, of which 2 % are in doubt.
    expect(found?.uPressurePercent).toBeCloseTo(Math.hypot(1, 0.8), 1);
  });

  it("is not said beyond what was read, nor across a gap", () => {
    expect(pointBetween([at(90, 104), at(98, 101)], 100)).toBeUndefined();
    expect(pointBetween([at(0, 120), at(110, 96)], 100)).toBeUndefined();
  });
});

describe("flow from pitot pressures", () => {
  // 29.83 c d² √p in gpm, inches and psi: the tables that every tester carries.
  const gpm = (c: number, d: number, psi: number) => 29.83 * c * d * d * Math.sqrt(psi) * 6.309e-5;

  it("is that of the tables", () => {
    const flow = pitotFlow([32 * 6894.757], 2.5 * 0.0254, 0.9, 999);
    expect(flow / gpm(0.9, 2.5, 32)).toBeCloseTo(1, 2);
  });

  it("adds its streams up, and none of no pressure", () => {
    const one = pitotFlow([2e5], 0.045, 0.97, 999);
    expect(pitotFlow([2e5, 2e5, 0], 0.045, 0.97, 999)).toBeCloseTo(2 * one, 12);
    expect(pitotFlow([], 0.045, 0.97, 999)).toBe(0);
  });
});
