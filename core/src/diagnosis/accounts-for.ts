/** How much of a complaint of too little flow the leading cause accounts for, in the reader's units. */
import { formatSi, type UnitSystem } from "../quantity/index.ts";
import type { Diagnosis } from "./diagnose.ts";

/** Below this chance nothing is said to account for anything. */
const LEADS = 0.5;
/** A cause that takes a smaller share of the duty's flow is no reason to call anybody. */
const NOTICED = 0.07;
/** A loss of so large a share of the duty's flow is all of it. */
const ALL = 0.98;

/**
 * One sentence, or none: the flow that the leading cause takes from the duty at its likeliest size.
 * @returns "" without a duty, a complaint of too little flow, or a cause whose size the model knows
 */
export function accountsFor(
  { posterior, situation, parts, result }: Diagnosis,
  units: UnitSystem,
): string {
  const [first] = result.causes;
  const { duty, present } = situation;
  const complained = present.some((o) => o === "complaint.low-flow" || o === "complaint.no-flow");
  if (!first || first.probability < LEADS || !duty || !complained) return "";
  if (first.id === "healthy" || first.id === "unlisted") return "";
  const cause = posterior.causes.find((c) => c.row.id === first.id);
  const state = cause?.states.get(parts?.snapshot.key ?? "");
  if (!state) return "";
  const lost = duty.flow - state.flow;
  const flow = (v: number) => formatSi(v, "flow", units, 2);
  if (lost < NOTICED * duty.flow) {
    return lost > 0.01 * duty.flow
      ? `It costs about ${flow(lost)}: that alone is not why too little comes.`
      : "It costs no flow: that is not why too little comes.";
  }
  if (lost > ALL * duty.flow) return "That accounts for all of it.";
  return `It costs about ${flow(lost)} of the duty's ${flow(duty.flow)}.`;
}
