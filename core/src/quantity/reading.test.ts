import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseReading } from "./reading.ts";

const read = (raw: string) => {
  const r = parseReading(raw, "pressure");
  if (!r.ok) throw new Error(r.error.message);
  return r.value;
};

describe("a reading on a strip", () => {
  it("reads a single value as before", () => {
    const r = read("4.2 bar");
    expect(r).toMatchObject({ swings: false, repeats: 1 });
    expect(r.mean).toBeCloseTo(4.2e5);
  });

  it("reads the two ends of a swing, with the unit once", () => {
    const r = read("4.1 to 4.4 bar");
    expect(r).toMatchObject({ swings: true, repeats: 1 });
    expect([r.low, r.high, r.mean].map((v) => Math.round(v))).toEqual([410_000, 440_000, 425_000]);
    expect(read("4.1…4.4 bar").high).toBe(r.high);
  });

  it("reads repeats, also of a swing, also with vac", () => {
    expect(read("4.2; 4.3; 4.25 bar").repeats).toBe(3);
    const mixed = read("7 to 9; 8 inHg vac");
    expect(mixed).toMatchObject({ swings: true, repeats: 2 });
    expect(mixed.values.map((v) => v.written)).toEqual([-7, -9, -8]);
  });

  it("takes the unit before when none follows", () => {
    expect(read("14 psi; 15").values.map((v) => v.unit)).toEqual(["psi", "psi"]);
  });

  it("leaves out a separator with nothing behind it", () => {
    expect(read("4.2 bar; ").repeats).toBe(1);
    expect(read("4.1 to  bar").repeats).toBe(1);
  });

  it("says what one value is wrong", () => {
    const r = parseReading("4.1 to 3 A", "pressure");
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.error.message).toContain("is a current");
    expect(parseReading("", "pressure").ok).toBe(false);
    expect(parseReading(Array.from({ length: 40 }, () => "4").join(";"), "pressure").ok).toBe(
      false,
    );
  });

  it("has a mean between its ends whatever is read", () => {
    const value = fc.double({ min: 0, max: 50, noNaN: true }).map((v) => v.toFixed(2));
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 9 }), (list) => {
        const r = read(`${list.join("; ")} bar`);
        expect(r.mean).toBeGreaterThanOrEqual(r.low - 1e-6);
        expect(r.mean).toBeLessThanOrEqual(r.high + 1e-6);
        expect(r.repeats).toBe(list.length);
      }),
    );
  });
});
