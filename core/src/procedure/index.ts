export { besideLines } from "./beside.ts";
export type { BesideLine } from "./beside.ts";
export { captureOf, groupsFor } from "./captures/index.ts";
export type {
  Captured,
  CaptureContext,
  CaptureField,
  CaptureGroup,
  CaptureReading,
  CaptureRow,
} from "./captures/index.ts";
export { cautionsAt, cautionsOfTest } from "./cautions-at.ts";
export type { CautionStep } from "./cautions-at.ts";
export { deadTestOf, deadTestState } from "./dead-test.ts";
export type { DeadTestCheck, DeadTestState } from "./dead-test.ts";
export { looksFor } from "./looks.ts";
export type { LookGroup } from "./looks.ts";
export { phoneAdvice } from "./phone-advice.ts";
export { comparePlate, plateFields, registerValue } from "./plates.ts";
export type { PlateComparison, PlateField, PlateReading } from "./plates.ts";
export { proofLines } from "./proof.ts";
export type { ProofLine } from "./proof.ts";
export { noTwoDirections, rotationMethods } from "./rotation.ts";
export type { RotationMethod } from "./rotation.ts";
export { stopsOf } from "./stops.ts";
export type { StopReadings, StopRow } from "./stops.ts";
export { takeAlong } from "./take-along.ts";
export type { TakeAlong } from "./take-along.ts";
export {
  cautionsOfStep,
  factOf,
  offered,
  proceduresOfCause,
  proceduresOfTest,
  proposedPromises,
  runNow,
  startsIt,
  wantsDead,
} from "./run/index.ts";
export type {
  Offered,
  ProposedPromise,
  RunContext,
  Running,
  RunNow,
  Scope,
  StepNow,
  Wait,
} from "./run/index.ts";
export { placesOfLook } from "./triage/of-line.ts";
export { triageAnswers, triageListsFor, triageOrder, triagePart } from "./triage/order.ts";
export type { TriageAnswer, TriageList, TriageLook } from "./triage/order.ts";
