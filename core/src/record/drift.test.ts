import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DRIFT_LEVELS, driftOf, type DriftPoint, inPercent } from "./drift.ts";

const at = (month: number): string =>
  new Date(Date.UTC(2024, 0, 1) + month * 30.4375 * 86_400_000).toISOString();
const series = (
  values: readonly (readonly [month: number, percent: number])[],
  band95 = 1,
): DriftPoint[] =>
  values.map(([m, percent], i) => ({
    ...{ at: at(m), change: percent, own95: band95 / Math.SQRT2 },
    band95: i === 0 ? 0 : band95,
  }));

/** So much a month from nothing, each half year. */
const falling = (perMonth: number, visits: number, band95 = 1) =>
  series(
    Array.from({ length: visits }, (_, i) => [6 * i, perMonth * 6 * i]),
    band95,
  );

describe("a figure that drifts", () => {
  it("has its speed, its level and the month in which it crosses the next, between two others", () => {
    const drift = driftOf(falling(-0.25, 6), inPercent(-1));
    expect(drift?.perMonth?.change).toBeCloseTo(-0.25, 6);
    expect(drift?.now.change).toBeCloseTo(-7.5, 6);
    expect(drift?.reached).toBe("watch");
    expect(drift?.withinGauges).toBe(false);
    // 10 % is 40 months after January 2024.
    expect(drift?.crossing).toMatchObject({ level: "plan", change: 10, month: "2027-05" });
    const { from = "", month = "", until = "" } = drift?.crossing ?? {};
    expect(from < month && month < until).toBe(true);
  });

  it("is none where the gauges alone can explain it, however straight the line", () => {
    const drift = driftOf(falling(-0.05, 4, 3), inPercent(-1));
    expect(drift?.withinGauges).toBe(true);
    expect(drift?.crossing).toBeUndefined();
    expect(drift?.reached).toBeUndefined();
  });

  it("names no month where it goes the other way, or the line is not sure of its way", () => {
    expect(driftOf(falling(0.25, 6), inPercent(-1))?.crossing).toBeUndefined();
    const wild = series(
      [
        [0, 0],
        [6, -6],
        [12, 1],
        [18, -7],
        [24, -2],
      ],
      1,
    );
    expect(driftOf(wild, inPercent(-1))?.crossing).toBeUndefined();
    expect(driftOf(wild, inPercent(-1))?.now.band95).toBeGreaterThan(3);
    // A rise is what a current does.
    expect(driftOf(falling(0.25, 6), inPercent(1))?.crossing?.level).toBe("plan");
  });

  it("says no end of the band where a slower line would take more than ten years", () => {
    const slow = driftOf(
      series(
        [
          [0, 0],
          [24, -2.2],
          [48, -4.4],
        ],
        3.6,
      ),
      inPercent(-1),
    );
    expect(slow?.crossing?.level).toBe("watch");
    expect(slow?.crossing?.until).toBeUndefined();
  });

  it("bears one visit, two in one moment, and visits in any order", () => {
    expect(driftOf([], inPercent(-1))).toBeUndefined();
    expect(driftOf(series([[0, 0]]), inPercent(-1))).toBeUndefined();
    const twice = driftOf([...series([[3, -4]]), ...series([[3, -6]])], inPercent(-1));
    expect(twice?.perMonth).toBeUndefined();
    expect(twice?.now.change).toBeCloseTo(-5, 6);
    const mixed = falling(-0.25, 6).toReversed();
    expect(driftOf(mixed, inPercent(-1))).toEqual(driftOf(falling(-0.25, 6), inPercent(-1)));
  });

  it("gains certainty with visits and loses it with worse gauges; levels come in their order", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.double({ min: 0.05, max: 0.6, noNaN: true }),
        fc.double({ min: 0.3, max: 4, noNaN: true }),
        (visits, perMonth, band) => {
          const band95 = (n: number, b: number) =>
            driftOf(falling(-perMonth, n, b), inPercent(-1))?.perMonth?.band95 ?? 0;
          expect(band95(visits + 1, band)).toBeLessThan(band95(visits, band));
          expect(band95(visits, 1.5 * band)).toBeGreaterThan(band95(visits, band));
          const drift = driftOf(falling(-perMonth, visits, band), inPercent(-1));
          const crossed = DRIFT_LEVELS.findIndex((l) => l.id === drift?.crossing?.level);
          const reached = DRIFT_LEVELS.findIndex((l) => l.id === drift?.reached);
          if (crossed >= 0) expect(crossed).toBe(reached + 1);
        },
      ),
    );
  });
});
