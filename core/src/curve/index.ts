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
  CurveFault,
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
export { betweenSpeeds, familyCurve } from "./family.ts";
export type { FamilyMember } from "./family.ts";
export { curveFromOnePoint, specificSpeed } from "./one-point.ts";
export type { EstimatedCurve, RatedPoint } from "./one-point.ts";
export { curveDoubts, headCoefficient, USUAL_HEAD_COEFFICIENT } from "./plausible.ts";
export type { CurveDoubt } from "./plausible.ts";
export { viscousCurve, viscousParameter } from "./viscous.ts";
export type { ViscousCorrection, ViscousFault } from "./viscous.ts";
