/** How far a pump may lie from its catalogue curve and still be as sold. */
import type { CurveGrade } from "./rated-curve.ts";

export interface CurveTolerance {
  /** Half width as a fraction of flow. */
  readonly flow: number;
  /** Half width as a fraction of head. */
  readonly head: number;
  /** Half width as a fraction of shaft power. */
  readonly power: number;
}

/** Below this rated shaft power the standard's own default for catalogue curves is wider. */
const SMALL_PUMP_W = 10_000;

const GRADES: Readonly<Record<CurveGrade, CurveTolerance>> = {
  "1B": { flow: 0.05, head: 0.03, power: 0.04 },
  "2B": { flow: 0.08, head: 0.05, power: 0.08 },
  "3B": { flow: 0.09, head: 0.07, power: 0.09 },
  // A sheet of this very pump has only its own test's uncertainty (grade 2 test, class 1 gauges).
  "own-test": { flow: 0.02, head: 0.015, power: 0.02 },
  // A generic shape scatters about its point by more than any acceptance grade.
  estimated: { flow: 0.12, head: 0.1, power: 0.2 },
};

/**
 * Acceptance band of a grade.
 * Source: ISO 9906:2012 table 8; below 10 kW its clause 4.4.2 (flow ±10 %, head ±8 %) replaces
 * grade 3B, the grade taken for catalogue curves.
 * @param ratedPower - shaft power at the duty [W], when known
 */
export function curveTolerance(grade: CurveGrade, ratedPower?: number): CurveTolerance {
  if (grade === "3B" && ratedPower !== undefined && ratedPower < SMALL_PUMP_W) {
    return { flow: 0.1, head: 0.08, power: 0.1 };
  }
  return GRADES[grade];
}

/**
 * The band as one fraction of head at a flow: the flow tolerance carried through the curve's slope
 * and added in squares to the head tolerance.
 * @param flow - [m³/s]
 * @param head - curve head there [m]
 * @param slope - dH/dQ there [m/(m³/s)]
 */
export function headTolerance(
  tolerance: CurveTolerance,
  flow: number,
  head: number,
  slope: number,
): number {
  if (head <= 0) return tolerance.head;
  return Math.hypot(tolerance.head, (tolerance.flow * flow * Math.abs(slope)) / head);
}
