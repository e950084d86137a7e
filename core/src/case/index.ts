export {
  CAUSE_IDS,
  FAMILIES,
  INSTALLATIONS,
  OBSERVATION_IDS,
  TEST_IDS,
  TEST_OUTCOMES,
} from "./ids.ts";
export type { CauseId, Family, Installation, ObservationId, TestId } from "./ids.ts";
export { LARGEST_CASE, readCase, readCaseText } from "./read.ts";
export type { CaseError } from "./read.ts";
export { caseSchema, VALVE_POSITIONS } from "./schema.ts";
export type { CaseFile, CaseSnapshot, ValvePosition } from "./schema.ts";
export { resultSchema } from "./result.ts";
export type {
  Evidence,
  DiagnosisResult,
  ResultCause,
  ResultDuty,
  ResultMotor,
  ResultNextTest,
  ResultNpsh,
} from "./result.ts";
