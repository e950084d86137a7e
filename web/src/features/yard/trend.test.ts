import { describe, expect, it } from "vitest";
import { trendOf } from "./trend";

const sheet = {
  points: [
    { flow: "0 m3/h", head: "50 m" },
    { flow: "50 m3/h", head: "45 m" },
    { flow: "100 m3/h", head: "30 m" },
  ],
};
const visit = (day: number, head: number | null, flow = 50 / 3600, kind = "round") => ({
  at: new Date(Date.UTC(2026, 0, day)),
  kind,
  head,
  flow,
});

describe("trend", () => {
  it("is relative to the fingerprint at equal flow, oldest first", () => {
    const points = trendOf(sheet, [
      visit(30, 42.75),
      visit(1, 45, 50 / 3600, "fingerprint"),
      visit(20, null),
    ]);
    expect(points.map((p) => Math.round(p.percent))).toEqual([0, -5]);
  });

  it("takes another flow on the curve as no loss", () => {
    const points = trendOf(sheet, [
      visit(1, 45, 50 / 3600, "fingerprint"),
      visit(2, 30, 100 / 3600),
    ]);
    expect(points[1]?.percent).toBeCloseTo(0);
  });

  it("is empty without a curve or a fingerprint", () => {
    expect(trendOf(undefined, [visit(1, 45, 0.01, "fingerprint")])).toEqual([]);
    expect(trendOf(sheet, [visit(1, 45)])).toEqual([]);
  });
});
