export { FITTINGS, hazenCOf, roughnessOf } from "./fittings.ts";
export {
  colebrook,
  hazenWilliams,
  pipeLoss,
  pipesInSeries,
  velocityHead,
  velocityIn,
} from "./friction.ts";
export type { FlowRegime, Pipe, PipeLoss } from "./friction.ts";
export { PARTLY_OPEN_SOURCE, partlyOpen } from "./valve-opening.ts";
export { exitLoss, lineLoss, lineLossHazenWilliams, lossDoubt, orderFaults } from "./pipe-line.ts";
export type { ElementLoss, LineElement, LineKind, LineLoss, OrderFault } from "./pipe-line.ts";
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
export { dutyPoint, isIndependent } from "./duty.ts";
export type { DutyInputs, DutyPoint, DutyVerdict, FlowEstimate, FlowSource } from "./duty.ts";
export { flowFromLevel } from "./drawdown.ts";
export type { TimedLevel } from "./drawdown.ts";
export { fieldCurve } from "./field-curve.ts";
export type { FieldCurve, FieldPoint, ResidualShape } from "./field-curve.ts";
export { shutOffHeating, throughFlowHeating, timeToLimit } from "./heat.ts";
export { casingVolumeFromPorts, deadHeadLimit } from "./dead-head.ts";
export type { DeadHeadInputs, DeadHeadLimit } from "./dead-head.ts";
export { againstOriginal, correctedPoint, FIRE_LIMITS, fireTest } from "./fire-points.ts";
export type {
  CorrectedPoint,
  FirePoint,
  FireRating,
  FireResult,
  FireSetup,
  FireVerdict,
} from "./fire-points.ts";
export { pointBetween } from "./fire-between.ts";
export { demandPlace, fireSize } from "./fire-size.ts";
export type { FireSize } from "./fire-size.ts";
export { NOZZLES, pitotFlow } from "./pitot.ts";
export type { NozzleId } from "./pitot.ts";
export { sampledFlow, USUAL_DRAWS } from "./sampled-flow.ts";
export type { SampledFlow } from "./sampled-flow.ts";
