/** Every observation of the case format, with how often it is noticed under each cause. */
import type { CauseId } from "../../../case/index.ts";
import { PIPES } from "./pipes.ts";
import type { ObservationRow } from "./row.ts";
import { SENSED } from "./sensed.ts";
import { TOLD } from "./told.ts";
import { TOUCHED } from "./touched.ts";

export type { ObservationRow, Origin } from "./row.ts";

export const OBSERVATIONS: readonly ObservationRow[] = [...TOLD, ...SENSED, ...TOUCHED, ...PIPES];

const byId = new Map<string, ObservationRow>(OBSERVATIONS.map((o) => [o.id, o]));

export const observationRow = (id: string): ObservationRow | undefined => byId.get(id);

/** Share of observations of any kind that are mistaken: misheard, misremembered, ticked by accident. */
const MISTAKEN = 0.01;

/**
 * What a pump shows now and then is told less often when something else is the trouble: who looks for
 * a cause writes down what belongs to it. What most pumps show is told all the same.
 */
const ASIDE = 0.4;
const COMMON = 0.2;

/** Probability that the observation is told when this cause is at work. */
export function observationRate(o: ObservationRow, cause: CauseId): number {
  const aside = o.base < COMMON ? ASIDE * o.base : o.base;
  const rate = o.under[cause] ?? (cause === "unlisted" ? Math.max(o.base, 0.08) : aside);
  return MISTAKEN + (1 - 2 * MISTAKEN) * rate;
}
