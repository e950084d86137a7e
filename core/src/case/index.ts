export {
  CAUSE_IDS,
  CAUTION_IDS,
  CLOSINGS,
  WAYS_CLOSED,
  DEAD_CHECK_IDS,
  FAMILIES,
  GAUGE_FACTS,
  INSTALLATIONS,
  LONGEST_TEXT,
  NO_AFTER_REASONS,
  OBSERVATION_IDS,
  PICTURE_SUBJECTS,
  PLATE_KEYS,
  PLATE_KINDS,
  STOP_IDS,
  TEST_IDS,
  TEST_OUTCOMES,
} from "./ids.ts";
export type {
  CauseId,
  CautionId,
  Closing,
  DeadCheckId,
  Family,
  GaugeFact,
  Installation,
  ObservationId,
  PlateKey,
  PlateKind,
  StopId,
  TestId,
} from "./ids.ts";
export { dimensionAt, POSITIONS, slotsAt, SNAPSHOT_LABELS, testOfSnapshot } from "./slots.ts";
export type { Position, PositionSlot, SnapshotLabel } from "./slots.ts";
export {
  caseOfPump,
  entryId,
  logEntryId,
  personId,
  plain,
  pumpId,
  readPump,
  readPumpInPart,
  sheetId,
} from "./written.ts";
export type {
  EntryId,
  LogEntryId,
  PersonId,
  PumpId,
  Read,
  SheetId,
  WrittenCase,
  WrittenFingerprint,
  WrittenHistory,
  WrittenPump,
  WrittenSnapshot,
  WrittenTest,
} from "./written.ts";
export { caseFormat, resultFormat } from "./formats.ts";
export { LARGEST_CASE, readCase, readCaseText } from "./read.ts";
export type { CaseError } from "./read.ts";
export {
  caseSchema,
  pumpFileSchema,
  snapshotSchema,
  testSchema,
  VALVE_POSITIONS,
} from "./schema.ts";
export type { CaseFile, CaseSnapshot, PumpFile, ValvePosition } from "./schema.ts";
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
