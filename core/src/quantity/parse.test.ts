import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  fromUnit,
  gaugePa,
  absolutePa,
  parseQuantity,
  toAbsolute,
  toGauge,
  toUnit,
  UNITS,
} from "./index.ts";
import type { AbsolutePa, GaugePa } from "./index.ts";

const units = fc.constantFrom(...UNITS);
const moderate = fc.double({ min: -1e6, max: 1e6, noNaN: true, noDefaultInfinity: true });

describe("parseQuantity", () => {
  it("keeps the text as written beside the SI value", () => {
    const parsed = parseQuantity(" 9 inHg vac", "pressure");
    expect(parsed).toMatchObject({
      ok: true,
      value: { text: " 9 inHg vac", written: -9, unit: "inHg", reference: "gauge" },
    });
  });

  it("reads back what it converts, in every unit", () => {
    fc.assert(
      fc.property(units, fc.double({ min: 0.001, max: 1e5, noNaN: true }), (unit, value) => {
        const parsed = parseQuantity(`${value} ${unit.symbol}`, unit.dimension);
        if (!parsed.ok) throw new Error(parsed.error.message);
        expect(toUnit(parsed.value.si, unit.symbol)).toBeCloseTo(
          value,
          6 - Math.ceil(Math.log10(value + 1)),
        );
      }),
    );
  });

  it("goes to a unit and back without loss", () => {
    fc.assert(
      fc.property(units, moderate, (unit, value) => {
        const back = toUnit(fromUnit(value, unit.symbol), unit.symbol);
        expect(Math.abs(back - value)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(value)));
      }),
    );
  });

  it("never throws and never returns a number that is not finite, whatever is typed", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), units, (text, unit) => {
        const parsed = parseQuantity(text, unit.dimension);
        if (parsed.ok) expect(Number.isFinite(parsed.value.si)).toBe(true);
        else expect(parsed.error.message.length).toBeGreaterThan(10);
      }),
      { numRuns: 500 },
    );
  });

  it.each([
    ["1,200 bar", true],
    ["41,200 m3/h", true],
    ["41,2 bar", false],
    ["0,450 bar", false],
    ["1.200 bar", false],
  ])("asks about the comma of %s: %s", (text, inDoubt) => {
    const parsed = parseQuantity(text, text.endsWith("bar") ? "pressure" : "flow");
    expect(parsed.ok && parsed.value.commaInDoubt).toBe(inDoubt);
  });

  it("knows how finely a reading was taken", () => {
    const resolution = (text: string) => {
      const parsed = parseQuantity(text, "pressure");
      return parsed.ok ? parsed.value.resolution : Number.NaN;
    };
    expect(resolution("0.12 bar")).toBeCloseTo(1000);
    expect(resolution("4 bar")).toBeCloseTo(1e5);
  });

  it("names the nearest unit for a mistyped one", () => {
    const parsed = parseQuantity("2.9 bra", "pressure");
    expect(parsed.ok ? "" : parsed.error.message).toContain('"bar"');
  });

  it("refuses a current where a pressure is wanted", () => {
    const parsed = parseQuantity("3 A", "pressure");
    expect(parsed).toMatchObject({ ok: false, error: { reason: "wrong-dimension" } });
  });

  it("tells farad from degree Fahrenheit by what is wanted", () => {
    expect(parseQuantity("57 F", "temperature").ok).toBe(true);
    expect(parseQuantity("57 F", "capacitance").ok).toBe(true);
  });
});

describe("gauge and absolute pressure", () => {
  it("are inverse of each other round any atmosphere", () => {
    fc.assert(
      fc.property(moderate, fc.double({ min: 5e4, max: 1.1e5, noNaN: true }), (p, air) => {
        const back = toGauge(toAbsolute(gaugePa(p), absolutePa(air)), absolutePa(air));
        expect(back).toBeCloseTo(p, 4);
      }),
    );
  });

  it("do not mix in the types", () => {
    const takesGauge = (p: GaugePa): number => p;
    const takesAbsolute = (p: AbsolutePa): number => p;
    // @ts-expect-error an absolute pressure is no gauge pressure
    expect(takesGauge(absolutePa(1))).toBe(1);
    // @ts-expect-error a bare number is no absolute pressure
    expect(takesAbsolute(2)).toBe(2);
  });
});
