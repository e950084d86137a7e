/** A point of a fire-water test that was not hit, from those read on either side of it. */
import type { CorrectedPoint } from "./fire-points.ts";

/** Points further apart are not joined [% of rated flow]. */
const WIDEST = 80;

export interface BetweenPoint {
  /** Net pressure there, and its standard uncertainty [% of rated]. */
  readonly pressurePercent: number;
  readonly uPressurePercent: number;
  /** The flows it lies between [% of rated]. */
  readonly from: number;
  readonly to: number;
}

/**
 * Net pressure at a flow between two points that were read: head falls with the square of flow, so the
 * line between them is straight over Q². Nothing is said beyond the points that were read.
 * @param flowPercent - of rated flow, at rated speed
 */
export function pointBetween(
  corrected: readonly CorrectedPoint[],
  flowPercent: number,
): BetweenPoint | undefined {
  const below = corrected
    .filter((c) => c.flowPercent <= flowPercent)
    .sort((a, b) => b.flowPercent - a.flowPercent)[0];
  const above = corrected
    .filter((c) => c.flowPercent > flowPercent)
    .sort((a, b) => a.flowPercent - b.flowPercent)[0];
  if (!below || !above || above.flowPercent - below.flowPercent > WIDEST) return undefined;
  const over = above.flowPercent ** 2 - below.flowPercent ** 2;
  const share = (flowPercent ** 2 - below.flowPercent ** 2) / over;
  const slope = (2 * flowPercent * (above.pressurePercent - below.pressurePercent)) / over;
  const ends = [
    { point: below, weight: 1 - share },
    { point: above, weight: share },
  ];
  return {
    pressurePercent: ends.reduce((sum, e) => sum + e.weight * e.point.pressurePercent, 0),
    uPressurePercent: Math.hypot(
      ...ends.flatMap(({ point, weight }) => [
        weight * point.uPressurePercent,
        weight * slope * point.uFlowPercent,
      ]),
    ),
    from: below.flowPercent,
    to: above.flowPercent,
  };
}
