import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../../testing/cases.ts";
import type { CauseId } from "../../case/index.ts";
import { type Situation, situationOf } from "../../visit/index.ts";
import { posteriorOf } from "../posterior.ts";
import { causeRow } from "../tables/causes/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { experienceOf, teachers } from "./fingerprint.ts";
import { ownCurves } from "./own-curves.ts";
import { prepare } from "./preparation.ts";
import { modelOf } from "./pump-model.ts";

type Json = Record<string, unknown>;

const AS_SHEET = { flow: 1, head: 1 };

const WHEN_NEW = { ...LF2_READ, label: "when new" };

/** LF-2 without its drawn suction: nobody knows how high its source stands. */
function situation(snapshots: readonly Json[], fingerprint?: readonly Json[]): Situation {
  return situationOf(
    caseFrom({
      ...pumpJson("LF-2"),
      suction: undefined,
      snapshots,
      ...(fingerprint ? { fingerprint: { date: "2026-02-11", snapshots: fingerprint } } : {}),
    }),
  );
}

function biasesFrom(fingerprint: readonly Json[], condition: Condition = SOUND) {
  const s = situation([LF2_READ], fingerprint);
  const model = modelOf(s);
  const prepared = s.fingerprints.map((f) => prepare(s, f, model, true));
  return { ...experienceOf(prepared, condition, AS_SHEET), prepared };
}

const chanceOf = (s: Situation, id: CauseId): number =>
  posteriorOf(s).causes.find((c) => c.row.id === id)?.probability ?? Number.NaN;

describe("what a fingerprint teaches", () => {
  it("is nothing where there is none", () => {
    const { log, biases, system } = biasesFrom([]);
    expect(log).toBe(0);
    expect(biases.size).toBe(0);
    expect(system).toBeUndefined();
  });

  it("moves each lasting deviation the way its reading lay, and leaves less in doubt than before", () => {
    const low = biasesFrom([{ ...WHEN_NEW, suctionPressure: "-0.12 bar" }]).biases;
    const high = biasesFrom([{ ...WHEN_NEW, suctionPressure: "0.4 bar" }]).biases;
    const [a, b] = [low.get("suction-gauge"), high.get("suction-gauge")];
    expect(a?.mean ?? 9).toBeLessThan(b?.mean ?? -9);
    for (const bias of [...low.values(), ...high.values()]) {
      expect(bias.variance).toBeGreaterThan(0);
      expect(bias.variance).toBeLessThanOrEqual(1);
      expect(Number.isFinite(bias.mean)).toBe(true);
    }
  });

  it("is taught by a motor of uneven currents as by any other", () => {
    const uneven = [{ ...WHEN_NEW, amps: ["23.0 A", "19.0 A", "20.7 A"] }];
    const [odd, even] = [biasesFrom(uneven), biasesFrom([WHEN_NEW])];
    // What the pattern of the currents is does not last, and spoils nothing else.
    expect([...odd.biases.keys()]).toEqual([...even.biases.keys()]);
    expect(Number.isFinite(odd.log)).toBe(true);
    const [a, b] = [odd, even].map((t) => t.biases.get("suction-gauge")?.mean ?? Number.NaN);
    expect(a).toBeCloseTo(b ?? Number.NaN, 1);
    expect(odd.system).not.toEqual(odd.prepared[0]?.flowPrior);
    const [more, usual] = [odd, even].map((t) => t.biases.get("phase-balance")?.mean ?? 0);
    expect(more).toBeGreaterThan((usual ?? 0) + 1);
  });

  it("leaves a meter out that has no lasting deviation", () => {
    expect(biasesFrom([WHEN_NEW]).biases.has("flow-meter")).toBe(false);
  });

  it("never leaves a reading more certain than its own instrument", () => {
    fc.assert(
      fc.property(
        fc.record({
          suction: fc.double({ min: -0.6, max: 2, noNaN: true }),
          discharge: fc.double({ min: 1, max: 6, noNaN: true }),
          flow: fc.double({ min: 5, max: 90, noNaN: true }),
        }),
        ({ suction, discharge, flow }) => {
          const { biases, system } = biasesFrom([
            {
              ...WHEN_NEW,
              suctionPressure: `${suction.toFixed(3)} bar`,
              dischargePressure: `${discharge.toFixed(3)} bar`,
              flow: `${flow.toFixed(1)} m3/h`,
            },
          ]);
          for (const { mean, variance } of biases.values()) {
            expect(Number.isFinite(mean)).toBe(true);
            expect(variance).toBeGreaterThan(0);
            expect(variance).toBeLessThanOrEqual(1);
          }
          if (system?.kind !== "system") throw new Error("it ran on its system");
          const shares = system.curves.reduce((sum, c) => sum + c.weight, 0);
          expect(shares).toBeCloseTo(1, 5);
          for (const c of system.curves) expect(c.spread).toBeGreaterThan(0);
        },
      ),
      { numRuns: 40 },
    );
  });

  it("finds the system it ran on: a flow half as large is four times the resistance", () => {
    const logKOf = (flow: string) => {
      const { system } = biasesFrom([
        {
          ...WHEN_NEW,
          flow,
          suctionPressure: undefined,
          dischargePressure: undefined,
          amps: undefined,
        },
      ]);
      if (system?.kind !== "system") throw new Error("it ran on its system");
      const [curve] = system.curves;
      return curve?.logK ?? Number.NaN;
    };
    const more = logKOf("50 m3/h") - logKOf("66 m3/h");
    expect(more).toBeGreaterThan(0.2);
    expect(more).toBeLessThan(2 * Math.log(66 / 50) + 1);
  });

  it("is learnt from the latest few of many that ran", () => {
    const many = Array.from({ length: 40 }, (_, i) => ({
      ...WHEN_NEW,
      label: `${i}`,
      ...(i === 38 ? { running: false } : {}),
    }));
    const kept = teachers(situation([LF2_READ], many).fingerprints);
    expect(kept.map((s) => s.label)).toEqual(["33", "34", "35", "36", "37", "39"]);
  });

  it("says nothing of the clean system when it ran on a changed one", () => {
    expect(biasesFrom([WHEN_NEW], { ...SOUND, flowLost: 0.4 }).system).toBeUndefined();
  });
});

describe("a visit after a fingerprint", () => {
  it("blames the suction for what it lost since, though nobody knows its level", () => {
    const now = { ...LF2_READ, suctionPressure: "-0.3 bar", dischargePressure: "3.7 bar" };
    const alone = chanceOf(situation([now]), "suction-restriction");
    const compared = chanceOf(situation([now], [WHEN_NEW]), "suction-restriction");
    expect(compared).toBeGreaterThan(0.6);
    expect(alone).toBeLessThan(0.3);
  });

  it("does not blame a suction that always was as low", () => {
    const low = { suctionPressure: "-0.2 bar", dischargePressure: "3.8 bar" };
    const alone = chanceOf(situation([{ ...LF2_READ, ...low }]), "suction-restriction");
    const compared = chanceOf(
      situation([{ ...LF2_READ, ...low }], [{ ...WHEN_NEW, ...low }]),
      "suction-restriction",
    );
    expect(compared).toBeLessThan(0.5 * alone);
  });

  it("takes a weak head for a wrong wheel when it was weak from the start, for a worn one when not", () => {
    const weak = {
      dischargePressure: "3.1 bar",
      flow: "55 m3/h",
      amps: ["17.5 A", "17.6 A", "17.5 A"],
    };
    const odds = (fingerprint: Json) => {
      const { causes } = posteriorOf(situation([{ ...LF2_READ, ...weak }], [fingerprint]));
      const of = (id: CauseId) => causes.find((c) => c.row.id === id)?.probability ?? Number.NaN;
      return of("wrong-impeller-or-curve") / of("impeller-worn");
    };
    expect(odds({ ...WHEN_NEW, ...weak })).toBeGreaterThan(3);
    expect(odds(WHEN_NEW)).toBeLessThan(1);
  });
});

describe("own curves with a condition built in", () => {
  const s = situation([LF2_READ], [WHEN_NEW]);
  const owns = ownCurves(s, modelOf(s), true);
  const total = (list: readonly { readonly log: number }[]) =>
    list.reduce((sum, o) => sum + Math.exp(o.log), 0);

  it("weigh half of what the sound pump's weigh when the condition contradicts the fingerprint", () => {
    const worse = { ...SOUND, ...causeRow("wrong-impeller-or-curve").condition(-0.17) };
    expect(total(owns.sound)).toBeCloseTo(1, 3);
    expect(total(owns.builtIn(worse))).toBeGreaterThan(0.49);
    expect(total(owns.builtIn(worse))).toBeLessThan(0.6);
  });

  it("are the sound pump's own when the condition is none", () => {
    expect(total(owns.builtIn(SOUND))).toBeCloseTo(1, 3);
  });

  it("cost nothing where there is no fingerprint", () => {
    const without = situation([LF2_READ, { ...LF2_READ, label: "again" }]);
    const curves = ownCurves(without, modelOf(without), true);
    expect(curves.builtIn({ ...SOUND, curveHead: 0.7 })).toBe(curves.sound);
  });
});
