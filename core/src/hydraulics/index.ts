export {
  colebrook,
  hazenWilliams,
  pipeLoss,
  pipesInSeries,
  velocityHead,
  velocityIn,
} from "./friction.ts";
export type { FlowRegime, Pipe, PipeLoss } from "./friction.ts";
export {
  countingHeight,
  flowPart,
  headUncertainty,
  lineOf,
  solveOnCurve,
  staticPart,
  totalHead,
} from "./total-head.ts";
export type { GaugeLine, GaugeReading, HeadMeasurement, SuctionSide } from "./total-head.ts";
export { dutyPoint } from "./duty.ts";
export type { DutyInputs, DutyPoint, DutyVerdict, FlowEstimate, FlowSource } from "./duty.ts";
export { shutOffHeating, throughFlowHeating, timeToLimit } from "./heat.ts";
export { againstOriginal, correctedPoint, fireTest } from "./fire-points.ts";
export type { FirePoint, FireRating, FireResult, FireSetup } from "./fire-points.ts";
