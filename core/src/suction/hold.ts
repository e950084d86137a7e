/** A needle watched: how deep it came and how fast it falls, with its band. Vacua are positive, Pa below the atmosphere. */
import { t95 } from "../quantity/index.ts";
import { vacuumLeak, type VacuumLeak } from "./vacuum-plate.ts";

/** One look at the needle. */
export interface NeedleLook {
  /** [s] since the first */
  readonly at: number;
  /** [Pa below atmosphere] */
  readonly vacuum: number;
}

export interface Hold {
  /** The deepest it came, and when. */
  readonly peak: NeedleLook;
  readonly last: NeedleLook;
  /** Mean fall from the deepest on [Pa/min], and half the width of its 95 % band; undefined before there are two looks. */
  readonly fall: { readonly perMinute: number; readonly band95: number } | undefined;
  readonly leak: VacuumLeak | undefined;
}

export type NeedleFault = "above-perfect" | "not-a-vacuum" | "backwards";

/** What cannot be of a look, as it stands after the others. @param atmosphere - absolute [Pa] */
export function needleFault(
  looks: readonly NeedleLook[],
  look: NeedleLook,
  atmosphere: number,
): NeedleFault | undefined {
  if (look.vacuum > atmosphere) return "above-perfect";
  if (look.vacuum < 0) return "not-a-vacuum";
  const last = looks.at(-1);
  return last && look.at <= last.at ? "backwards" : undefined;
}

/**
 * Straight line through the looks from the deepest on. The band is the larger of what the looks scatter round it and of
 * what a needle can be read to.
 * @param readTo - a look is right to about so much [Pa]
 * @param volume - that was evacuated [m³]
 */
export function holdOf(
  looks: readonly NeedleLook[],
  readTo: number,
  atmosphere: number,
  volume?: number,
): Hold | undefined {
  const [first] = looks;
  const last = looks.at(-1);
  if (!first || !last) return undefined;
  // Of two that are as deep the later one counts: until then it held.
  const peak = looks.reduce((deep, l) => (l.vacuum >= deep.vacuum ? l : deep), first);
  const falling = looks.filter((l) => l.at >= peak.at);
  const fall = slopeOf(falling, readTo);
  const seconds = last.at - peak.at;
  return {
    ...{ peak, last },
    fall: fall && { perMinute: -60 * fall.slope, band95: 60 * fall.band95 },
    leak: vacuumLeak({
      ...{ from: peak.vacuum, to: last.vacuum, time: seconds, atmosphere },
      ...(volume === undefined ? {} : { volume }),
    }),
  };
}

function slopeOf(
  looks: readonly NeedleLook[],
  readTo: number,
): { readonly slope: number; readonly band95: number } | undefined {
  const n = looks.length;
  if (n < 2) return undefined;
  const mean = (f: (l: NeedleLook) => number) => looks.reduce((s, l) => s + f(l), 0) / n;
  const [t, v] = [mean((l) => l.at), mean((l) => l.vacuum)];
  const spread = looks.reduce((s, l) => s + (l.at - t) ** 2, 0);
  if (!(spread > 0)) return undefined;
  const slope = looks.reduce((s, l) => s + (l.at - t) * (l.vacuum - v), 0) / spread;
  const rest = looks.reduce((s, l) => s + (l.vacuum - v - slope * (l.at - t)) ** 2, 0);
  const scatter = n > 2 ? Math.sqrt(rest / (n - 2)) * t95(n - 2) : 0;
  return { slope, band95: Math.max(scatter, 2 * readTo) / Math.sqrt(spread) };
}
