import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { refinedSizes } from "./sizes.ts";

const GIVEN = [1, 2, 4, 8, 16, 32].map((s) => [s, 1] as const);
const between = (a: number, b: number) => Math.sqrt(a * b);
/** Sizes tried where the likelihood is a bell over ln size round a true one. */
const around = (truth: number, narrow: number, row: Parameters<typeof refinedSizes>[0]) =>
  refinedSizes(row, {
    tried: (severity) => -0.5 * (Math.log(severity / truth) / narrow) ** 2,
    logOf: (log) => log,
    best: () => 0,
  });

describe("the sizes a cause is tried at", () => {
  it("share the prior among them, in the order of the row", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.6, max: 50, noNaN: true }), (truth) => {
        const sizes = around(truth, 0.3, { severities: GIVEN, between });
        expect(sizes.reduce((s, x) => s + x.weight, 0)).toBeCloseTo(1, 9);
        const order = sizes.map((s) => s.severity);
        expect(order).toEqual(order.toSorted((a, b) => a - b));
        for (const [given] of GIVEN) expect(order).toContain(given);
      }),
    );
  });

  it("come close to one that falls between two of them", () => {
    fc.assert(
      fc.property(fc.double({ min: 1.1, max: 30, noNaN: true }), (truth) => {
        const sizes = around(truth, 0.15, { severities: GIVEN, between });
        const nearest = Math.min(...sizes.map((s) => Math.abs(Math.log(s.severity / truth))));
        expect(nearest).toBeLessThan(0.09);
      }),
    );
  });

  it("are those of the row where there are none between, or where it is hopeless", () => {
    expect(around(5, 0.3, { severities: GIVEN })).toHaveLength(GIVEN.length);
    const hopeless = refinedSizes(
      { severities: GIVEN, between },
      { tried: () => -40, logOf: (log) => log, best: () => 0 },
    );
    expect(hopeless).toHaveLength(GIVEN.length);
  });
});
