import { describe, expect, it } from "vitest";
import { exampleJson, pumpJson } from "../../testing/cases.ts";
import { boardOf, type BoardView } from "./index.ts";

type Json = Record<string, unknown>;

function view(json: unknown, places?: unknown): BoardView {
  const outcome = boardOf(json, "metric", places);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.errors));
  return outcome.view;
}

const PLACES = {
  label: "as found",
  valve: "as-found",
  suctionPressure: "0 bar",
  suctionGaugeHeight: "0.2 m",
  suctionLine: "full",
  dischargePressure: "1 bar",
  dischargeGaugeHeight: "0.5 m",
  dischargeLine: "full",
};

describe("Board", () => {
  it("draws curve, tolerance, system and today from the example", () => {
    const { chart, suction, phases, causes } = view(exampleJson());
    expect(chart?.rated).toHaveLength(41);
    chart?.rated.forEach(([, h], i) => {
      expect(chart.toleranceLow[i]?.[1]).toBeLessThan(h);
      expect(chart.toleranceHigh[i]?.[1]).toBeGreaterThan(h);
    });
    // To the very end of the sheet, also at a speed that scales it.
    expect(chart?.rated.at(-1)?.[1]).toBeGreaterThan(30);
    expect(chart?.today?.outline.length).toBeGreaterThan(20);
    expect(chart?.shouldBe?.[0]).toBeCloseTo(62.5 / 3600, 3);
    expect(suction?.required).toBeGreaterThan(1);
    expect(phases?.band).toBe("ok");
    expect(causes[0]?.decisive).not.toBe("");
  });

  it("says what to read first when nothing is read", () => {
    const v = view(
      { ...pumpJson("LF-2"), observations: undefined, snapshots: [{ label: "as found" }] },
      PLACES,
    );
    expect(v.verdict.lead).toBe("Pump or system: nothing read yet.");
    expect(v.missing.length).toBeGreaterThan(0);
    expect(v.chart?.today).toBeUndefined();
  });

  it("gives bands of what a healthy pump shows before anything is read", () => {
    const { expectations: e } = view(
      { ...pumpJson("LF-2"), snapshots: [{ label: "as found" }] },
      PLACES,
    );
    expect(e.dischargePressure?.low).toBeLessThan(4.36e5);
    expect(e.dischargePressure?.high).toBeGreaterThan(4.36e5);
    expect(e.suctionPressure?.low).toBeLessThan(0.033e5);
    expect(e.suctionPressure?.high).toBeGreaterThan(0.033e5);
    expect(e.speed?.low).toBeLessThan(2945);
    expect(e.speed?.high).toBeGreaterThan(2945);
    expect(e.amps?.low).toBeLessThan(20.2);
    expect(e.amps?.high).toBeGreaterThan(20.2);
  });

  it("still speaks for a pump of no more than a tag and a family", () => {
    const v = view({
      format: "yard-tack/case",
      version: 1,
      pump: { tag: "X", family: "end-suction" },
      snapshots: [{ label: "as found", amps: ["20 A", "0.1 A", "21 A"] }],
    });
    expect(v.chart).toBeUndefined();
    expect(v.causes[0]?.id).toBe("phase-loss");
    expect(v.phases?.lostPhase).toBe(1);
    expect(v.notes.join(" ")).toContain("No rated curve");
  });

  it("compares what ought to agree, with how it was worked out", () => {
    const json = exampleJson();
    const [first] = json["snapshots"] as Json[];
    const v = view({ ...json, snapshots: [{ ...first, flow: "62 m3/h" }] });
    const titles = v.comparisons.map((c) => c.title);
    expect(titles).toContain("Suction gauge against level and pipe");
    expect(titles).toContain("Head against the rated curve");
    expect(titles).toContain("Flow two ways");
    expect(v.comparisons.every((c) => c.workedOut.length > 20 && c.sentence.length > 10)).toBe(
      true,
    );
  });

  it("hands the errors of a case that cannot be read on", () => {
    expect(boardOf({ format: "x" }, "metric")).toMatchObject({ ok: false });
  });

  it("can be sent to another thread as it is", () => {
    const v = view(exampleJson(), PLACES);
    expect(structuredClone(v)).toEqual(v);
  });
});
