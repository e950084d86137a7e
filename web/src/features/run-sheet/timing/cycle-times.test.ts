import { expect, it } from "vitest";
import { type CycleTap, cycleTimes } from "./cycle-times";

const taps = (first: boolean, ...seconds: number[]): CycleTap[] =>
  seconds.map((s, i) => ({ at: 1000 * s, on: (i % 2 === 0) === first }));

it("needs one whole run and one whole stop", () => {
  expect(cycleTimes([])).toBeUndefined();
  expect(cycleTimes(taps(true, 0, 40))).toBeUndefined();
  expect(cycleTimes(taps(true, 0, 40, 240))).toEqual({ run: 40, off: 200, cycles: 1 });
});

it("may begin with a stop, and takes the mean of several", () => {
  expect(cycleTimes(taps(false, 10, 70, 100, 170, 210))).toEqual({ run: 35, off: 65, cycles: 2 });
});

it("says nothing of taps at one moment", () => {
  expect(cycleTimes(taps(true, 5, 5, 5))).toBeUndefined();
});
