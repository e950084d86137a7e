import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  displacementFlow,
  displacementNpshr,
  displacementPower,
  fitDisplacement,
  slipFlow,
  speedCeiling,
} from "./index.ts";

const VOLUME = 1e-4;
const point = (speed: number, viscosity: number, pressure: number) => ({
  speed,
  viscosity,
  pressure,
  flow: (VOLUME * speed) / 60 - 2e-11 * pressure * Math.sqrt(1e-4 / viscosity),
  power: 200 + (VOLUME * speed * pressure) / 60,
});
const TABLE = [60e-6, 250e-6].flatMap((v) => [0, 3e5, 6e5, 9e5].map((p) => point(400, v, p)));
const NPSH = [
  { speed: 250, viscosity: 60e-6, head: 1.2 },
  { speed: 400, viscosity: 60e-6, head: 1.9 },
  { speed: 250, viscosity: 250e-6, head: 1.8 },
  { speed: 400, viscosity: 250e-6, head: 2.9 },
];
const rating = () => {
  const r = fitDisplacement(TABLE, NPSH);
  if (!r.ok) throw new Error(r.error);
  return r.value;
};

describe("positive displacement", () => {
  it("finds swept volume, slip and how slip follows viscosity", () => {
    const r = rating();
    expect(r.volume).toBeCloseTo(VOLUME, 9);
    expect(r.viscosityExponent).toBe(0.5);
    expect(r.misfit).toBeLessThan(1e-6);
    for (const p of TABLE) {
      expect(displacementFlow(r, p.speed, p.pressure, p.viscosity)).toBeCloseTo(p.flow, 9);
      expect(displacementPower(r, p.speed, p.pressure, p.viscosity)).toBeCloseTo(p.power, 6);
    }
  });

  it("gives less the higher the pressure and the thinner the liquid, never less than nothing", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 600, noNaN: true }),
        fc.double({ min: 0, max: 2e6, noNaN: true }),
        fc.double({ min: 1e-6, max: 1e-3, noNaN: true }),
        (speed, pressure, viscosity) => {
          const r = rating();
          const q = displacementFlow(r, speed, pressure, viscosity);
          expect(q).toBeGreaterThanOrEqual(0);
          expect(displacementFlow(r, speed, pressure + 1e5, viscosity)).toBeLessThanOrEqual(q);
          expect(slipFlow(r, pressure, viscosity)).toBeGreaterThanOrEqual(
            slipFlow(r, pressure, 2 * viscosity),
          );
          const fast = displacementFlow(r, 2 * speed, pressure, viscosity);
          expect(fast - q).toBeLessThanOrEqual((VOLUME * speed) / 60 + 1e-9 + q);
        },
      ),
    );
  });

  it("does not depend on the order of its table", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(TABLE, { minLength: TABLE.length }), (table) => {
        const r = fitDisplacement(table, NPSH);
        expect(r.ok && r.value.volume).toBeCloseTo(VOLUME, 9);
      }),
    );
  });

  it("asks for more NPSH when it turns faster", () => {
    const r = rating();
    expect(displacementNpshr(r, 325, 60e-6)).toBeCloseTo(1.55);
    expect(displacementNpshr(r, 500, 60e-6)).toBeCloseTo(1.9 * (500 / 400) ** 2);
    expect(displacementNpshr({ ...r, npshr: [] }, 300, 60e-6)).toBeUndefined();
  });

  it("turns as fast as the suction feeds, and slower the less there is", () => {
    const ceiling = (available: number) =>
      speedCeiling(
        rating(),
        3e5,
        60e-6,
        () => available,
        (n) => n + 1,
        400,
      );
    expect(ceiling(9)).toBe(400);
    expect(ceiling(0.1)).toBeUndefined();
    const tight = ceiling(2.6) ?? 0;
    expect(tight).toBeGreaterThan(200);
    expect(tight).toBeLessThan(400);
    expect(displacementNpshr(rating(), tight, 60e-6)).toBeCloseTo(1.6, 3);
  });

  it.each([
    [[], "too-few-points"],
    [TABLE.slice(0, 1), "too-few-points"],
    [[point(400, 1e-4, 3e5), point(400, 1e-4, 3e5)], "no-slope"],
  ])("refuses a table too thin to say anything", (table, error) => {
    expect(fitDisplacement(table)).toEqual({ ok: false, error });
  });
});
