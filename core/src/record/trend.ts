/** Head at equal flow against the pump's own fingerprint, visit by visit. */
import type { RatedCurve } from "../curve/index.ts";
import { K95 } from "../quantity/index.ts";
import { headRatio, type VisitPoint } from "./points.ts";

export interface TrendVisit {
  readonly at: string;
  readonly kind: "call" | "round" | "fingerprint" | "addendum";
  /** Its readings were kept as the pump's fingerprint. */
  readonly fingerprint: boolean;
  readonly points: readonly VisitPoint[];
}

export interface TrendPoint {
  readonly at: string;
  readonly kind: TrendVisit["kind"];
  readonly snapshot: VisitPoint["snapshot"];
  /** Percent of the base's head at the same flow; negative is lost. */
  readonly percent: number;
  /** Half width of its 95 % band [percentage points]. */
  readonly band95: number;
  /** The same of this point alone, without the base's. */
  readonly own95: number;
  readonly point: VisitPoint;
}

export interface Trend {
  /** What the others are held against; the first visit with readings where there is no fingerprint. */
  readonly base: "fingerprint" | "first-visit";
  /** Oldest first; the base itself is among them, at 0. */
  readonly points: readonly TrendPoint[];
}

/**
 * Each visit's head over the curve's head at its flow, relative to the same ratio at the oldest
 * fingerprint, else at the first visit.
 * @param visits - any order
 * @returns undefined without a curve or a point on it
 */
export function trendOf(
  curve: RatedCurve | undefined,
  visits: readonly TrendVisit[],
): Trend | undefined {
  if (!curve) return undefined;
  const all = visits
    .toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .flatMap((visit) =>
      visit.points.flatMap((point) => {
        const ratio = headRatio(point, curve);
        return ratio ? [{ visit, point, ratio }] : [];
      }),
    );
  // A cure was kept as the fingerprint, not the fault that was found before it.
  const own = all.filter((p) => p.visit.fingerprint);
  const sound = own.find((p) => p.point.snapshot === "after" || !hasAfter(p.visit));
  const base = sound ?? all[0];
  if (!base) return undefined;
  return {
    base: sound ? "fingerprint" : "first-visit",
    points: all.map(({ visit, point, ratio }) => ({
      at: visit.at,
      kind: visit.kind,
      snapshot: point.snapshot,
      percent: 100 * (ratio.value / base.ratio.value - 1),
      band95:
        point === base.point
          ? 0
          : K95 *
            100 *
            (ratio.value / base.ratio.value) *
            Math.hypot(ratio.u / ratio.value, base.ratio.u / base.ratio.value),
      own95: (K95 * 100 * ratio.u) / base.ratio.value,
      point,
    })),
  };
}

const hasAfter = ({ points }: TrendVisit): boolean => points.some((p) => p.snapshot === "after");

/** Points that tell of the years: a call's reading shows the fault of that day until it was mended. */
export const ofTheYears = (trend: Trend): readonly TrendPoint[] =>
  trend.points.filter((p) => p.kind !== "call" || p.snapshot === "after" || p.percent === 0);
