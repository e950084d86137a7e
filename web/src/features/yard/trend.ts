/** Head at equal flow against the pump's own fingerprint, visit by visit. */
import { readCurve } from "@yard-tack/core/curve";
import { curveOfSheet, type WrittenSheet } from "@yard-tack/core/sheet";

export interface TrendPoint {
  readonly at: string;
  /** Percent of the fingerprint's head at the same flow; negative is lost. */
  readonly percent: number;
}

export interface TrendVisit {
  readonly at: Date;
  readonly kind: string;
  readonly head: number | null;
  readonly flow: number | null;
}

/**
 * Each visit's head over the sheet's head at its flow, relative to the same ratio at the fingerprint.
 * @param sheet - the curve as written
 * @param visits - any order; visits without head and flow are left out
 */
export function trendOf(
  sheet: WrittenSheet | undefined,
  visits: readonly TrendVisit[],
): TrendPoint[] {
  const built = sheet && curveOfSheet(sheet);
  if (!built?.ok) return [];
  const curve = built.value;
  const ratios = [...visits]
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .flatMap((v) => {
      if (v.head === null || v.flow === null) return [];
      const rated = readCurve(curve, v.flow).head;
      return rated ? [{ ...v, ratio: v.head / rated }] : [];
    });
  const base = ratios.find((r) => r.kind === "fingerprint")?.ratio;
  if (base === undefined) return [];
  return ratios.map((r) => ({ at: r.at.toISOString(), percent: 100 * (r.ratio / base - 1) }));
}
