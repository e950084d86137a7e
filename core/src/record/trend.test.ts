import { describe, expect, it } from "vitest";
import { curveOfSheet } from "../../testing/curve-of-sheet.ts";
import { STANDARD_WATER } from "../../testing/water.ts";
import { headRatio, type VisitPoint } from "./points.ts";
import { ofTheYears, trendOf, type TrendVisit } from "./trend.ts";
import { wearOf } from "./wear.ts";

const POINTS = [
  { flow: "0 m3/h", head: "50 m", power: "4 kW" },
  { flow: "50 m3/h", head: "45 m", power: "8.5 kW" },
  { flow: "100 m3/h", head: "30 m", power: "11 kW" },
];
const curve = curveOfSheet({ speed: "2900 rpm", points: POINTS });
const bare = curveOfSheet({ points: POINTS.map(({ flow, head }) => ({ flow, head })) });
if (!curve || !bare) throw new Error("both draw");

const point = (head: number, flow = 50 / 3600, more: Partial<VisitPoint> = {}): VisitPoint => ({
  snapshot: "as found",
  head: { value: head, u: 0.3 },
  flow: { value: flow, u: 0.0001 },
  speed: null,
  ...more,
});
const visit = (
  day: number,
  points: readonly VisitPoint[],
  kind: TrendVisit["kind"] = "round",
): TrendVisit => ({
  at: new Date(Date.UTC(2026, 0, day)).toISOString(),
  kind,
  fingerprint: kind === "fingerprint",
  points,
});
const percents = (visits: readonly TrendVisit[]) =>
  trendOf(curve, visits)?.points.map((p) => Math.round(p.percent));

describe("trend", () => {
  it("is relative to the fingerprint at equal flow, oldest first", () => {
    const visits = [visit(30, [point(42.75)]), visit(1, [point(45)], "fingerprint"), visit(20, [])];
    expect(percents(visits)).toEqual([0, -5]);
    expect(trendOf(curve, visits)?.base).toBe("fingerprint");
  });

  it("takes another flow on the curve as no loss, and another speed by the affinity laws", () => {
    const slow = point(45 * 0.9 ** 2, (50 / 3600) * 0.9, { speed: { value: 2610, u: 3 } });
    const visits = [visit(1, [point(45)], "fingerprint"), visit(2, [point(30, 100 / 3600)])];
    expect(percents([...visits, visit(3, [slow])])).toEqual([0, 0, 0]);
  });

  it("has no point of a pump that does not pump: an empty casing has lost no head", () => {
    const visits = [visit(1, [point(45)], "fingerprint"), visit(2, [point(1.4)])];
    expect(percents([...visits, visit(3, [point(20)])])).toEqual([0, -56]);
  });

  it("without a fingerprint holds later visits against the first one that has readings", () => {
    const found = trendOf(curve, [visit(9, [point(40.5)]), visit(2, []), visit(3, [point(45)])]);
    expect(found?.base).toBe("first-visit");
    expect(found?.points.map((p) => Math.round(p.percent))).toEqual([0, -10]);
  });

  it("takes a cure that was kept as fingerprint for the base, and not the fault before it", () => {
    const cured = [point(33), point(44, undefined, { snapshot: "after" })];
    const found = trendOf(curve, [
      { ...visit(1, cured, "call"), fingerprint: true },
      visit(9, [point(44)]),
    ]);
    expect(found?.points.map((p) => Math.round(p.percent))).toEqual([-25, 0, 0]);
    expect(found && ofTheYears(found).map((p) => p.snapshot)).toEqual(["after", "as found"]);
  });

  it("carries a band that head, flow and speed make, wider for a worse gauge", () => {
    const band = (u: number) =>
      trendOf(curve, [
        visit(1, [point(45)], "fingerprint"),
        visit(2, [{ ...point(44), head: { value: 44, u } }]),
      ])?.points[1]?.band95 ?? 0;
    expect(band(0.3)).toBeGreaterThan(1);
    expect(band(1.2)).toBeGreaterThan(2 * band(0.3));
    const ratio = headRatio(point(45), curve);
    expect(ratio?.value).toBeCloseTo(1, 9);
    expect(ratio?.u).toBeGreaterThan(0.3 / 45);
  });

  it("is none without a curve or a point", () => {
    expect(trendOf(undefined, [visit(1, [point(45)], "fingerprint")])).toBeUndefined();
    expect(trendOf(curve, [visit(1, [])])).toBeUndefined();
  });
});

describe("wear", () => {
  const visits = [visit(1, [point(45)], "fingerprint"), visit(30, [point(40.5)])];
  const motor = { phases: 3, power: 11_000, efficiency: 0.91 } as const;
  const wear = (of: typeof curve | undefined, list: readonly TrendVisit[]) =>
    wearOf({ curve: of, motor, liquid: STANDARD_WATER }, trendOf(of, list));

  it("is the efficiency lost at equal flow", () => {
    const found = wear(curve, visits);
    const density = STANDARD_WATER.density;
    expect(found?.efficiencyNew).toBeCloseTo((density * 9.80665 * (50 / 3600) * 45) / 8500, 6);
    expect((found?.efficiencyNow ?? 0) / (found?.efficiencyNew ?? 1)).toBeCloseTo(0.9, 6);
    expect(found?.months).toBeCloseTo(29 / 30.44, 3);
    expect(found?.motorEfficiency).toBe(0.91);
  });

  it("says nothing of a loss within what gauges tell, or without power on the sheet", () => {
    const sound = [visit(1, [point(45)], "fingerprint"), visit(30, [point(44.6)])];
    expect(wear(curve, sound)).toBeUndefined();
    expect(wear(bare, visits)).toBeUndefined();
    expect(wear(undefined, [])).toBeUndefined();
  });
});
