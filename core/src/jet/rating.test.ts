import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { apparentLift, buildJet, jetFlow } from "./index.ts";

const GPM = 6.309e-5;
const PSI = 6894.757;
const TABLE = (
  [
    [30, [13.5, 11.8, 9.6, 6.8]],
    [50, [11, 9.2, 7, 4.1]],
    [70, [8.6, 6.7, 4.4, 1.2]],
  ] as const
).flatMap(([feet, flows]) =>
  flows.map((q, i) => ({ lift: feet * 0.3048, pressure: (20 + 10 * i) * PSI, flow: q * GPM })),
);
const rating = () => {
  const r = buildJet(TABLE);
  if (!r.ok) throw new Error(r.error);
  return r.value;
};

describe("jet pump", () => {
  it("runs through its table", () => {
    for (const p of TABLE) {
      const q = jetFlow(rating(), p.lift, p.pressure);
      expect(q.ok && q.value).toBeCloseTo(p.flow, 12);
    }
  });

  it("gives less the deeper the water and the higher the pressure", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 9.2, max: 20.5, noNaN: true }),
        fc.double({ min: 21, max: 48, noNaN: true }),
        (lift, psi) => {
          const at = (l: number, p: number) => {
            const q = jetFlow(rating(), l, p * PSI);
            if (!q.ok) throw new Error(q.error);
            return q.value;
          };
          expect(at(lift + 0.5, psi)).toBeLessThan(at(lift, psi));
          expect(at(lift, psi + 1)).toBeLessThan(at(lift, psi));
        },
      ),
    );
  });

  it("tells the lift that a flow and a pressure speak for", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 9.2, max: 21.2, noNaN: true }),
        fc.double({ min: 21, max: 49, noNaN: true }),
        (lift, psi) => {
          const q = jetFlow(rating(), lift, psi * PSI);
          if (!q.ok) throw new Error(q.error);
          expect(apparentLift(rating(), q.value, psi * PSI)).toBeCloseTo(lift, 6);
        },
      ),
    );
  });

  it("says what lies outside its table, and gives at least the shallow figure above it", () => {
    expect(jetFlow(rating(), 40, 30 * PSI)).toEqual({ ok: false, error: "beyond-lift" });
    expect(jetFlow(rating(), 12, 90 * PSI)).toEqual({ ok: false, error: "beyond-pressure" });
    const q = jetFlow(rating(), 2, 20 * PSI);
    expect(q.ok && q.value / GPM).toBeCloseTo(13.5, 6);
    expect(buildJet([])).toEqual({ ok: false, error: "too-few-points" });
  });
});
