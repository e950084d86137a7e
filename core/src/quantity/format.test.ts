import { describe, expect, it } from "vitest";
import { formatFixed } from "./index.ts";

describe("figures that are added up", () => {
  it("have the same decimals whatever their size, so that they add up as shown", () => {
    const [air, level, pipe] = [10.94, 0.62, -4.66].map((v) =>
      formatFixed(v, "length", "metric", 1),
    );
    expect([air, level, pipe]).toEqual(["10.9 m", "0.6 m", "\u22124.7 m"]);
  });

  it("are in the reader's unit", () => {
    expect(formatFixed(10, "length", "us", 1)).toBe("32.8 ft");
  });
});
