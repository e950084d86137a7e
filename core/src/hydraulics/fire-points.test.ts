import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fireTest } from "./index.ts";

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
