/** Which procedures there are for a pump, for a cause and for a test. */
import type { CauseId, TestId } from "../../case/index.ts";
import { type Condition, type Procedure, PROCEDURES } from "../../guide/index.ts";
import { factOf, type PumpAtHand } from "./place.ts";

export interface Offered {
  readonly procedure: Procedure;
  /** Not certain that it belongs to this pump: the register does not say. */
  readonly maybe: boolean;
}

/** By facts of the pump alone: nothing of a run is known yet. */
function belongs(condition: Condition, c: PumpAtHand): boolean | undefined {
  if ("fact" in condition) {
    const value = factOf(condition.fact, c);
    return value === undefined || value === "unknown"
      ? unless(condition.is)
      : condition.is.includes(value);
  }
  if ("not" in condition) {
    const inner = belongs(condition.not, c);
    return inner === undefined ? undefined : !inner;
  }
  if ("all" in condition) return joined(condition.all, c, false);
  if ("any" in condition) return joined(condition.any, c, true);
  return undefined;
}

/** What nobody said may be so, unless "unknown" is itself asked for. */
const unless = (is: readonly string[]): boolean | undefined =>
  is.includes("unknown") ? true : undefined;

function joined(list: readonly Condition[], c: PumpAtHand, decides: boolean): boolean | undefined {
  const found = list.map((inner) => belongs(inner, c));
  if (found.includes(decides)) return decides;
  return found.includes(undefined) ? undefined : !decides;
}

/** Procedures that belong, or may belong, to a pump, in the order of the list. */
export const offered = (c: PumpAtHand): Offered[] =>
  PROCEDURES.flatMap((procedure) => {
    const there = procedure.when ? belongs(procedure.when, c) : true;
    return there === false ? [] : [{ procedure, maybe: there === undefined }];
  });

/** What mends a cause, the likeliest first. A cause without a line has no procedure of its own. */
const OF_CAUSE: Readonly<Partial<Record<CauseId, readonly string[]>>> = {
  "suction-restriction": ["clear-choke"],
  "impeller-clogged": ["clear-choke"],
  "discharge-airlock": ["prime-flooded", "prime-foot-valve", "prime-dry-set", "fill-circuit"],
  "suction-air-leak": ["vacuum-plate-halving", "prime-foot-valve"],
  "not-primed": [
    ...["prime-flooded", "prime-foot-valve", "prime-tank-primer", "prime-dry-set"],
    ...["prime-two-pipe-jet", "prime-circuit"],
  ],
  "foot-valve-leak": ["drain-back", "prime-foot-valve", "prime-two-pipe-jet"],
  "priming-device-fault": ["vacuum-plate-halving", "prime-dry-set", "prime-tank-primer"],
  "jet-suction-open": ["prime-two-pipe-jet"],
  "jet-nozzle-blocked": ["clear-choke", "prime-two-pipe-jet"],
  "air-trap": ["fill-circuit", "prime-flooded", "prime-circuit"],
  "suction-layout": ["prime-circuit"],
  "lift-too-high": ["prime-foot-valve"],
  "wrong-rotation": ["two-directions"],
  "body-reversed": ["replace-circulator"],
  "impeller-worn": ["fit-card", "replace-circulator"],
  "worn-rings": ["fit-card"],
  "pump-unsuited": ["fit-card", "replace-circulator"],
  "wrong-impeller-or-curve": ["fit-card"],
  "shaft-jammed": ["clear-choke", "replace-circulator"],
  "mechanical-drag": ["run-in-gland"],
  "seal-leak": ["mechanical-seal", "pack-gland", "run-in-gland", "reseal", "seal-water"],
  "bearing-defect": ["fit-card", "replace-circulator"],
  "loose-terminal": ["tighten-read-again"],
  "phase-loss": ["tighten-read-again", "windings"],
  "supply-imbalance": ["roll-leads", "tighten-read-again"],
  "winding-fault": ["windings", "roll-leads", "fit-card"],
  "capacitor-weak": ["windings"],
  "float-stuck-on": ["sump-service"],
  "float-stuck-off": ["sump-service"],
  "control-fault": ["hand-mode-level"],
  "short-cycling": ["sump-cycles"],
  "check-valve-passing": ["sump-cycles", "stop-keep-prime"],
  "npsh-shortfall": ["start-shut"],
  "over-run": ["start-shut"],
};

const OF_TEST: Readonly<Partial<Record<TestId, string>>> = {
  "two-direction": "two-directions",
  "roll-leads": "roll-leads",
  "winding-resistance": "windings",
  insulation: "windings",
  "terminal-retighten-reread": "tighten-read-again",
  "shut-off-head": "shut-off-reading",
  "vacuum-plate": "vacuum-plate-halving",
  "timed-drawdown": "timed-drawdown",
  "drain-back": "drain-back",
  "hand-mode": "hand-mode-level",
  "clean-strainer-reread": "clear-choke",
  "open-strainer-look": "clear-choke",
  "float-lift": "sump-service",
  provoke: "provoke-fault",
};

const byId = new Map(PROCEDURES.map((p) => [p.id, p]));
const named = (ids: readonly string[], c: PumpAtHand): Offered[] => {
  const here = new Map(offered(c).map((o) => [o.procedure.id, o]));
  return ids.flatMap((id) => here.get(id) ?? []);
};

export const proceduresOfCause = (cause: CauseId, c: PumpAtHand): Offered[] =>
  named(OF_CAUSE[cause] ?? [], c);

export const proceduresOfTest = (test: TestId, c: PumpAtHand): Offered[] => {
  const id = OF_TEST[test];
  return id !== undefined && byId.has(id) ? named([id], c) : [];
};

/** Every procedure that a cause or a test names. */
export const NAMED: readonly string[] = [
  ...Object.values(OF_CAUSE).flat(),
  ...Object.values(OF_TEST),
];
