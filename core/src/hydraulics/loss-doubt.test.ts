import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type LineElement, lossDoubt } from "./index.ts";
describe("how well a drawn loss is known", () => {
  const Q = 0.01;
  const NU = 1.14e-6;
  const PIPE = { kind: "pipe", bore: 0.1, length: 20 } as const;
  const doubt = (...elements: readonly LineElement[]) => lossDoubt(elements, Q, NU) ?? Number.NaN;

  it("is a share of it: of a bare pipe its roughness and its tape, of a valve half shut much more", () => {
    expect(doubt(PIPE)).toBeCloseTo(Math.hypot(0.2, 0.1), 6);
    expect(doubt({ kind: "valve", valve: "gate", bore: 0.1, opening: 0.3 })).toBeGreaterThan(0.45);
    expect(doubt({ kind: "valve", bore: 0.1, k: 5 })).toBeLessThan(0.15);
    expect(lossDoubt([], Q, NU)).toBeUndefined();
    expect(lossDoubt([PIPE], 0, NU)).toBeUndefined();
  });

  it("does not shrink with more of one kind, and shrinks with kinds that are independent", () => {
    const bend = { kind: "bend", bore: 0.1, radius: 0.15 } as const;
    expect(doubt(bend, bend, bend, bend)).toBeCloseTo(doubt(bend), 6);
    const strainer = { kind: "strainer", bore: 0.1, freeArea: 0.02 } as const;
    expect(doubt(bend, strainer)).toBeLessThan(doubt(bend));
  });

  it("lies between the best and the worst known of its parts, with the tape's", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom<LineElement["kind"]>(
            ...(["pipe", "bend", "tee", "strainer", "foot-valve", "inlet"] as const),
          ),
          { minLength: 1, maxLength: 12 },
        ),
        fc.double({ min: 0.001, max: 0.03, noNaN: true }),
        (kinds, flow) => {
          const elements = kinds.map((kind) => ({
            kind,
            bore: 0.1,
            ...(kind === "pipe" ? { length: 3 } : {}),
          }));
          const u = lossDoubt(elements, flow, NU);
          expect(u).toBeGreaterThanOrEqual(0.1);
          expect(u).toBeLessThanOrEqual(Math.hypot(0.3, 0.1) + 1e-9);
        },
      ),
    );
  });
});
