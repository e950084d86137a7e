import { expect, it } from "vitest";
import { vibrationZone } from "./vibration.ts";

it("names the zone of a vibration, higher limits for large pumps", () => {
  expect([2e-3, 3.2e-3, 4e-3, 8e-3, 12e-3].map((v) => vibrationZone(v))).toEqual([
    "A",
    "A",
    "B",
    "C",
    "D",
  ]);
  expect(vibrationZone(4e-3, 250_000)).toBe("A");
});
