import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { liquidFaultWords } from "../words/index.ts";
import { glycolFreezingPoint, liquidAt, type LiquidName } from "./index.ts";

const state = (name: LiquidName, celsius: number, concentration?: number) => {
  const s = liquidAt({ name, concentration }, celsius + 273.15);
  if (!s.ok) throw new Error(s.error.code);
  return s.value;
};

/** Dynamic viscosity [mPa s]. */
const thick = (name: LiquidName, celsius: number, concentration: number) => {
  const s = state(name, celsius, concentration);
  return s.kinematicViscosity * s.density * 1000;
};

/** Sun and Teja 2003, ethylene glycol in water: an independent correlation, t in °C, w by mass. */
function sunTeja(t: number, w: number) {
  const glycol = 1127.68 - 0.65816 * t - 6.1765e-4 * t ** 2;
  const water = 1002.17 - 0.116189 * t - 0.358024e-2 * t ** 2 + 0.373667e-5 * t ** 3;
  const density =
    w * glycol +
    (1 - w) * water +
    (glycol - water) * w * (1 - w) * (0.3059 + 0.13781 * w - 1.8961e-3 * t);
  const lg = -3.61359 + 986.519 / (t + 127.861);
  const lw = -3.758023 + 590.9808 / (t + 137.2645);
  const viscosity = Math.exp(
    w * lg + (1 - w) * lw + (lg - lw) * w * (1 - w) * (-0.165301 - 0.287325 * w + 1.10978e-3 * t),
  );
  return { density, viscosity };
}

describe("sea water", () => {
  it.each([
    // Density of the international equation of state at one atmosphere, S = 35.
    [0, 1028.106],
    [10, 1026.952],
    [20, 1024.763],
    [30, 1021.729],
  ])("has its density at %i °C", (celsius, density) => {
    expect(state("sea-water", celsius).density).toBeCloseTo(density, 0);
  });

  it("is fresh water without salt", () => {
    const salty = state("sea-water", 18, 0);
    const fresh = state("water", 18);
    expect(salty.density).toBeCloseTo(fresh.density, 9);
    expect(salty.vapourPressure).toBeCloseTo(fresh.vapourPressure, 9);
    expect(salty.kinematicViscosity).toBeCloseTo(fresh.kinematicViscosity, 12);
  });

  it("gets heavier, thicker and less volatile with salt", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0.001, max: 0.041, noNaN: true }),
        (t, s) => {
          const [a, b] = [state("sea-water", t, s - 0.001), state("sea-water", t, s)];
          expect(b.density).toBeGreaterThan(a.density);
          expect(b.kinematicViscosity).toBeGreaterThan(a.kinematicViscosity);
          expect(b.vapourPressure).toBeLessThan(a.vapourPressure);
        },
      ),
    );
  });
});

describe("glycol", () => {
  it("of ethylene agrees with an independent correlation", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 17, max: 60, noNaN: true }),
        fc.double({ min: 0.05, max: 0.55, noNaN: true }),
        (t, w) => {
          const other = sunTeja(t, w);
          const own = state("ethylene-glycol", t, w);
          expect(Math.abs(own.density / other.density - 1)).toBeLessThan(0.006);
          expect(Math.abs(thick("ethylene-glycol", t, w) / other.viscosity - 1)).toBeLessThan(0.1);
        },
      ),
    );
  });

  it.each([
    // Usual tables of secondary refrigerants, rounded.
    ["propylene-glycol", 20, 0.3, 1023, 2.8],
    ["propylene-glycol", 20, 0.5, 1041, 6.4],
    ["ethylene-glycol", -10, 0.3, 1050, 6.4],
    ["ethylene-glycol", 20, 0.5, 1064, 3.8],
  ] as const)("%s at %i °C, %f by mass", (name, celsius, w, density, viscosity) => {
    expect(Math.abs(state(name, celsius, w).density / density - 1)).toBeLessThan(0.005);
    expect(Math.abs(thick(name, celsius, w) / viscosity - 1)).toBeLessThan(0.08);
  });

  it("thins with warmth, down to its freezing point", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("ethylene-glycol" as const, "propylene-glycol" as const),
        fc.double({ min: 0.1, max: 0.55, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (name, w, share) => {
          const low = glycolFreezingPoint(name, w) - 273.15;
          const t = low + share * (75 - low);
          expect(thick(name, t + 2, w)).toBeLessThan(thick(name, t, w));
          expect(state(name, t, w).vapourPressure).toBeGreaterThan(0);
        },
      ),
    );
  });

  it("freezes lower the stronger it is", () => {
    expect(glycolFreezingPoint("ethylene-glycol", 0.3) - 273.15).toBeCloseTo(-14.6, 0);
    expect(glycolFreezingPoint("ethylene-glycol", 0.5)).toBeLessThan(
      glycolFreezingPoint("ethylene-glycol", 0.3),
    );
  });

  it.each([
    ["ethylene-glycol", 5, 0.9, "up to 60 %"],
    ["ethylene-glycol", -30, 0.2, "where it freezes"],
    ["propylene-glycol", 5, undefined, "needs its concentration"],
    ["sea-water", 60, 0.035, "0 to 40 °C"],
    ["water", -5, undefined, "0 to 180 °C"],
  ] as const)("%s at %i °C of %s is refused in words", (name, celsius, concentration, words) => {
    const s = liquidAt({ name, concentration }, celsius + 273.15);
    expect(s.ok ? "" : liquidFaultWords(s.error)).toContain(words);
  });
});
