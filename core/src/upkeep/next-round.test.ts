import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { hoursPerDay, nextRound, reaches } from "./next-round.ts";

const DAY = 86_400_000;
const NOW = Date.UTC(2026, 10, 29);

describe("nextRound", () => {
  it("comes by the calendar where no counter is read", () => {
    expect(nextRound({ days: 91, hours: null }, NOW, [])).toEqual({
      ...{ at: NOW + 91 * DAY, by: "days", dueHours: null },
    });
  });

  it("comes by the hours where the pump runs much", () => {
    const counter = [
      { at: NOW - 50 * DAY, hours: 8000 },
      { at: NOW, hours: 9000 },
    ];
    // 20 h a day: 500 h are 25 days.
    expect(nextRound({ days: 91, hours: 500 }, NOW, counter)).toEqual({
      ...{ at: NOW + 25 * DAY, by: "hours", dueHours: 9500 },
    });
  });

  it("still comes by the calendar where the pump hardly runs, and knows the hours", () => {
    const counter = [
      { at: NOW - 100 * DAY, hours: 40 },
      { at: NOW, hours: 50 },
    ];
    const next = nextRound({ days: 91, hours: 500 }, NOW, counter);
    expect(next).toEqual({ at: NOW + 91 * DAY, by: "days", dueHours: 550 });
  });

  it("makes no forecast of one look, of two within a day, of a counter that stands", () => {
    const one = { at: NOW, hours: 9000 };
    for (const before of [[], [{ at: NOW - DAY / 2, hours: 8990 }]])
      expect(nextRound({ days: 91, hours: 1 }, NOW, [...before, one])).toMatchObject({
        by: "days",
        dueHours: 9001,
      });
    expect(reaches(9001, [{ at: NOW - 9 * DAY, hours: 9000 }, one])).toBeUndefined();
  });

  it("goes by the new counter once the old one was exchanged", () => {
    const counter = [
      { at: NOW - 400 * DAY, hours: 20_000 },
      { at: NOW - 20 * DAY, hours: 10 },
      { at: NOW, hours: 210 },
    ];
    expect(hoursPerDay(counter)).toBeCloseTo(10, 6);
  });

  it("is never later than the calendar, and no pump runs longer than the day", () => {
    const look = fc.record({
      at: fc.integer({ min: NOW - 2000 * DAY, max: NOW }),
      hours: fc.double({ min: 0, max: 1e6, noNaN: true }),
    });
    const rule = fc.record({
      days: fc.integer({ min: 1, max: 3660 }),
      hours: fc.option(fc.integer({ min: 1, max: 1e6 })),
    });
    fc.assert(
      fc.property(rule, fc.array(look, { maxLength: 9 }), (r, looks) => {
        expect(nextRound(r, NOW, looks).at).toBeLessThanOrEqual(NOW + r.days * DAY);
        const perDay = hoursPerDay(looks) ?? 0;
        expect(perDay).toBeGreaterThanOrEqual(0);
        expect(perDay).toBeLessThanOrEqual(24);
      }),
    );
  });
});
