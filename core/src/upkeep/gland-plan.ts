/**
 * Running in a packed gland: how many flats about, how long between them, and whether the next one may be taken.
 *
 * The number of flats is a plan, not a promise: soft packing is taken up by some hundredths of its length while it beds
 * in, a flat of a nut is a sixth of its pitch, and more packing wants more of them. What ends it is the drops alone.
 */
import { dropTarget, type Packing } from "./gland.ts";

export interface GlandBox {
  readonly packing: Packing;
  /** Rings of packing, without a lantern ring. */
  readonly rings: number;
  /** Side of a ring [m]: half of bore less shaft. */
  readonly section: number;
  /** [m] */
  readonly shaft: number;
  /** Springs keep the load on while it beds in. */
  readonly liveLoaded: boolean;
}

/** By packing: time until a flat has taken effect [s], and the share of its length that is taken up. */
const BEDDING: Readonly<Record<Packing, { readonly pause: number; readonly takeUp: number }>> = {
  graphite: { pause: 600, takeUp: 0.03 },
  aramid: { pause: 900, takeUp: 0.045 },
  PTFE: { pause: 1800, takeUp: 0.035 },
};
/** A flat [m]: a sixth of a turn on the thread of a usual gland stud, M12. */
const FLAT = 1.75e-3 / 6;
/** Springs go on pressing by themselves: fewer flats. */
const SPRINGS = 0.6;

/** A gland warmer than its liquid by more has no water film to spare [K]. */
export const WARMEST_GLAND = 20;
/** A count this far under the one before it still falls; less is how drops vary. */
const FALLS = 0.85;
/** What the first flat leaves of the drops, before any was taken: the most that a flat was seen to close. */
const FIRST_FLAT_LEAVES = 0.5;
/** A gap behind the last ring wider than this share of the section lets the packing out. */
const WIDEST_GAP = 0.02;

export interface GlandPlan {
  readonly flats: number;
  /** After each flat [s]. */
  readonly pause: number;
  readonly target: { readonly low: number; readonly high: number };
}

/** Fails with undefined where a size is not above 0. */
export function glandPlan(box: GlandBox): GlandPlan | undefined {
  const { rings, section, shaft } = box;
  if (![rings, section, shaft].every((v) => Number.isFinite(v) && v > 0)) return undefined;
  const { pause, takeUp } = BEDDING[box.packing];
  const flats = (takeUp * rings * section * (box.liveLoaded ? SPRINGS : 1)) / FLAT;
  return {
    flats: Math.max(2, Math.ceil(flats)),
    pause,
    target: dropTarget(shaft, box.packing),
  };
}

/** Section of a ring for a box [m], and whether what lies behind the last ring lets it out. */
export const packingSection = (bore: number, shaft: number): number => (bore - shaft) / 2;
export const needsBushing = (gap: number, section: number): boolean => gap > WIDEST_GAP * section;

/** A count of drops, and the flats taken before it. */
export interface GlandCount {
  readonly perMinute: number;
  readonly flats: number;
}

export interface GlandNow {
  /** Counts in the order they were made. */
  readonly counts: readonly GlandCount[];
  /** Flats taken so far. */
  readonly flats: number;
  /** Since the last flat, or since the start [s]. */
  readonly since: number;
  /** Gland and liquid [K]; undefined where not read since the last flat. */
  readonly gland: number | undefined;
  readonly liquid: number | undefined;
}

export type GlandWord =
  | "take-a-flat"
  | "in-order"
  | "dry-and-hot"
  | "too-dry"
  | "too-hot"
  | "wait"
  | "count"
  | "count-again"
  | "still-falling"
  | "read-temperature"
  | "would-run-dry";

/** What a gland asks for next: one flat more only where nothing stands against it. */
export function glandWord(plan: GlandPlan, now: GlandNow): GlandWord {
  const mine = now.counts.filter((c) => c.flats === now.flats);
  const last = mine.at(-1);
  const warm =
    now.gland === undefined || now.liquid === undefined ? undefined : now.gland - now.liquid;
  const hot = warm !== undefined && warm > WARMEST_GLAND;
  const dry = last !== undefined && last.perMinute < plan.target.low;
  if (dry && last.perMinute === 0 && hot) return "dry-and-hot";
  if (dry) return "too-dry";
  if (hot) return "too-hot";
  if (now.since < plan.pause) return "wait";
  if (!last) return "count";
  if (warm === undefined) return "read-temperature";
  const earlier = mine.at(-2);
  if (earlier && last.perMinute < FALLS * earlier.perMinute) return "still-falling";
  if (last.perMinute <= plan.target.high) return "in-order";
  const left = last.perMinute * closedBy(now.counts);
  // Near the end a flat may close it: only a count that stands still is worth trusting there.
  if (left < 2 * plan.target.low && !earlier) return "count-again";
  return left < plan.target.low ? "would-run-dry" : "take-a-flat";
}

/** What a flat leaves of the drops: as the one that closed most did, of the last two. */
function closedBy(counts: readonly GlandCount[]): number {
  const settled = new Map(counts.map((c) => [c.flats, c.perMinute]));
  const ratios = [...settled].flatMap(([flats, drops]) => {
    const before = settled.get(flats - 1);
    return before !== undefined && before > 0 ? [drops / before] : [];
  });
  return ratios.length === 0 ? FIRST_FLAT_LEAVES : Math.min(1, ...ratios.slice(-2));
}
