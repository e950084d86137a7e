import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../testing/cases.ts";
import { diagnoseFully } from "../diagnosis/index.ts";
import { bestEfficiencyFlow } from "../curve/index.ts";
import { type ChartPoint, chartOf, type ChartView } from "./chart-view.ts";

type Json = Record<string, unknown>;

function chart(tag: string, rest: Json): ChartView {
  const diagnosis = diagnoseFully(caseFrom({ ...pumpJson(tag), ...rest }));
  const { curve } = diagnosis.situation;
  if (!curve) throw new Error(`${tag} has a curve`);
  return chartOf(diagnosis, curve);
}

const headAt = (line: readonly ChartPoint[], flow: number): number => {
  const i = line.findIndex(([q]) => q >= flow);
  const [b, a] = [line[i], line[i - 1]];
  if (!a || !b) throw new Error(`no head at ${flow}`);
  return a[1] + ((b[1] - a[1]) * (flow - a[0])) / (b[0] - a[0]);
};

const HOUR = 1 / 3600;

describe("the head–flow chart", () => {
  it("puts what should be where the clean system meets the curve", () => {
    const { shouldBe, rated, system, systemFrom } = chart("LF-2", { snapshots: [LF2_READ] });
    if (!shouldBe) throw new Error("they meet");
    expect(shouldBe[0] / HOUR).toBeGreaterThan(58);
    expect(shouldBe[0] / HOUR).toBeLessThan(66);
    expect(headAt(rated, shouldBe[0])).toBeCloseTo(shouldBe[1], 1);
    expect(headAt(system, shouldBe[0])).toBeCloseTo(shouldBe[1], 1);
    expect(systemFrom).toBeDefined();
  });

  it("marks 70 to 120 % of the best flow as preferred, as far as the sheet goes", () => {
    const { curve } = diagnoseFully(
      caseFrom({ ...pumpJson("LF-2"), snapshots: [LF2_READ] }),
    ).situation;
    const best = curve && bestEfficiencyFlow(curve);
    const speed = `${curve?.speed} rpm`;
    const { allowed, rated } = chart("LF-2", { snapshots: [{ ...LF2_READ, speed }] });
    if (!best || !allowed) throw new Error("the sheet has a best point");
    expect(allowed[0] / best).toBeCloseTo(0.7, 6);
    expect(allowed[1]).toBeCloseTo(Math.min(1.2 * best, rated.at(-1)?.[0] ?? 0), 6);
    expect(allowed[0] / HOUR).toBeGreaterThan(30);
  });

  it("moves sheet and system's meeting with the speed, by the affinity laws", () => {
    const at = (speed: string) => chart("LF-2", { snapshots: [{ ...LF2_READ, speed }] }).rated;
    const [full, slow] = [at("2930 rpm"), at("2344 rpm")];
    expect((slow[0]?.[1] ?? 0) / (full[0]?.[1] ?? 1)).toBeCloseTo(0.8 ** 2, 3);
    expect((slow.at(-1)?.[0] ?? 0) / (full.at(-1)?.[0] ?? 1)).toBeCloseTo(0.8, 3);
  });

  it("draws the band of the sheet's grade, wider for a worse grade", () => {
    const width = (grade: string) => {
      const json = pumpJson("LF-2");
      const pump = json["pump"] as Json;
      const graded = { ...pump, curve: { ...(pump["curve"] as Json), grade } };
      const view = chart("LF-2", { pump: graded, snapshots: [LF2_READ] });
      const middle = 20;
      expect(view.says[0]).toContain(`grade ${grade}`);
      return (view.toleranceHigh[middle]?.[1] ?? 0) - (view.toleranceLow[middle]?.[1] ?? 0);
    };
    expect(width("3B")).toBeGreaterThan(width("2B"));
    expect(width("2B")).toBeGreaterThan(width("1B"));
  });

  it("leans today's band along the curve where the flow comes from the head", () => {
    const metered = chart("LF-2", { snapshots: [LF2_READ] }).today;
    const byHead = chart("LF-2", { snapshots: [{ ...LF2_READ, flow: undefined }] }).today;
    const lean = (today: typeof metered): number => {
      if (!today) throw new Error("today is known");
      const [right, left] = [today.outline[0], today.outline[16]];
      return ((right?.[1] ?? 0) - (left?.[1] ?? 0)) / ((right?.[0] ?? 1) - (left?.[0] ?? 0));
    };
    expect(lean(metered)).toBeCloseTo(0, 6);
    expect(lean(byHead)).toBeLessThan(-100);
  });

  it("has no today without a discharge gauge, and the others beside it by their names", () => {
    expect(chart("LF-2", { snapshots: [{ suctionPressure: "0 bar" }] }).today).toBeUndefined();
    const shut = {
      label: "shut",
      valve: "shut",
      suctionPressure: "0.15 bar",
      suctionGaugeHeight: "0.2 m",
      dischargePressure: "5.2 bar",
      dischargeGaugeHeight: "0.5 m",
    };
    const { others } = chart("LF-2", { snapshots: [LF2_READ, shut] });
    expect(others).toHaveLength(1);
    expect(others[0]?.label).toBe("shut");
    expect(others[0]?.at[0]).toBe(0);
    expect(others[0]?.at[1]).toBeGreaterThan(45);
  });

  it("runs the fingerprint's line through the fingerprint's points", () => {
    const weak = { ...LF2_READ, label: "fingerprint", dischargePressure: "3.8 bar" };
    const view = chart("LF-2", {
      snapshots: [LF2_READ],
      fingerprint: { date: "2026-03-02", snapshots: [weak] },
    });
    // (3.8 − 0.08) bar of water at 14 °C, 0.3 m of heights, and what the ports differ in velocity.
    const head = headAt(view.fingerprint, 64 * HOUR);
    expect(head).toBeGreaterThan(37.96 + 0.3);
    expect(head).toBeLessThan(37.96 + 0.3 + 2);
    expect(head).toBeLessThan(headAt(view.rated, 64 * HOUR) - 3);
  });

  it("prefers a range round best efficiency that ends with the sheet", () => {
    const { allowed, rated } = chart("LF-2", { snapshots: [LF2_READ] });
    if (!allowed) throw new Error("its best point is known");
    expect(allowed[0]).toBeLessThan(allowed[1]);
    expect(allowed[1]).toBeLessThanOrEqual(rated.at(-1)?.[0] ?? 0);
    expect(allowed[1] / allowed[0]).toBeGreaterThan(1.1);
    expect(allowed[1] / allowed[0]).toBeLessThan(1.8);
  });
});
