import { describe, expect, it } from "vitest";
import { readHours } from "./counter.ts";

describe("readHours", () => {
  it.each([
    ["8420", 8420],
    ["8 420", 8420],
    ["12'345.5 h", 12_345.5],
    ["8420,5", 8420.5],
    ["30 min", 0.5],
    ["0", 0],
  ])("reads %s", (text, hours) => {
    expect(readHours(text)).toBeCloseTo(hours, 6);
  });

  it.each(["", "many", "-3", "1e9", "8420 bar", "NaN", "84 20"])("does not take %s", (text) => {
    expect(readHours(text)).toBeUndefined();
  });
});
