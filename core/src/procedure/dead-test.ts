/** Proving dead: tester on a known source, every pair and each to earth, tester again. */
import type { DeadCheckId } from "../case/index.ts";
import type { PumpFacts } from "../visit/index.ts";

export interface DeadTestCheck {
  readonly id: DeadCheckId;
  readonly name: string;
  /** The tester itself is proven, or a pair of conductors. */
  readonly of: "tester" | "pair";
}

const TESTER = (id: "before" | "after", when: string): DeadTestCheck => ({
  id,
  name: `Tester on a known source, ${when}`,
  of: "tester",
});
const pair = (id: DeadCheckId, name: string): DeadTestCheck => ({ id, name, of: "pair" });

const ONE_PHASE = [
  pair("l-n", "L to N"),
  pair("l-earth", "L to earth"),
  pair("n-earth", "N to earth"),
];
const THREE_PHASES = [
  pair("l1-l2", "L1 to L2"),
  pair("l2-l3", "L2 to L3"),
  pair("l3-l1", "L3 to L1"),
  pair("l1-earth", "L1 to earth"),
  pair("l2-earth", "L2 to earth"),
  pair("l3-earth", "L3 to earth"),
];

/** The checks in the order they are done; none for a pump without a motor. */
export function deadTestOf(pump: PumpFacts): readonly DeadTestCheck[] {
  if (pump.driver === "engine") return [];
  const pairs = pump.driver === "1-phase" ? ONE_PHASE : THREE_PHASES;
  return [TESTER("before", "before"), ...pairs, TESTER("after", "after")];
}

/** What was found at each check: dead or live for a pair, shown or not for the tester. */
export type DeadTestFindings = ReadonlyMap<string, string>;

export interface DeadTestState {
  readonly proven: boolean;
  readonly foundLive: boolean;
  readonly testerDoubtful: boolean;
  /** The check that comes next; undefined when all are done. */
  readonly next: DeadTestCheck | undefined;
}

/** How far the proof is. It holds only when every check was done and turned out as it must. */
export function deadTestState(pump: PumpFacts, findings: DeadTestFindings): DeadTestState {
  const checks = deadTestOf(pump);
  const found = (c: DeadTestCheck) => findings.get(c.id);
  return {
    proven:
      checks.length > 0 && checks.every((c) => found(c) === (c.of === "tester" ? "shown" : "dead")),
    foundLive: checks.some((c) => c.of === "pair" && found(c) === "live"),
    testerDoubtful: checks.some((c) => c.of === "tester" && found(c) === "not shown"),
    next: checks.find((c) => !findings.has(c.id)),
  };
}
