import { describe, expect, it } from "vitest";
import { parseReading } from "./reading.ts";
import { plainly } from "./plainly.ts";
import { type Dimension, UNITS } from "./units.ts";

/** As typed, with the unit that stands beside the strip; what it means, by value and unit. */
const TYPED: readonly (readonly [string, string, Dimension, string])[] = [
  ["3.0-3.4", "bar", "pressure", "3.0 to 3.4 bar"],
  ["3.0 - 3.4 bar", "bar", "pressure", "3.0 to 3.4 bar"],
  ["3.0–3.4", "bar", "pressure", "3.0 to 3.4 bar"],
  ["-5--7", "inHg", "pressure", "-5 to -7 inHg"],
  ["3.0-3.4; 3.2", "bar", "pressure", "3.0 to 3.4; 3.2 bar"],
  ["25 vac", "inHg", "pressure", "25 inHg vac"],
  ["14.2 psia", "psi", "pressure", "14.2 psi abs"],
  ["1.1 bara", "bar", "pressure", "1.1 bar abs"],
  ["60 lbs", "bar", "pressure", "60 psi"],
  ["60#", "psi", "pressure", "60 psi"],
  ["1/2 hp", "kW", "power", "0.5 hp"],
  ["1/2", "hp", "power", "0.5 hp"],
  ["1½ in", "mm", "length", "1.5 in"],
  ["½", "in", "length", "0.5 in"],
  ["1 1/4 in", "mm", "length", "1.25 in"],
  ["1-1/4 in", "mm", "length", "1.25 in"],
  ["DN32", "in", "length", "32 mm"],
  ["6' 3\"", "ft", "length", "75 in"],
  ["6 ft 3 in", "ft", "length", "75 in"],
  ["4.9 amps", "A", "current", "4.9 A"],
  ["4.9amps", "A", "current", "4.9 A"],
  ["400 volts", "V", "voltage", "400 V"],
  ["200 megohm", "ohm", "resistance", "200 Mohm"],
  ["20 uf", "uF", "capacitance", "20 uF"],
  ["2k", "rpm", "speed", "2000 rpm"],
  ["2.2k", "ohm", "resistance", "2200 ohm"],
  ["1:30", "min", "time", "90 s"],
  ["1:02:30", "h", "time", "3750 s"],
  ["36 cbm/h", "L/s", "flow", "36 m3/h"],
];

const values = (raw: string, dimension: Dimension) => {
  const parsed = parseReading(raw, dimension);
  if (!parsed.ok) throw new Error(`${raw}: ${parsed.error.message}`);
  return parsed.value.values.map((v) => v.si);
};
const withUnit = (text: string, unit: string) =>
  /[a-zA-Z]$|\d$/.test(text) && !/[a-zA-Z]/.test(text.replace(/\bto\b/g, ""))
    ? `${text} ${unit}`
    : text;

describe("what a hand writes on a job", () => {
  for (const [typed, unit, dimension, meant] of TYPED) {
    it(`reads ${typed} beside ${unit} as ${meant}`, () => {
      const plain = withUnit(plainly(typed, dimension, unit), unit);
      const got = values(plain, dimension);
      const want = values(meant, dimension);
      expect(got).toHaveLength(want.length);
      got.forEach((v, i) => expect(v).toBeCloseTo(want[i] ?? Number.NaN, 9));
    });
  }

  it("leaves alone what is plain already, in every unit", () => {
    for (const { symbol, dimension } of UNITS) {
      for (const text of [`4.2 ${symbol}`, `-7 ${symbol}`, `4.1 to 4.4 ${symbol}`]) {
        expect(plainly(text, dimension, symbol), text).toBe(text);
      }
    }
  });

  it("makes no sense of what has none", () => {
    for (const text of ["", "bar", "abc", "3..4", "1/0", "1/7", "DN", "1:99"]) {
      expect(plainly(text, "pressure", "bar")).toBe(text);
    }
  });
});
