import { describe, expect, it } from "vitest";
import { t95 } from "./index.ts";

describe("Student's t", () => {
  it("is a table's, and never less than what it is for many", () => {
    expect(t95(1)).toBe(12.71);
    expect(t95(10)).toBe(2.23);
    expect(t95(40)).toBe(2.23);
    for (let n = 1; n < 30; n++) expect(t95(n)).toBeGreaterThanOrEqual(t95(n + 1));
    expect(t95(0)).toBe(12.71);
  });
});
