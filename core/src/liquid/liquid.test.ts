import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { absolutePa } from "../quantity/index.ts";
import { standardAtmosphere, tableState, waterAt, waterState } from "./index.ts";
import { liquidFaultWords } from "../words/index.ts";

const kelvin = fc.double({ min: 273.2, max: 453.1, noNaN: true });

describe("water", () => {
  it("boils at 100 °C at sea level", () => {
    const w = waterAt(373.124);
    expect(w.ok && w.value.saturationPressure).toBeCloseTo(101325, -2);
  });

  it("has more vapour pressure and less viscosity the warmer it is", () => {
    fc.assert(
      fc.property(kelvin, fc.double({ min: 0.05, max: 20, noNaN: true }), (t, step) => {
        const a = waterAt(t);
        const b = waterAt(Math.min(453.1, t + step));
        if (!a.ok || !b.ok || t + step > 453.1) return;
        expect(b.value.saturationPressure).toBeGreaterThan(a.value.saturationPressure);
        // The two viscosity formulas meet at 110 °C to within their own uncertainty.
        const crosses = t < 383.15 && t + step > 383.15 && step < 1;
        if (!crosses) expect(b.value.dynamicViscosity).toBeLessThan(a.value.dynamicViscosity);
      }),
    );
  });

  it("is refused outside its range, as a value", () => {
    expect(waterAt(200)).toEqual({ ok: false, error: "out-of-range" });
    expect(waterAt(Number.NaN).ok).toBe(false);
    const cold = waterState(500);
    expect(cold.ok ? "" : liquidFaultWords(cold.error)).toContain("0 to 180");
  });
});

describe("atmosphere", () => {
  it("thins with height", () => {
    const height = fc.double({ min: -400, max: 4900, noNaN: true });
    fc.assert(
      fc.property(height, (h) => {
        const low = standardAtmosphere(h);
        const high = standardAtmosphere(h + 50);
        expect(low.ok && high.ok && high.value < low.value).toBe(true);
      }),
    );
  });

  it("is refused above 5 000 m", () => {
    expect(standardAtmosphere(6000).ok).toBe(false);
  });
});

describe("a liquid of its own table", () => {
  const rows = [
    { temperature: 280, density: 900, vapourPressure: absolutePa(10), viscosity: 2e-4 },
    { temperature: 320, density: 880, vapourPressure: absolutePa(40), viscosity: 5e-5 },
  ];

  it("runs straight in density and in the logarithm of viscosity", () => {
    const s = tableState(rows, 300);
    expect(s.ok && s.value.density).toBeCloseTo(890);
    expect(s.ok && s.value.kinematicViscosity).toBeCloseTo(1e-4);
    expect(s.ok && s.value.vapourPressure).toBeCloseTo(20);
  });

  it("does not depend on the order of its rows", () => {
    expect(tableState([...rows].reverse(), 310)).toEqual(tableState(rows, 310));
  });

  it("is not stretched beyond its ends", () => {
    expect(tableState(rows, 350).ok).toBe(false);
    expect(tableState([], 300).ok).toBe(false);
  });
});
