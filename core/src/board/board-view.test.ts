import { describe, expect, it } from "vitest";
import { exampleJson, LF2_READ, pumpJson } from "../../testing/cases.ts";
import { PUMP, reading } from "../../testing/visit.ts";
import { readEntries, type SheetEntry } from "../visit/index.ts";
import { boardOf, boardOfVisit, type BoardView } from "./index.ts";

type Json = Record<string, unknown>;

function view(json: unknown): BoardView {
  const outcome = boardOf(json, "metric");
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.errors));
  return outcome.view;
}

/** The Board of a visit to LF-2 with these entries. */
function visited(entries: readonly SheetEntry[]): BoardView {
  const outcome = boardOfVisit({ ...PUMP, entries }, "metric");
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.errors));
  return outcome.view;
}

describe("Board", () => {
  it("names no fault that leads only because it is common", () => {
    const sound = {
      ...pumpJson("LF-2"),
      snapshots: [{ ...LF2_READ, flow: "62 m3/h", dischargePressure: "4.3 bar" }],
    };
    const verdictWith = (present: readonly string[]) =>
      view({ ...sound, observations: { present, absent: [] } }).verdict;
    const nothing = verdictWith([]);
    expect(nothing.lead).toBe("Pump or system: nothing read or told so far points to a fault.");
    expect(nothing.claim).toMatch(/^Look and listen/);
    expect(nothing.tone).toBe("plain");
    // One word of somebody who stood there, and it is spoken of.
    expect(verdictWith(["mechanical.seal-drip", "complaint.leaks"]).claim).toMatch(/seal/i);
  });

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
    const v = visited([]);
    expect(v.verdict.lead).toBe("Pump or system: nothing read yet.");
    expect(v.missing.length).toBeGreaterThan(0);
    expect(v.chart?.today).toBeUndefined();
  });

  it("offers the look that shows what is all but certain, and marks it", () => {
    const boils = {
      suctionPressure: "-0.89 bar",
      suctionGaugeHeight: "0.2 m",
      dischargePressure: "2.60 bar",
      dischargeGaugeHeight: "0.5 m",
    };
    const observations = { present: ["complaint.low-flow", "noise.gravel"] };
    const v = view({ ...pumpJson("LF-2"), snapshots: [boils], observations });
    expect(v.causes[0]?.probability).toBeGreaterThan(0.9);
    expect(v.tests.find((t) => t.id === "open-strainer-look")?.confirms).toBe(true);
    expect(v.tests.find((t) => t.id === "hand-turn-shaft")?.confirms ?? false).toBe(false);
    const open = view({ ...pumpJson("LF-2"), snapshots: [], observations });
    expect(open.tests.filter((t) => t.confirms)).toEqual([]);
  });

  it("gives bands of what a healthy pump shows before anything is read", () => {
    const { expectations: e } = visited([]);
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
    const v = visited([reading(1, "4.1 bar", "dischargePressure")]);
    expect(structuredClone(v)).toEqual(v);
  });

  it("leaves out an entry that is not understood, and goes on", () => {
    const { entries, unread } = readEntries([
      reading(1, "4.1 bar", "dischargePressure"),
      { ...reading(2, "0.1 bar"), slot: "flaw" },
      { kind: "observation", observation: "noise.gravle" },
    ]);
    expect(unread).toHaveLength(2);
    expect(visited(entries).figures.length).toBeGreaterThan(0);
  });
});

describe("snapshots", () => {
  const asFound = { ...LF2_READ, speed: "2931 rpm" };
  const shut = {
    label: "shut",
    valve: "shut",
    suctionPressure: "0.14 bar",
    suctionGaugeHeight: "0.2 m",
    dischargePressure: "5.1 bar",
    dischargeGaugeHeight: "0.5 m",
  };
  const throttled = { ...asFound, label: "throttled", valve: "throttled", flow: "40 m3/h" };
  const { observations: _, ...pump } = pumpJson("LF-2");
  const of = (snapshots: readonly object[]) => view({ ...pump, snapshots });

  it("are known by their labels: in another order the Board is the same", () => {
    const first = of([asFound, shut, throttled]);
    for (const order of [
      [shut, asFound, throttled],
      [throttled, shut, asFound],
    ]) {
      const v = of(order);
      expect(v.chart?.others.map((o) => o.label).sort()).toEqual(["shut", "throttled"]);
      expect(v.chart?.today?.at).toEqual(first.chart?.today?.at);
      expect(v.comparisons).toEqual(first.comparisons);
      expect(v.comparisons.map((c) => c.title)).toContain("Speed against plate and slip");
      expect(v.figures).toEqual(first.figures);
      expect(v.missing).toEqual(first.missing);
      for (const cause of first.causes) {
        const same = v.causes.find((c) => c.id === cause.id);
        expect(same?.probability).toBeCloseTo(cause.probability, 9);
        expect(same?.picture?.under).toEqual(cause.picture?.under);
      }
    }
  });

  it("of one label are kept apart", () => {
    const v = of([asFound, shut, { ...shut, dischargePressure: "5.0 bar" }]);
    expect(v.chart?.others).toHaveLength(2);
  });
});

describe("what is still to be read", () => {
  const wanted = (pump: object) => {
    const board = boardOf(
      {
        format: "yard-tack/case",
        version: 1,
        pump,
        observations: { present: ["complaint.low-flow"] },
        snapshots: [{ label: "as found", valve: "as-found", time: "2026-11-28" }],
      },
      "metric",
    );
    if (!board.ok) throw new Error(JSON.stringify(board.errors));
    return board.view.missing.map((m) => `${m.slot}: ${m.name}`);
  };
  const rated = { ratedPoint: { flow: "40 m3/h", head: "20 m", speed: "2900 rpm" } };

  it("has a strip on this pump: no current of an engine, no speed under water, one current of one phase", () => {
    const engine = wanted({ family: "dry-priming", drive: { kind: "engine" }, ...rated });
    expect(engine.join()).not.toMatch(/amps/);
    const sunken = wanted({ family: "sump", installation: "submerged", ...rated });
    expect(sunken.join()).not.toMatch(/speed|suctionPressure/);
    const single = wanted({
      family: "end-suction",
      installation: "flooded",
      motor: { phases: 1, power: "1.5 kW" },
      ...rated,
    });
    expect(single).toContain("amps: current");
    const three = wanted({
      family: "end-suction",
      installation: "flooded",
      motor: { phases: 3, power: "5.5 kW" },
      ...rated,
    });
    expect(three).toContain("amps: three currents");
  });
});
