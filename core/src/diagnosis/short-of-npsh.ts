/** The Board's own NPSH margin binds the verdict: a leader that has nothing to do with a pump that boils. */
import { formatFixed, K95, type UnitSystem } from "../quantity/index.ts";
import type { VisitParts } from "../visit/index.ts";
import type { PosteriorCause } from "./posterior.ts";

/** How far a wheel's NPSH required scatters round its sheet, as a share of it. */
const SHEET_U = 0.08;

/**
 * One sentence where the margin lies below zero by more than gauge and sheet can be off, and the leader is a
 * cause under which nothing boils; none else.
 */
export function shortUnder(
  parts: VisitParts | undefined,
  leader: PosteriorCause | undefined,
  units: UnitSystem,
): string[] {
  const { fromGauge, required } = parts?.npsh ?? {};
  if (!leader || leader.row.id === "unlisted" || !fromGauge || required === undefined) return [];
  const short = required - fromGauge.value;
  if (short <= K95 * Math.hypot(fromGauge.u, SHEET_U * required)) return [];
  // As it works on this pump: thick oil starves gears, and is no reason for a wheel to boil.
  const [here] = leader.settings.values();
  const vapour = here?.condition.vapour ?? leader.row.condition(1).vapour;
  if (vapour === "must" || vapour === "may") return [];
  return [
    `By the suction gauge NPSH is ${formatFixed(short, "length", units, 1)} short, and “${leader.row.name.toLowerCase()}” does not account for that: find what is wrong with the suction first.`,
  ];
}
