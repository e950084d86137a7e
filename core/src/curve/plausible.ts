/** What makes a curve hard to believe: wrong plate, wrong unit, wrong wheel. */
import { COLD_WATER_DENSITY } from "../liquid/index.ts";
import { GRAVITY } from "../quantity/index.ts";
import { valueAt } from "./pchip.ts";
import { curveEnd, curveStart, type RatedCurve } from "./rated-curve.ts";

/** Shut-off head coefficient of usual radial wheels, per stage. */
export const USUAL_HEAD_COEFFICIENT = { low: 0.4, high: 0.7 } as const;

/**
 * Head coefficient ψ = g H₀ / u² with u = π D N / 60, per stage.
 * @param shutOffHead - [m]
 * @param diameter - [m]
 * @param speed - [r/min]
 */
export function headCoefficient(
  shutOffHead: number,
  diameter: number,
  speed: number,
  stages = 1,
): number {
  const rim = (Math.PI * diameter * speed) / 60;
  return (GRAVITY * shutOffHead) / stages / rim ** 2;
}

export type CurveDoubt =
  | { readonly kind: "head-coefficient"; readonly value: number; readonly side: "low" | "high" }
  | { readonly kind: "efficiency"; readonly value: number; readonly flow: number }
  | { readonly kind: "hump"; readonly flow: number; readonly rise: number }
  | { readonly kind: "no-shut-off"; readonly flow: number };

/**
 * Doubts about a curve, worst first; none of them forbids it.
 * @param density - of the sheet's liquid [kg/m³]
 */
export function curveDoubts(
  curve: RatedCurve,
  stages = 1,
  density = COLD_WATER_DENSITY,
): CurveDoubt[] {
  const doubts: CurveDoubt[] = [];
  const start = curveStart(curve);
  const shutOff = valueAt(curve.head, start) ?? 0;
  const power = curve.power;
  if (power) {
    const worst = power.x
      .map((flow, i) => ({
        flow,
        value: (density * GRAVITY * flow * (valueAt(curve.head, flow) ?? 0)) / (power.y[i] ?? 1),
      }))
      .reduce((a, b) => (b.value > a.value ? b : a));
    if (worst.value > 0.92) doubts.push({ kind: "efficiency", ...worst });
  }
  if (curve.diameter && curve.speed && start === 0) {
    const value = headCoefficient(shutOff, curve.diameter, curve.speed, stages);
    const { low, high } = USUAL_HEAD_COEFFICIENT;
    if (value < low) doubts.push({ kind: "head-coefficient", value, side: "low" });
    if (value > high) doubts.push({ kind: "head-coefficient", value, side: "high" });
  }
  const top = Math.max(...curve.head.y);
  if (top > shutOff) {
    const flow = curve.head.x[curve.head.y.indexOf(top)] ?? 0;
    doubts.push({ kind: "hump", flow, rise: top - shutOff });
  }
  if (start > 0.05 * curveEnd(curve)) doubts.push({ kind: "no-shut-off", flow: start });
  return doubts;
}
