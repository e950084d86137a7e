import { describe, expect, it } from "vitest";
import { trendOf } from "./trend";
import { wearOf } from "./wear";

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

describe("wear", () => {
  const powered = {
    points: [
      { flow: "0 m3/h", head: "50 m", power: "4 kW" },
      { flow: "50 m3/h", head: "45 m", power: "8.5 kW" },
      { flow: "100 m3/h", head: "30 m", power: "11 kW" },
    ],
  };
  const visits = [visit(1, 45, 50 / 3600, "fingerprint"), visit(30, 40.5)];

  it("is the efficiency lost at equal flow", () => {
    const wear = wearOf(powered, trendOf(powered, visits), visits, 0.91);
    expect(wear?.efficiencyNew).toBeCloseTo((998 * 9.80665 * (50 / 3600) * 45) / 8500, 6);
    expect((wear?.efficiencyNow ?? 0) / (wear?.efficiencyNew ?? 1)).toBeCloseTo(0.9, 6);
    expect(wear?.months).toBeCloseTo(29 / 30.44, 3);
    expect(wear?.motorEfficiency).toBe(0.91);
  });

  it("says nothing of a loss within what gauges tell, or without power on the sheet", () => {
    const sound = [visit(1, 45, 50 / 3600, "fingerprint"), visit(30, 44.6)];
    expect(wearOf(powered, trendOf(powered, sound), sound, 0.9)).toBeUndefined();
    expect(wearOf(sheet, trendOf(sheet, visits), visits, 0.9)).toBeUndefined();
    expect(wearOf(undefined, [], [], undefined)).toBeUndefined();
  });
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
