import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../../testing/cases.ts";
import { situationOf } from "../../visit/index.ts";
import { CAUSES, causeRow } from "../tables/causes/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { emptyLikelihood, integrateFlow } from "./flow-integral.ts";
import type { FlowPrior } from "./flow-prior.ts";
import { scales } from "./marginal.ts";
import { ownCurves } from "./own-curves.ts";
import { emptyState, operate, type Setting } from "./operating-state.ts";
import { prepare, type Prepared, settingOf } from "./preparation.ts";
import { modelOf } from "./pump-model.ts";
import { expectedAt, type ReadingEvidence } from "./reading-evidence.ts";
import { changedSystem } from "./system-flow.ts";

const AS_SHEET = { flow: 1, head: 1 };

function prepared(snapshots: object[], tag = "LF-2"): Prepared[] {
  const situation = situationOf(caseFrom({ ...pumpJson(tag), snapshots }));
  const model = modelOf(situation);
  return situation.snapshots.map((s) => prepare(situation, s, model, snapshots.length > 1));
}

/** ln of Student-t with eight degrees of freedom, up to its constant. */
function student(r: ReadingEvidence, setting: Setting, flow: number): number {
  const state = emptyState();
  operate(setting, flow, state);
  const { below = 1 } = r.under(setting);
  const { predicted, variance: v } = expectedAt(r.under(setting), state);
  const gap = (r.seen - predicted) * (r.seen < predicted ? below : 1);
  return -4.5 * Math.log1p((gap * gap) / (8 * v)) - 0.5 * Math.log(v);
}

/** The same integral by brute force: twenty thousand flows. */
function bruteForce(
  setting: Setting,
  readings: readonly ReadingEvidence[],
  prior: FlowPrior,
): number {
  if (prior.kind !== "anywhere") throw new Error("for the flat prior");
  const n = 20_000;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const q = (prior.limit * (i + 0.5)) / n;
    sum += Math.exp(readings.reduce((s, r) => s + student(r, setting, q), 0)) / n;
  }
  return Math.log(sum);
}

describe("the integral over the unknown flow", () => {
  const [p] = prepared([LF2_READ]);
  if (!p) throw new Error("one snapshot");
  const free = { ...SOUND, vapour: "may" } as const;
  const flat: FlowPrior = { kind: "anywhere", limit: p.pump.reach };
  const setting = settingOf(p, free, AS_SHEET);

  it("is what brute force finds, on seventeen nodes", () => {
    const out = emptyLikelihood(p.readings.length);
    integrateFlow(setting, p.readings, flat, out);
    expect(Math.abs(out.logTotal - bruteForce(setting, p.readings, flat))).toBeLessThan(0.25);
  });

  it("leaves a reading out as if it had never been taken", () => {
    const all = emptyLikelihood(p.readings.length);
    integrateFlow(setting, p.readings, flat, all);
    p.readings.forEach((r, i) => {
      const rest = p.readings.filter((x) => x !== r);
      const exact = bruteForce(setting, rest, flat);
      expect(Math.abs((all.logWithout[i] ?? 0) - exact), r.id).toBeLessThan(0.6);
    });
  });

  it("does not depend on the order of the readings", () => {
    const reference = emptyLikelihood(p.readings.length);
    integrateFlow(setting, p.readings, p.flowPrior, reference);
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...p.readings], { minLength: p.readings.length }),
        (shuffled) => {
          const out = emptyLikelihood(shuffled.length);
          integrateFlow(setting, shuffled, p.flowPrior, out);
          expect(out.logTotal).toBeCloseTo(reference.logTotal, 9);
          expect(out.bestFlow).toBe(reference.bestFlow);
        },
      ),
      { numRuns: 20 },
    );
  });

  it("is finite for any condition the tables know, on every kind of rating", () => {
    for (const tag of ["LF-2", "LF-3", "LF-4", "MG-1", "QO-1", "QO-2"]) {
      const [q] = prepared([{ dischargePressure: "2 bar", suctionPressure: "0 bar" }], tag);
      if (!q) throw new Error(tag);
      for (const row of CAUSES) {
        for (const [severity] of row.severities) {
          const condition: Condition = { ...SOUND, ...row.condition(severity) };
          const at = settingOf(q, condition, AS_SHEET);
          const out = emptyLikelihood(q.readings.length);
          integrateFlow(at, q.readings, changedSystem(q.flowPrior, at), out);
          expect(Number.isFinite(out.logTotal), `${tag} ${row.id} ${severity}`).toBe(true);
          expect(
            [...out.logWithout].every((w) => Number.isFinite(w)),
            `${tag} ${row.id}`,
          ).toBe(true);
        }
      }
    }
  });

  it("puts a dead pump at no flow, whatever its system asks", () => {
    const out = emptyLikelihood(p.readings.length);
    const dead = settingOf(p, { ...SOUND, ...causeRow("not-primed").condition(1) }, AS_SHEET);
    integrateFlow(dead, p.readings, p.flowPrior, out);
    expect(out.bestFlow).toBe(0);
  });

  it("finds the flow of a displacement pump along its upright curve", () => {
    const [gear] = prepared(
      [{ suctionPressure: "0.05 bar", dischargePressure: "4.0 bar" }],
      "LF-4",
    );
    if (!gear?.pump.flowAtHead) throw new Error("LF-4 is a gear pump");
    const out = emptyLikelihood(gear.readings.length);
    const at = settingOf(gear, SOUND, AS_SHEET);
    integrateFlow(at, gear.readings, gear.flowPrior, out);
    // Four bar between the gauges is a head; the slip line has one flow there.
    expect(out.bestFlow / gear.pump.flowAtHead(out.best.head)).toBeCloseTo(1, 1);
    expect(out.best.head).toBeGreaterThan(0.8 * gear.pump.bestHead);
  });
});

describe("a changed system", () => {
  const [p] = prepared([LF2_READ]);
  if (!p) throw new Error("one snapshot");
  const flowUnder = (change: Partial<Condition>): number => {
    const at = settingOf(p, { ...SOUND, ...change }, AS_SHEET);
    const out = emptyLikelihood(0);
    integrateFlow(at, [], changedSystem(p.flowPrior, at), out);
    return out.bestFlow;
  };
  const clean = flowUnder({});

  it("is short by the share a restriction takes, and over by what runs out", () => {
    for (const lost of [0.15, 0.4, 0.6]) {
      expect(flowUnder({ flowLost: lost }) / clean).toBeCloseTo(1 - lost, 1);
    }
    expect(flowUnder({ flowLost: -0.3 })).toBeGreaterThan(1.1 * clean);
  });

  it("takes less and less the higher it lifts", () => {
    const flows = [0, 0.1, 0.2, 0.4].map((staticExtra) => flowUnder({ staticExtra }));
    for (let i = 1; i < flows.length; i++) expect(flows[i]).toBeLessThan(flows[i - 1] ?? 0);
  });
});

describe("size and own curve summed out", () => {
  const snapshots = [
    LF2_READ,
    { ...LF2_READ, label: "shut", valve: "shut", flow: null, dischargePressure: "4.9 bar" },
  ];
  const situation = situationOf(caseFrom({ ...pumpJson("LF-2"), snapshots }));
  let list: Prepared[];
  beforeAll(() => {
    list = prepared(snapshots);
  });
  const owns = ownCurves(situation, modelOf(situation), true);

  it("weighs own curves to one, the sheet itself most", () => {
    const weights = owns.sound.map((o) => Math.exp(o.log));
    expect(weights.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    const [likeliest] = owns.sound.toSorted((a, b) => b.log - a.log);
    expect(likeliest?.head).toBe(1);
  });

  it("gives the same whatever is weighed before it", () => {
    const forward = scales(list, owns, CAUSES);
    const backward = scales(list, owns, CAUSES.toReversed());
    for (const id of ["worn-rings", "healthy", "low-speed"] as const) {
      const [a, b] = [forward.weigh(causeRow(id)), backward.weigh(causeRow(id))];
      expect(a.logTotal).toBeCloseTo(b.logTotal, 9);
      expect(a.severity?.value ?? 0).toBeCloseTo(b.severity?.value ?? 0, 9);
    }
  });

  it("keeps the severity inside what was tried, and its band round it", () => {
    const scale = scales(list, owns, CAUSES);
    for (const row of CAUSES.filter((c) => c.severityMeans)) {
      const { severity } = scale.weigh(row);
      const tried = row.severities.map(([s]) => s);
      expect(severity?.low95, row.id).toBeGreaterThanOrEqual(Math.min(...tried));
      expect(severity?.high95, row.id).toBeLessThanOrEqual(Math.max(...tried));
      expect(severity?.value ?? 0, row.id).toBeGreaterThanOrEqual(severity?.low95 ?? 1);
      expect(severity?.value ?? 0, row.id).toBeLessThanOrEqual(severity?.high95 ?? -1);
    }
  });

  it("shows the pump without the cause in a snapshot taken after its cure", () => {
    const cured = list.map((p, i) =>
      i === 1 ? { ...p, remedy: { against: () => true, left: [{ share: 0, log: 0 }] } } : p,
    );
    const row = causeRow("impeller-worn");
    const after = scales(cured, owns, [row]).weigh(row).picture();
    expect(after.settings[0]?.condition.curveHead).toBeLessThan(1);
    expect(after.settings[1]?.condition).toEqual(SOUND);
  });
});
