import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sumpCycle } from "./index.ts";

const positive = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });

describe("sump cycle", () => {
  it("balances: what comes in over the whole cycle goes out while it runs", () => {
    fc.assert(
      fc.property(
        positive(0.1, 20),
        positive(0.1, 2),
        positive(5, 600),
        positive(5, 3600),
        (area, depth, runTime, fillTime) => {
          const c = sumpCycle({ area, onLevel: depth, offLevel: 0, runTime, fillTime });
          const cycle = (c.cycleTime ?? 0) * (c.inflow ?? 0);
          expect((c.pumpFlow ?? 0) * runTime).toBeCloseTo(cycle, 6);
          expect(c.dutyShare).toBeCloseTo((c.inflow ?? 0) / (c.pumpFlow ?? 1), 9);
        },
      ),
    );
  });

  it("never starts more often than at an inflow of half the pump flow", () => {
    fc.assert(
      fc.property(
        positive(0.1, 20),
        positive(5, 600),
        positive(5, 3600),
        (area, runTime, fillTime) => {
          const c = sumpCycle({ area, onLevel: 1, offLevel: 0.5, runTime, fillTime });
          expect(c.startsPerHour ?? 0).toBeLessThanOrEqual(
            (c.worstStartsPerHour ?? 0) * (1 + 1e-9),
          );
        },
      ),
    );
  });

  it("knows what it does not know", () => {
    const c = sumpCycle({ area: 1, onLevel: 1, offLevel: 0 });
    expect(c).toMatchObject({
      volume: 1,
      inflow: undefined,
      pumpFlow: undefined,
      overLimitNow: undefined,
    });
  });
});
