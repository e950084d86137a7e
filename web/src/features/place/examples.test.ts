import { parseQuantity } from "@yard-tack/core/quantity";
import { describe, expect, it } from "vitest";
import { exampleFor } from "./examples";
import type { PlaceField } from "./field";
import { PLACE_FIELDS } from "./fields";
import { faultOf } from "./paths";

const field = (more: Partial<PlaceField>): PlaceField => ({
  path: "x",
  label: "x",
  kind: "length",
  ...more,
});

describe("the example in a field", () => {
  it("is in the units of whoever types, words and all", () => {
    const level = field({ like: "1.8 m or -4.2 m" });
    expect(exampleFor(level, "metric")).toBe("1.8 m or -4.2 m");
    expect(exampleFor(level, "us")).toBe("5.9 ft or -14 ft");
    expect(exampleFor(field({ like: "80 mm" }), "us")).toBe("3.1 in");
    expect(exampleFor(field({ kind: "pressure", like: "100.3 kPa abs" }), "us")).toBe("15 psi abs");
    expect(exampleFor(field({ kind: "percent", like: "30" }), "us")).toBe("30");
    expect(exampleFor(field({}), "us")).toBeUndefined();
  });

  it.each(["metric", "us"] as const)("of every field would be taken as typed, %s", (units) => {
    for (const f of PLACE_FIELDS) {
      const like = exampleFor(f, units);
      const [first] = like?.split(" or ") ?? [];
      if (first === undefined || /number|percent|choice|flag/.test(f.kind)) continue;
      if (f.kind === "rows") {
        expect(faultOf(f, first), `${f.path}: ${first}`).toBe("");
        if (units === "us") expect(first, f.path).not.toMatch(/degC|kg|\bm\b|m3/);
        continue;
      }
      expect(parseQuantity(first, f.kind as never).ok, `${f.path}: ${first}`).toBe(true);
    }
  });
});
