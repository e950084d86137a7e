/** Proving dead: tester on a known source, every pair and each to earth, tester again. */
import type { PumpFacts } from "./pump-facts.ts";

export interface DeadTestCheck {
  readonly id: string;
  readonly name: string;
  /** The tester itself is proven, or a pair of conductors. */
  readonly of: "tester" | "pair";
}

const TESTER = (id: string, when: string): DeadTestCheck => ({
  id,
  name: `Tester on a known source, ${when}`,
  of: "tester",
});
const pair = (a: string, b: string): DeadTestCheck => ({
  id: `${a}-${b}`.toLowerCase(),
  name: `${a} to ${b}`,
  of: "pair",
});

/** The checks in the order they are done; none for a pump without a motor. */
export function deadTestOf(pump: PumpFacts): readonly DeadTestCheck[] {
  if (pump.driver === "engine") return [];
  const pairs =
    pump.driver === "1-phase"
      ? [pair("L", "N"), pair("L", "earth"), pair("N", "earth")]
      : [
          pair("L1", "L2"),
          pair("L2", "L3"),
          pair("L3", "L1"),
          pair("L1", "earth"),
          pair("L2", "earth"),
          pair("L3", "earth"),
        ];
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
