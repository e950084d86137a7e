import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import type { CauseId } from "../case/index.ts";
import { situationOf } from "../visit/index.ts";
import { notedShare } from "./evidence.ts";
import { diagnoseFully } from "./index.ts";
import { SOUND } from "./model/condition.ts";
import { emptyState } from "./model/operating-state.ts";
import { prepare, settingOf } from "./model/preparation.ts";
import { modelOf } from "./model/pump-model.ts";
import { type Scene, sceneAt } from "./model/scene.ts";
import { observationRow } from "./tables/observations/index.ts";
import { rateAtState } from "./tables/observations/rates.ts";

type Json = Record<string, unknown>;

const DUTY = { flow: 62 / 3600, head: 44.5 };

/** A sound LF-2 standing at some flow and head, as people see it. */
function sceneOf(state: { flow: number; head?: number; npsha?: number; npshr?: number }): Scene {
  const situation = situationOf(caseFrom({ ...pumpJson("LF-2"), snapshots: [{}] }));
  const [snapshot] = situation.snapshots;
  if (!snapshot) throw new Error("one snapshot");
  const p = prepare(situation, snapshot, modelOf(situation), false);
  const setting = settingOf(p, { ...SOUND, vapour: "may" }, { flow: 1, head: 1 });
  return sceneAt(p.surroundings, setting, {
    ...emptyState(),
    head: DUTY.head,
    npsha: 12,
    npshr: 2,
    innerFlow: state.flow,
    ...state,
  });
}

function rate(id: string, cause: CauseId, scene: Scene): number {
  const row = observationRow(id);
  if (!row) throw new Error(id);
  return rateAtState(row, [cause])(scene);
}

describe("what people notice of a state", () => {
  it("is too little flow the more, the more is missing", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1.2, noNaN: true }),
        fc.double({ min: 0.1, max: 1.2, noNaN: true }),
        (a, b) => {
          const [less, more] = [Math.min(a, b), Math.max(a, b)].map((share) =>
            rate("complaint.low-flow", "worn-rings", sceneOf({ flow: share * DUTY.flow })),
          );
          expect(less).toBeGreaterThanOrEqual(more ?? 1);
        },
      ),
    );
  });

  it("is hardly ever too little flow where the duty is met, whatever the cause", () => {
    const met = sceneOf({ flow: DUTY.flow });
    for (const cause of ["healthy", "worn-rings", "discharge-restriction"] as const) {
      expect(rate("complaint.low-flow", cause, met)).toBeLessThan(0.05);
    }
  });

  it("is gravel where NPSH is short and not where there is plenty", () => {
    const short = sceneOf({ flow: DUTY.flow, npsha: 2, npshr: 3 });
    const plenty = sceneOf({ flow: DUTY.flow, npsha: 9, npshr: 3 });
    expect(rate("noise.gravel", "suction-restriction", short)).toBeGreaterThan(0.5);
    expect(rate("noise.gravel", "suction-restriction", plenty)).toBeLessThan(0.05);
  });

  it("is a rumble far below the best point", () => {
    const low = sceneOf({ flow: 0.2 * DUTY.flow });
    expect(rate("noise.rumble", "discharge-restriction", low)).toBeGreaterThan(
      4 * rate("noise.rumble", "discharge-restriction", sceneOf({ flow: DUTY.flow })),
    );
  });

  it("is a hot liquid by the thermometer, not by the cause", () => {
    const scene = sceneOf({ flow: DUTY.flow });
    expect(scene.surroundings.temperature).toBeDefined();
    expect(rate("water.liquid-hot", "npsh-shortfall", scene)).toBe(
      rate("water.liquid-hot", "healthy", scene),
    );
  });

  it("is mostly not known where something would have to be opened", () => {
    const share = (id: string) => {
      const row = observationRow(id);
      if (!row) throw new Error(id);
      return notedShare(row);
    };
    expect(share("damage.wear-ring-gap")).toBeLessThan(share("control.hand-mode-pumps"));
    expect(share("control.hand-mode-pumps")).toBeLessThan(share("mechanical.bearing-hot"));
    expect(share("mechanical.bearing-hot")).toBeLessThan(share("complaint.leaks"));
  });
});

const visit = (observations: Json, extra: Json = {}): Json => ({
  ...pumpJson("LF-2"),
  snapshots: [
    {
      suctionPressure: "0.12 bar",
      suctionGaugeHeight: "0.2 m",
      dischargePressure: "4.4 bar",
      dischargeGaugeHeight: "0.5 m",
      flow: "31 m3/h",
    },
  ],
  observations,
  ...extra,
});

/** ln likelihood of one item under some causes. */
function logsOf(json: Json, item: string, causes: readonly CauseId[]): number[] {
  const { posterior } = diagnoseFully(caseFrom(json));
  const found = posterior.items.find((i) => i.id === item);
  return causes.map(
    (c) => found?.logLikelihood[posterior.causes.findIndex((x) => x.row.id === c)] ?? Number.NaN,
  );
}

describe("a complaint beside the readings", () => {
  it("does not part two causes that leave the same flow", () => {
    const [a = 0, b = 9] = logsOf(
      visit({ present: ["complaint.low-flow"] }),
      "complaint.low-flow",
      ["discharge-restriction", "wrong-rotation"],
    );
    expect(Math.abs(a - b)).toBeLessThan(0.3);
  });

  it("that nobody made speaks for what delivers", () => {
    const [healthy = 0, restricted = 0] = logsOf(
      { ...visit({ present: ["noise.none"] }), snapshots: [{ speed: "2930 rpm" }] },
      "not-complained",
      ["healthy", "discharge-restriction"],
    );
    expect(healthy).toBeGreaterThan(restricted + 0.1);
  });

  it("is said in words of its own", () => {
    const { result } = diagnoseFully(
      caseFrom({ ...visit({ present: ["noise.none"] }), snapshots: [{ flow: "61 m3/h" }] }),
    );
    const said = result.causes.flatMap((c) => [...c.for, ...c.against].map((e) => e.what));
    expect(said).toContain("what nobody complained of");
  });
});

describe("a test's outcome beside the readings", () => {
  it("left out is the visit without that test", () => {
    const tests = [{ test: "shut-off-head", outcome: "low" }];
    const observations = { present: ["complaint.low-flow"] };
    const { posterior } = diagnoseFully(caseFrom(visit(observations, { tests })));
    const item = posterior.items.find((i) => i.id === "shut-off-head");
    if (!item) throw new Error("the test is evidence");
    const at = (id: CauseId) => posterior.causes.findIndex((c) => c.row.id === id);
    const left = posterior.without(item);
    const never = diagnoseFully(caseFrom(visit(observations))).posterior;
    const odds = (p: readonly number[], a: CauseId, b: CauseId) =>
      Math.log((p[at(a)] ?? 0) / (p[at(b)] ?? 0));
    const alone = never.without({ ...item, logLikelihood: never.causes.map(() => 0) });
    for (const [a, b] of [
      ["wrong-rotation", "healthy"],
      ["impeller-worn", "discharge-restriction"],
    ] as const) {
      expect(odds(left, a, b)).toBeCloseTo(odds(alone, a, b), 6);
    }
  });

  it("moves the size: a low shut-off head makes a worn wheel worn more", () => {
    const sizeOf = (tests: Json[]) =>
      diagnoseFully(
        caseFrom({
          ...pumpJson("LF-2"),
          snapshots: [{ dischargePressure: "4.0 bar", suctionPressure: "0.1 bar" }],
          tests,
        }),
      ).posterior.causes.find((c) => c.row.id === "impeller-worn")?.severity?.value ?? 0;
    const low = sizeOf([{ test: "shut-off-head", outcome: "low" }]);
    const near = sizeOf([{ test: "shut-off-head", outcome: "near-curve" }]);
    expect(low).toBeGreaterThan(near + 0.01);
  });

  it("is foreseen without vapour where the valve is shut: nothing flows that could boil", () => {
    const read = { suctionPressure: "0.12 bar", dischargePressure: "4.0 bar", flow: "62 m3/h" };
    const { posterior } = diagnoseFully(caseFrom({ ...pumpJson("LF-2"), snapshots: [read] }));
    const low = (id: CauseId) =>
      posterior.rates(
        "shut-off-head",
        posterior.causes.findIndex((c) => c.row.id === id),
      )[1] ?? 1;
    expect(low("npsh-shortfall")).toBeCloseTo(low("healthy"), 1);
    expect(low("impeller-worn")).toBeGreaterThan(low("npsh-shortfall") + 0.3);
  });

  it("is expected of the pump as it was found, also when the shut valve was read first", () => {
    const read = { suctionPressure: "0.12 bar", dischargePressure: "4.4 bar", flow: "62 m3/h" };
    const shut = { valve: "shut", suctionPressure: "0.17 bar", dischargePressure: "5.0 bar" };
    const low = (snapshots: Json[]) => {
      const { posterior } = diagnoseFully(caseFrom({ ...pumpJson("LF-2"), snapshots }));
      const healthy = posterior.causes.findIndex((c) => c.row.id === "healthy");
      return posterior.rates("timed-drawdown", healthy)[1] ?? 1;
    };
    expect(low([shut, read])).toBeLessThan(0.15);
    expect(low([shut, read])).toBeCloseTo(low([read, shut]), 3);
  });
});
