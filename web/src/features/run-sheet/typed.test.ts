import { describe, expect, it } from "vitest";
import { draftOf, fromDraft, partsOf, readTyped } from "./typed";

describe("what is typed into a strip", () => {
  it.each([
    ["-6.2", "inHg", false, "-6.2 inHg"],
    ["9", "inHg", true, "9 inHg vac"],
    ["14 psi", "bar", false, "14 psi"],
    ["41,2", "bar", false, "41,2 bar"],
    ["1e3", "kPa", false, "1e3 kPa"],
  ])("%s on a %s strip (vac %s) is kept as %s", (text, unit, vac, raw) => {
    const typed = readTyped(text, unit, vac, "pressure");
    expect(typed.raw).toBe(raw);
    expect(typed.error).toBeUndefined();
  });

  it.each([
    ["0.26 to 0.30", "bar", "0.26 to 0.30 bar", 28_000],
    ["4.1; 4.3", "bar", "4.1; 4.3 bar", 420_000],
    ["7 to 9; 8", "inHg", "7 to 9; 8 inHg", 8 * 3386.389],
    ["4.1 to", "bar", "4.1 to bar", 410_000],
    ["2.1 to2.5", "bar", "2.1 to2.5 bar", 230_000],
    ["2.1to 2.5", "bar", "2.1to 2.5 bar", 230_000],
    ["-0.1to-0.3", "bar", "-0.1to-0.3 bar", -20_000],
  ])("%s on a %s strip is kept as %s and has a mean", (text, unit, raw, mean) => {
    const typed = readTyped(text, unit, false, "pressure");
    expect(typed.raw).toBe(raw);
    expect(typed.quantity?.si).toBeCloseTo(mean, -1);
    const back = partsOf(raw, "pressure", "kPa");
    expect(back.unit).toBe(unit);
    expect(readTyped(back.text, back.unit, back.vac, "pressure").quantity?.si).toBeCloseTo(
      mean,
      -1,
    );
  });

  it("says why a text is no reading", () => {
    expect(readTyped("3 A", "bar", false, "pressure").error?.reason).toBe("wrong-dimension");
    expect(readTyped("-", "bar", false, "pressure").error?.reason).toBe("not-a-number");
  });

  it.each(["-6.2 inHg", "14 psi", "9 inHg vac", "41,2 bar"])(
    "puts %s back into the strip so that it is kept the same",
    (raw) => {
      const p = partsOf(raw, "pressure", "bar");
      expect(readTyped(p.text, p.unit, p.vac, "pressure").raw).toBe(raw);
    },
  );

  it("puts back a text that is no reading as it was typed", () => {
    expect(partsOf("3 A", "pressure", "bar").text).toBe("3 A");
  });
});

describe("drafts", () => {
  it("bring text, unit and vac back", () => {
    const strip = { text: "14", unit: "psi", vac: true };
    expect(fromDraft(draftOf(strip), "bar")).toEqual(strip);
    expect(draftOf({ ...strip, text: "" })).toBe("");
  });

  it.each(["14", "-", "null", "[1]", "{"])(
    "of an older version (%s) are taken as the text itself",
    (old) => {
      expect(fromDraft(old, "bar")).toEqual({ text: old, unit: "bar", vac: false });
    },
  );
});
