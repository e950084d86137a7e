import { describe, expect, it } from "vitest";
import { needleSeries, vacuumOf, withLook } from "./needle-series";

describe("a needle's looks", () => {
  it("come back as they were noted, with seconds since the first", () => {
    const at = (s: number) => new Date(Date.UTC(2026, 10, 29, 9, 0, s));
    const text = [
      [0, "-0.86 bar"],
      [45, "25 inHg vac"],
    ].reduce((t, [s, raw]) => withLook(t, at(Number(s)), String(raw)), "");
    const [one, two] = needleSeries(text);
    expect(one).toMatchObject({ at: 0, raw: "-0.86 bar" });
    expect(one?.vacuum).toBeCloseTo(86_000, 0);
    expect(two).toMatchObject({ at: 45 });
    expect(two?.vacuum).toBeCloseTo(84_660, -2);
  });

  it("leave out what is no look, and know a pressure from a vacuum", () => {
    expect(needleSeries("nonsense\n2026-11-29T09:00:00.000Z many")).toEqual([]);
    expect(needleSeries(undefined)).toEqual([]);
    expect(vacuumOf("0.2 bar")).toBeLessThan(0);
    expect(vacuumOf("deep")).toBeUndefined();
  });
});
