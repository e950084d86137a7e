import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { partsOf, situationOf } from "../visit/index.ts";
import { diagnoseFully, verdictOf } from "./index.ts";
import { keptByVapour } from "../suction/index.ts";

const HOUR = 3600;
/** LF-2 with a strainer that takes nearly all the air can push, by the same vapour law, at 40.7 m³/h and 36.2 m. */
const BOILS = {
  suctionPressure: "-0.89 bar",
  suctionGaugeHeight: "0.2 m",
  dischargePressure: "2.60 bar",
  dischargeGaugeHeight: "0.5 m",
  gaugeClass: {
    suction: { range: ["-1 bar", "1.5 bar"], percent: 1.6 },
    discharge: { range: ["0 bar", "6 bar"], percent: 1.6 },
  },
};
const visitOf = (snapshot: Record<string, unknown>) =>
  situationOf(caseFrom({ ...pumpJson("LF-2"), snapshots: [snapshot] }));
const dutyOf = (snapshot: Record<string, unknown>) => {
  const situation = visitOf(snapshot);
  const [found] = situation.snapshots;
  if (!found) throw new Error("no snapshot");
  return partsOf(situation, found).duty;
};

describe("a pump that boils", () => {
  it("keeps 97 % of its head at NPSH3, half at 0.8 of it, next to none at 0.7", () => {
    expect(keptByVapour(1)).toBeCloseTo(0.97, 9);
    expect(keptByVapour(0.8)).toBeCloseTo(0.48, 2);
    expect(keptByVapour(0.7)).toBeLessThan(0.03);
    expect(keptByVapour(2)).toBeCloseTo(1, 6);
  });

  it("stands at the flow its suction feeds, not where the curve has its head", () => {
    const { flow, verdict, alternatives } = dutyOf(BOILS);
    expect(flow?.from).toBe("vapour");
    const seen = (flow?.value ?? 0) * HOUR;
    expect(Math.abs(seen - 40.7)).toBeLessThan(2 * (flow?.u ?? 0) * HOUR);
    expect(seen).toBeLessThan(60);
    expect(verdict).toBe("below");
    expect(alternatives).toEqual([]);
  });

  it("is told by its meter where there is one", () => {
    expect(dutyOf({ ...BOILS, flow: "41 m3/h" }).flow?.from).toBe("meter");
  });

  it("does not boil within what its gauge can tell", () => {
    expect(
      dutyOf({ ...BOILS, suctionPressure: "0.03 bar", dischargePressure: "4.35 bar" }).flow?.from,
    ).toBe("head");
    expect(
      dutyOf({ ...BOILS, suctionPressure: "-0.70 bar", dischargePressure: "3.6 bar" }).flow?.from,
    ).toBe("head");
  });

  it("is called so on the Board, with what it costs", () => {
    const json = {
      ...pumpJson("LF-2"),
      snapshots: [BOILS],
      observations: { present: ["complaint.low-flow", "noise.gravel"] },
    };
    const d = diagnoseFully(caseFrom(json));
    const { claim, detail } = verdictOf(d, [], "metric");
    expect(d.result.causes[0]?.id).toBe("suction-restriction");
    expect(claim).toContain("goes missing before the flange");
    expect(detail).toContain("it boils");
    expect(detail).not.toContain("over its duty");
    expect(detail).toMatch(/It costs about [\d.]+ m³\/h of the duty's 62/);
  });
});
