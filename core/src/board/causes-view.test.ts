import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson, pumpJson } from "../../testing/cases.ts";
import { diagnose, diagnoseFully } from "../diagnosis/index.ts";
import { boardOf } from "./board-view.ts";
import { causeViews, whatIfs } from "./causes-view.ts";

type Json = Record<string, unknown>;

const METERED: Json = {
  ...pumpJson("LF-2"),
  snapshots: [
    {
      label: "as found",
      suctionPressure: "-0.08 bar",
      suctionGaugeHeight: "0.2 m",
      dischargePressure: "4.2 bar",
      dischargeGaugeHeight: "0.5 m",
      flow: "61 m3/h",
    },
  ],
  observations: { present: ["complaint.low-flow"], absent: ["gauges.suction-flutter"] },
};

describe("a cause as the Board opens it", () => {
  const d = diagnoseFully(caseFrom(METERED));
  const views = causeViews(d, "metric");

  it("is ordered, whole, and says the same as the result", () => {
    expect(views.map((v) => v.id)).toEqual(d.result.causes.map((c) => c.id));
    expect(views.reduce((s, v) => s + v.probability, 0)).toBeCloseTo(1, 9);
    for (const v of views) {
      for (const words of [v.name, v.mechanism, v.firstAid, v.repair, v.skills, v.proof]) {
        expect(words, v.id).not.toBe("");
      }
      expect(JSON.stringify(v), v.id).not.toMatch(/NaN|undefined|Infinity/);
    }
  });

  it("shows every reading with what the cause expects, what was seen, and its bits", () => {
    const readings = d.posterior.items.filter((i) => i.reading);
    for (const v of views) {
      expect(v.readings).toHaveLength(readings.length);
      for (const r of v.readings) {
        expect(r.predicted, `${v.id} ${r.name}`).toMatch(/\d/);
        expect(r.seen).toMatch(/\d/);
      }
    }
    const suction = views.find((v) => v.id === "suction-restriction");
    const healthy = views.find((v) => v.id === "healthy");
    const bits = (v: typeof suction) => v?.readings.find((r) => r.name === "suction gauge")?.bits;
    expect(bits(suction)).toBeGreaterThan(0);
    expect(bits(healthy)).toBeLessThan(0);
  });

  it("draws the sheet and the curve under the cause, from no flow to the end, with the head measured", () => {
    const worn = views.slice(0, 6).find((v) => v.picture);
    const picture = worn?.picture;
    if (!picture) throw new Error("the leaders have pictures");
    expect(picture.sheet[0]?.[0]).toBe(0);
    expect(picture.sheet.at(-1)?.[0]).toBe(picture.under.at(-1)?.[0]);
    const heads = picture.sheet.map(([, h]) => h);
    expect([...heads].sort((a, b) => b - a)).toEqual(heads);
    expect(picture.points[0]?.measured).toBeCloseTo(d.parts?.duty.head?.value ?? 0, 9);
    const healthy = views.find((v) => v.id === "healthy");
    if (healthy?.picture) expect(healthy.picture.under).toEqual(healthy.picture.sheet);
  });

  it("has no picture where nobody has a curve, and still its readings", () => {
    const bare = diagnoseFully(
      caseFrom({
        format: "yard-tack/case",
        version: 1,
        pump: { family: "end-suction", installation: "flooded", motor: { phases: 3 } },
        snapshots: [{ amps: ["10 A", "10.1 A", "13 A"] }],
      }),
    );
    const [first] = causeViews(bare, "metric");
    expect(first?.picture).toBeUndefined();
    expect(first?.readings.map((r) => r.name)).toContain("imbalance of the currents");
  });
});

describe("what if", () => {
  const d = diagnoseFully(caseFrom(METERED));
  const items = whatIfs(d, "metric");

  it("is what the diagnosis says of the case without that reading", () => {
    const [read] = METERED["snapshots"] as Json[];
    const again = diagnose(caseFrom({ ...METERED, snapshots: [{ ...read, flow: null }] })).causes;
    const item = items.find((i) => i.id === "as found:flow-meter");
    expect(item?.top.length).toBe(4);
    for (const t of item?.top ?? []) {
      const truth = again.find((c) => c.id === t.id)?.probability ?? 0;
      // The refinement of the grid follows the reading that is left out here.
      expect(Math.abs(t.probability - truth), t.id).toBeLessThan(0.05);
    }
  });

  it("is what the diagnosis says of the case without that observation", () => {
    const again = diagnose(
      caseFrom({ ...METERED, observations: { present: ["complaint.low-flow"], absent: [] } }),
    ).causes;
    const item = items.find((i) => i.id === "gauges.suction-flutter");
    const [first] = item?.top ?? [];
    // Not looked for is a little more than not there: it may have been seen and not told.
    const truth = again.find((c) => c.id === first?.id)?.probability ?? 0;
    expect(Math.abs((first?.probability ?? 0) - truth)).toBeLessThan(0.05);
  });

  it("puts what moves the ranking most first, and offers nothing nobody can disbelieve", () => {
    expect(items[0]?.id).toBe("as found:suction-gauge");
    expect(items.map((i) => i.id)).not.toContain("not-mentioned");
    expect(items.map((i) => i.id)).not.toContain("ran");
    for (const i of items) {
      const p = i.top.map((t) => t.probability);
      expect([...p].sort((a, b) => b - a)).toEqual(p);
    }
  });
});

describe("what to do once it is settled", () => {
  const mendOf = (json: Json) => {
    const board = boardOf(json, "metric");
    if (!board.ok) throw new Error(JSON.stringify(board.errors));
    return board.view.mend;
  };

  it("is the repair and its proof", () => {
    const leaking = {
      ...pumpJson("LF-2"),
      observations: {
        present: ["mechanical.seal-drip", "complaint.leaks", "mechanical.gland-streaming"],
        absent: ["mechanical.bearing-hot", "mechanical.vibration-high", "noise.gravel"],
      },
    };
    expect(mendOf(leaking)).toMatch(/Renew the seal.*Proven by: /);
  });

  it("is nothing while it is open", () => {
    expect(mendOf(exampleJson())).toBeNull();
  });
});
