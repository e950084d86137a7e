/**
 * Affinity: how a pump's figures change with speed and wheel.
 *
 * Source: similarity laws as in ISO 9906:2012 clause 6 (speed) and common practice (trim).
 */
import { type CurveScale, type RatedCurve, scaleCurve } from "./rated-curve.ts";

/**
 * Ratios for a change of speed: Q ∝ N, H ∝ N², P ∝ N³, NPSHr ∝ N^e.
 * @param ratio - new speed / old speed, above 0
 * @param npshExponent - 2 by default; 1.3 to 2 is met in practice
 */
export const speedScale = (ratio: number, npshExponent = 2): CurveScale => ({
  flow: ratio,
  head: ratio ** 2,
  power: ratio ** 3,
  npshr: ratio ** npshExponent,
});

/** Ratios for a trimmed wheel, speed-like: Q ∝ D, H ∝ D², P ∝ D³. Warn beyond 15 % trim. */
export const trimScale = (ratio: number): CurveScale => ({
  flow: ratio,
  head: ratio ** 2,
  power: ratio ** 3,
  npshr: 1,
});

/** Ratios for a whole pump of another size: Q ∝ D³, H ∝ D², P ∝ D⁵. Not for trims. */
export const geometricScale = (ratio: number): CurveScale => ({
  flow: ratio ** 3,
  head: ratio ** 2,
  power: ratio ** 5,
  npshr: ratio ** 2,
});

/** Trims beyond this percentage of the diameter leave the trim law behind. */
export const TRIM_LIMIT_PERCENT = 15;

/** The curve at another speed [r/min]; the same curve when either speed is unknown. */
export function curveAtSpeed(curve: RatedCurve, speed: number | undefined): RatedCurve {
  if (!curve.speed || !speed || speed <= 0) return curve;
  return { ...scaleCurve(curve, speedScale(speed / curve.speed)), speed };
}

/**
 * Diameter of the wheel that would give the measured shut-off head.
 * Formula: D_eff = D √(H0 / (H0,rated (N/N_rated)²)).
 * @param diameter - nominal [m]
 * @param ratedShutOffHead - at `ratedSpeed` [m]
 * @param shutOffHead - measured at `speed` [m]
 * @returns effective diameter [m] and the loss in percent of the nominal diameter
 */
export function effectiveDiameter(
  diameter: number,
  ratedShutOffHead: number,
  ratedSpeed: number,
  shutOffHead: number,
  speed: number,
): { readonly diameter: number; readonly lossPercent: number } {
  const ratio = Math.sqrt(shutOffHead / (ratedShutOffHead * (speed / ratedSpeed) ** 2));
  return { diameter: diameter * ratio, lossPercent: 100 * (1 - ratio) };
}
