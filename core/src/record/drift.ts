/** Whether a figure of a pump drifts over the years, how fast, and in which month it crosses a level. */
import { K95, t95 } from "../quantity/index.ts";

/** One visit's figure, as a change against the pump's own base. */
export interface DriftPoint {
  /** ISO 8601. */
  readonly at: string;
  /** Change against the base, as its scale counts it: per cent, mm/s, or the logarithm of a ratio. */
  readonly change: number;
  /** Half width of the change's 95 % band, the base's doubt in it; 0 at the base itself. */
  readonly band95: number;
  /** The same of this visit's figure alone: what is off at the base is off for all of them alike. */
  readonly own95: number;
}

export type DriftLevel = "watch" | "plan" | "act";

/** How far a figure may go before something is to be done, and how much it scatters from day to day. */
export interface DriftScale {
  /** The way it goes wrong: −1 for a head, +1 for a current. */
  readonly bad: 1 | -1;
  /** The least first; a change of this size the bad way reaches it. One below nothing is reached from the first. */
  readonly levels: readonly { readonly id: DriftLevel; readonly change: number }[];
  /** Standard deviation of every point besides its instruments: the duty of the day, a valve not quite the same. */
  readonly scatter: number;
}

/** Per cent of a head, a flow, a current; settings of the trade. */
export const DRIFT_LEVELS = [
  { id: "watch", change: 5 },
  { id: "plan", change: 10 },
  { id: "act", change: 15 },
] as const satisfies DriftScale["levels"];

/** Scatter of a figure in per cent of its base. */
const DAY_TO_DAY = 0.5;

/** A figure that is followed in per cent of its base. @param scatter - where it is more than half a per cent */
export const inPercent = (bad: 1 | -1, scatter = DAY_TO_DAY): DriftScale => ({
  bad,
  levels: DRIFT_LEVELS,
  scatter,
});

interface Crossing {
  readonly level: DriftLevel;
  /** Change at which that level is. */
  readonly change: number;
  /** ISO months, as 2027-03: where the line itself crosses, and the ends of its 95 % band. */
  readonly month: string;
  readonly from: string;
  /** Undefined where the band does not get there within the horizon: later, or never. */
  readonly until: string | undefined;
}

export interface Drift {
  /** Where the straight line stands at the last visit, with its 95 % half width. */
  readonly now: { readonly change: number; readonly band95: number };
  /** Change a month, with its 95 % half width. */
  readonly perMonth: { readonly change: number; readonly band95: number } | undefined;
  /** The change is no larger than what the instruments can be off between two visits. */
  readonly withinGauges: boolean;
  /** The highest level that the line has reached; undefined below the first. */
  readonly reached: DriftLevel | undefined;
  /** The next level ahead; undefined where it does not go that way, or there are too few visits to say. */
  readonly crossing: Crossing | undefined;
}

const MONTH_MS = 30.4375 * 86_400_000;
/** Beyond it no month is named [months]. */
const HORIZON = 120;
/**
 * Straight line through the points, weighted by their bands. The line's own doubt is the larger of what the bands say and
 * of what the points scatter round it (Student's t), so that three visits that happen to lie on a line are not certain.
 * @returns undefined with fewer than two visits
 */
export function driftOf(points: readonly DriftPoint[], scale: DriftScale): Drift | undefined {
  const { bad, levels, scatter } = scale;
  const uOf = ({ own95 }: DriftPoint): number => Math.hypot(own95 / K95, scatter);
  const sorted = points.toSorted((a, b) => a.at.localeCompare(b.at));
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (!first || !last || sorted.length < 2) return undefined;
  const start = Date.parse(first.at);
  const months = (at: string) => (Date.parse(at) - start) / MONTH_MS;
  const end = months(last.at);
  const line = fit(sorted.map((p) => ({ x: months(p.at), y: p.change, u: uOf(p) })));
  const at = (x: number) =>
    line ? line.mean + line.slope * (x - line.centre) : (last.change + first.change) / 2;
  const bandAt = (x: number) =>
    line
      ? Math.hypot(line.uMean, line.uSlope * (x - line.centre)) * line.t
      : Math.max(...sorted.map((p) => p.band95));
  const now = { change: at(end), band95: bandAt(end) };
  const wanders = Math.max(...sorted.map((p) => p.band95));
  const spread =
    Math.max(...sorted.map((p) => p.change)) - Math.min(...sorted.map((p) => p.change));
  const amount = bad * now.change;
  return {
    now,
    perMonth: line && { change: line.slope, band95: line.t * line.uSlope },
    withinGauges: spread <= Math.hypot(wanders, K95 * scatter),
    reached: levels.findLast((l) => amount >= l.change)?.id,
    crossing: line && crossingOf({ line, scale, end, start, amount }),
  };
}

interface Line {
  readonly mean: number;
  readonly centre: number;
  readonly slope: number;
  readonly uMean: number;
  readonly uSlope: number;
  /** Times a standard uncertainty for 95 %. */
  readonly t: number;
}

/** Undefined where all lie in one moment. */
function fit(
  points: readonly { readonly x: number; readonly y: number; readonly u: number }[],
): Line | undefined {
  const weights = points.map((p) => 1 / p.u ** 2);
  const sum = weights.reduce((s, w) => s + w, 0);
  const mean = (f: (i: number) => number) => weights.reduce((s, w, i) => s + w * f(i), 0) / sum;
  const centre = mean((i) => points[i]?.x ?? 0);
  const level = mean((i) => points[i]?.y ?? 0);
  const xx = weights.reduce((s, w, i) => s + w * ((points[i]?.x ?? 0) - centre) ** 2, 0);
  if (!(xx > 1e-12)) return undefined;
  const slope =
    weights.reduce(
      (s, w, i) => s + w * ((points[i]?.x ?? 0) - centre) * ((points[i]?.y ?? 0) - level),
      0,
    ) / xx;
  const free = points.length - 2;
  const rest = weights.reduce(
    (s, w, i) =>
      s + w * ((points[i]?.y ?? 0) - level - slope * ((points[i]?.x ?? 0) - centre)) ** 2,
    0,
  );
  const scatter = free > 0 ? Math.sqrt(rest / free) : 0;
  // Points that lie nearer to the line than their bands say are luck, not knowledge.
  const times = Math.max(1, scatter);
  const t = scatter > 1 ? t95(free) : K95;
  return {
    mean: level,
    centre,
    slope,
    uMean: times / Math.sqrt(sum),
    uSlope: times / Math.sqrt(xx),
    t,
  };
}

function crossingOf({
  line,
  scale: { bad, levels },
  end,
  start,
  amount,
}: {
  readonly line: Line;
  readonly scale: DriftScale;
  readonly end: number;
  readonly start: number;
  readonly amount: number;
}): Crossing | undefined {
  const next = levels.find((l) => amount < l.change);
  // It has to go that way by more than its doubt: else no month can be told.
  if (!next || !(bad * line.slope > line.t * line.uSlope)) return undefined;
  const wanted = next.change;
  const value = (x: number) => bad * (line.mean + line.slope * (x - line.centre));
  const half = (x: number) => line.t * Math.hypot(line.uMean, line.uSlope * (x - line.centre));
  const meets = (f: (x: number) => number): number | undefined => {
    for (let x = end; x <= end + HORIZON; x += 0.25) if (f(x) >= wanted) return x;
    return undefined;
  };
  const month = meets(value);
  const from = meets((x) => value(x) + half(x));
  if (month === undefined || from === undefined) return undefined;
  const until = meets((x) => value(x) - half(x));
  const iso = (x: number) => new Date(start + x * MONTH_MS).toISOString().slice(0, 7);
  return {
    level: next.id,
    change: wanted,
    month: iso(month),
    from: iso(from),
    until: until === undefined ? undefined : iso(until),
  };
}
