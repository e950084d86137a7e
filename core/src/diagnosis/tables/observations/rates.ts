/** How likely an observation is to be told: under a cause alone, and at a state the pump is in. */
import type { CauseId } from "../../../case/index.ts";
import type { Scene } from "../../model/scene.ts";
import { BY_STATE } from "./by-state.ts";
import type { ObservationRow } from "./row.ts";

/** Share of observations of any kind that are mistaken: misheard, misremembered, ticked by accident. */
const MISTAKEN = 0.01;

/**
 * What a pump shows now and then is told less often when something else is the trouble: who looks for
 * a cause writes down what belongs to it. What most pumps show is told all the same.
 */
const ASIDE = 0.4;
const COMMON = 0.2;

/** Probability that the observation is told when this cause is at work, over all states it may be in. */
export const observationRate = (o: ObservationRow, cause: CauseId): number =>
  withMistakes(rowRate(o, cause));

function rowRate(o: ObservationRow, cause: CauseId): number {
  const aside = o.base < COMMON ? ASIDE * o.base : o.base;
  return o.under[cause] ?? (cause === "unlisted" ? Math.max(o.base, 0.08) : aside);
}

const withMistakes = (rate: number): number => MISTAKEN + (1 - 2 * MISTAKEN) * rate;

/** Whether people make this observation of the state the pump is in. */
export const hangsOnState = (o: ObservationRow): boolean => BY_STATE[o.id] !== undefined;

/** Probability that the observation is told with these causes at work, whatever the state. */
export const fixedRate = (o: ObservationRow, causes: readonly CauseId[]): number =>
  withMistakes(1 - causes.reduce((missed, c) => missed * (1 - rowRate(o, c)), 1));

/**
 * Probability that an observation that hangs on the state is told there, with these causes at work: if any
 * of them or the state gives reason to.
 */
export function rateAtState(
  o: ObservationRow,
  causes: readonly CauseId[],
): (scene: Scene) => number {
  const row = BY_STATE[o.id];
  if (!row) {
    const always = fixedRate(o, causes);
    return () => always;
  }
  const missed = causes.reduce((share, c) => {
    const stray = c === "unlisted" ? Math.max(row.stray, 0.08) : row.stray;
    return share * (1 - (row.keeps.includes(c) ? rowRate(o, c) : stray));
  }, 1);
  return (scene) => withMistakes(1 - missed * (1 - row.at(scene)));
}
