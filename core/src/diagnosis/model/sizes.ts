/** The sizes a cause is tried at: those of its row, finer round the likeliest one, each with its share of the prior. */
import type { Modelled } from "./marginal.ts";

/** Times the gaps on both sides of the likeliest size are halved, and how far below the best it is worth that [ln]. */
const REFINED = 4;
const BEYOND_REFINEMENT = 14;
/** From this round on, one that betters the likeliest size by less is the last one [ln]. */
const WORTH_A_ROUND = 0.3;
const LEAST_ROUNDS = 3;

/** A size of a cause, its share of the prior, and what was made of it. */
interface SizeTried<Made> {
  readonly severity: number;
  readonly weight: number;
  readonly made: Made;
}

interface Trying<Made> {
  /** @param given - index among the sizes of the row; undefined for one between two of them */
  readonly tried: (severity: number, given?: number) => Made;
  /** ln of the likeliest of what was made. */
  readonly logOf: (made: Made) => number;
  /** ln of the likeliest of all causes so far. */
  readonly best: () => number;
}

/** The sizes of a cause with their shares of its prior. */
export function refinedSizes<Made>(
  row: Pick<Modelled, "severities" | "between">,
  { tried, logOf, best }: Trying<Made>,
): readonly SizeTried<Made>[] {
  const sizes = row.severities.map(([severity, weight], i) => ({
    at: i,
    severity,
    density: weight,
    made: tried(severity, i),
  }));
  let before = Number.NEGATIVE_INFINITY;
  for (let round = 0; round < REFINED && row.between && sizes.length > 1; round++) {
    const likeliest = sizes.reduce((a, b) => (logOf(b.made) > logOf(a.made) ? b : a));
    const reached = logOf(likeliest.made);
    const still = round >= LEAST_ROUNDS && reached < before + WORTH_A_ROUND;
    if (still || reached < best() - BEYOND_REFINEMENT) break;
    before = reached;
    const k = sizes.indexOf(likeliest);
    // From the upper gap down, so that the index of the lower one stays.
    for (const [low, high] of [
      [k, k + 1],
      [k - 1, k],
    ] as const) {
      const [a, b] = [sizes[low], sizes[high]];
      const severity = a && b && row.between(a.severity, b.severity);
      if (!a || !b || severity === undefined) continue;
      sizes.splice(high, 0, {
        at: (a.at + b.at) / 2,
        severity,
        density: (a.density + b.density) / 2,
        made: tried(severity),
      });
    }
  }
  // Trapezoids over the sizes as they are listed; the first and the last reach half a step beyond.
  const last = sizes.length - 1;
  const masses = sizes.map(
    (s, i) =>
      (s.density *
        ((sizes[i + 1]?.at ?? s.at) -
          (sizes[i - 1]?.at ?? s.at) +
          (i === 0 ? 1 : 0) +
          (i === last ? 1 : 0))) /
      2,
  );
  const sum = masses.reduce((x, y) => x + y, 0);
  return sizes.map(({ severity, made }, i) => ({
    severity,
    made,
    weight: (masses[i] ?? 0) / sum,
  }));
}
