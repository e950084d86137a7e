import { expect, it } from "vitest";
import { dropRate } from "./drop-rate";

it("counts the intervals, not the taps", () => {
  expect(dropRate([])).toBeUndefined();
  expect(dropRate([5])).toBeUndefined();
  expect(dropRate([0, 6000, 12_000])).toBe(10);
  expect(dropRate([0, 40_000])).toBe(1.5);
  expect(dropRate([7, 7])).toBeUndefined();
});
