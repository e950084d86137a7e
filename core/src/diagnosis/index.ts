export { CAUSES, causeRow } from "./causes.ts";
export type { CauseRow, CauseSide } from "./causes.ts";
export { CAUTIONS, cautionRow, DEFERENCE } from "./cautions.ts";
export type { CautionId, CautionRow } from "./cautions.ts";
export {
  diagnose,
  diagnoseFully,
  dutyResult,
  ENGINE_VERSION,
  missing,
  motorResult,
  npshResult,
} from "./diagnose.ts";
export type { Diagnosis } from "./diagnose.ts";
export { OBSERVATIONS, observationRow } from "./observations.ts";
export type { ObservationRow } from "./observations.ts";
export { testRow, TESTS } from "./tests.ts";
export type { TestRow } from "./tests.ts";
export { missingReadings } from "./next-reading.ts";
export type { MissingReading } from "./next-reading.ts";
export { simulate } from "./simulate.ts";
export type { SimulatedReadings } from "./simulate.ts";
export { expectationsOf } from "./expectations.ts";
export type { Expectations } from "./expectations.ts";
export { verdictOf } from "./verdict.ts";
export type { Tone, Verdict } from "./verdict.ts";
