import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { diagnoseFully } from "../diagnosis/index.ts";
import { type RatingView, ratingOf } from "./rating-view.ts";

type Json = Record<string, unknown>;

const rating = (tag: string, rest: Json, units: "metric" | "us" = "us"): RatingView | undefined =>
  ratingOf(diagnoseFully(caseFrom({ ...pumpJson(tag), ...rest })), units);

describe("ratings of flow over pressure", () => {
  it("are only for pumps that have one", () => {
    expect(rating("LF-2", { snapshots: [{ flow: "60 m3/h" }] })).toBeUndefined();
    expect(rating("QO-1", { observations: { present: ["noise.none"] } })).toBeUndefined();
  });

  it("draw a jet's lines and the one of today's lift between its neighbours", () => {
    const view = rating("QO-1", { snapshots: [{ dischargePressure: "40 psi" }] });
    expect(view?.kind).toBe("jet");
    const lines = view?.lines ?? [];
    const main = lines.filter((l) => l.main);
    expect(main).toHaveLength(1);
    expect(main[0]?.label).toBe("this lift, 62.0 ft");
    for (const [pressure, flow] of main[0]?.points ?? []) {
      const at = lines
        .filter((l) => !l.main)
        .flatMap((l) => l.points.filter(([p]) => Math.abs(p - pressure) < 1).map(([, q]) => q));
      expect(flow).toBeLessThanOrEqual(Math.max(...at) + 1e-9);
    }
  });

  it("say what lift a jet's flow would belong to, where it gives too little", () => {
    const at = (flow: string) =>
      rating("QO-1", { snapshots: [{ dischargePressure: "40 psi", flow }] })?.sentences.join(" ");
    expect(at("3 gpm")).toMatch(/more than there is, so the suction loses it or the ejector/);
    const expected = rating("QO-1", { snapshots: [{ dischargePressure: "40 psi" }] })?.shouldBe;
    const gpm = ((expected?.[1] ?? 0) * 3600) / 0.2271247;
    expect(at(`${gpm.toFixed(2)} gpm`)).toContain("as it should be");
  });

  it("ask for the level and the gauge a jet's table needs", () => {
    const level = rating("QO-1", { suction: {}, snapshots: [{ dischargePressure: "40 psi" }] });
    expect(level?.sentences[0]).toContain("level of the source is needed");
    const gauge = rating("QO-1", { snapshots: [{ amps: ["8 A"] }] });
    expect(gauge?.sentences[0]).toContain("discharge gauge is needed");
  });

  it("say nothing of slip, nor how far off the flow is, where no pressure was read", () => {
    const said = rating("LF-4", { snapshots: [{ flow: "2.1 m3/h" }] }, "metric")?.sentences.join(
      " ",
    );
    expect(said).toContain("With no pressure across it the rating gives");
    expect(said).toContain("how much it should be hangs on the pressure");
    expect(said).not.toMatch(/0\.00|% off it/);
  });

  it("name the relief valve where the pressure comes near its setting, and not before", () => {
    const at = (dischargePressure: string, relief?: string) => {
      const gauges = { suctionPressure: "0 bar", dischargePressure, flow: "2 m3/h" };
      const { pump } = pumpJson("LF-4") as { readonly pump: Json };
      return rating("LF-4", { pump: { ...pump, relief }, snapshots: [gauges] }, "metric");
    };
    const near = at("7.8 bar", "8 bar");
    expect(near?.sentences.join(" ")).toMatch(/relief valve is set to 8\.00 bar; 7\.80 bar/);
    expect(near?.held).toEqual({ at: 8e5, by: "relief valve" });
    expect(at("5 bar", "8 bar")?.sentences.join(" ")).not.toContain("relief");
    expect(at("7.8 bar")?.sentences.join(" ")).not.toContain("relief");
    expect(at("7.8 bar")?.held).toBeUndefined();
  });

  it("hold a displacement pump's flow against its rating, and forbid a shut valve in words", () => {
    const gauges = { suctionPressure: "0 bar", dischargePressure: "3 bar" };
    const view = rating("LF-4", { snapshots: [gauges] }, "metric");
    expect(view?.kind).toBe("displacement");
    expect(view?.sentences.join(" ")).toContain("No shut-off and no throttling");
    expect(view?.sentences.join(" ")).toContain("No flow is measured");
    const should = view?.shouldBe;
    if (!should) throw new Error("its rating says what it should give");
    const flow = `${(should[1] * 3600 * 0.7).toFixed(3)} m3/h`;
    const worn = rating("LF-4", { snapshots: [{ ...gauges, flow }] }, "metric");
    expect(worn?.sentences.join(" ")).toMatch(/Measured flow is \u221230(\.\d)? % off it/);
    // More pressure, less flow: along every line.
    for (const { points } of view?.lines ?? []) {
      points.slice(1).forEach(([, q], i) => {
        expect(q).toBeLessThanOrEqual((points[i]?.[1] ?? 0) + 1e-12);
      });
    }
  });
});
