export { pchip, slopeAt, valueAt } from "./pchip.ts";
export type { Pchip } from "./pchip.ts";
export { rootsBetween } from "./roots.ts";
export {
  bestEfficiencyFlow,
  buildCurve,
  curveEnd,
  curveStart,
  flowsAtHead,
  flowsAtPower,
  hydraulicEfficiency,
  readCurve,
  scaleCurve,
} from "./rated-curve.ts";
export type {
  CurveGrade,
  CurveNote,
  CurvePoint,
  CurveScale,
  CurveSpec,
  RatedCurve,
} from "./rated-curve.ts";
export {
  curveAtSpeed,
  effectiveDiameter,
  geometricScale,
  speedScale,
  TRIM_LIMIT_PERCENT,
  trimScale,
} from "./affinity.ts";
export { curveTolerance, headTolerance } from "./tolerance.ts";
export type { CurveTolerance } from "./tolerance.ts";
export {
  intersections,
  parallelDuties,
  seriesDuties,
  systemHead,
  systemThrough,
} from "./combine.ts";
export type { Intersection, SystemCurve } from "./combine.ts";
