export {
  canned,
  mayBePacked,
  factsOf,
  hangsFree,
  mayHaveEngine,
  mayHaveMotor,
  submergedSet,
  surelySubmerged,
} from "./pump-facts.ts";
export type { PumpFacts } from "./pump-facts.ts";
export { hungGauges } from "./hung-gauges.ts";
export { hoursOf, readHours } from "./counter.ts";
export { caseOfVisit } from "./case-of-visit.ts";
export type { LeakSearch } from "./leak-search.ts";
export type { Typing, VisitBasis } from "./case-of-visit.ts";
export { ENTRY_VERSION, MOST_ENTRIES, upgradeEntry } from "./entry-versions.ts";
export { pictureFacts, readEntries, readEntry, unreadEntry } from "./entries.ts";
export type {
  EntryKind,
  Note,
  NoteEntry,
  NoteSubject,
  PictureFacts,
  ReadingEntry,
  SheetEntry,
  UnreadEntry,
} from "./entries.ts";
export {
  distinct,
  entryKey,
  measureKey,
  foldEntries,
  noted,
  notedText,
  noteKey,
  notesOf,
  picturesLeft,
  readingKey,
} from "./fold.ts";
export type { EntrySubject, VisitState } from "./fold.ts";
export { rememberedGauges, zeroPlay } from "./gauges.ts";
export type { GaugeNote, Gauges, Instrument, RegisteredInstrument, ZeroCheck } from "./gauges.ts";
export { calibrationRunOut, KIND_OF_TOOL, type RunOut } from "./calibration.ts";
export { gaugeInUse, ownGauge, sideOf, vanGauges } from "./gauge-in-use.ts";
export type { GaugeInUse, Side } from "./gauge-in-use.ts";
export { doubtAbout, limitsOf } from "./plausible.ts";
export type { Doubt, Limits } from "./plausible.ts";
export type { CaseNote, PlainNote } from "./case-note.ts";
export { benchSizes } from "./own-line.ts";
export type { OwnLine } from "./own-line.ts";
export { pumpView } from "./pump-view.ts";
export type { PumpView } from "./pump-view.ts";
export { stripsOf, TOOLS, USUAL_TOOLS } from "./strips.ts";
export type { PositionStrip, Strip, Tool } from "./strips.ts";
export { situationOf } from "./situation.ts";
export type { Situation } from "./situation.ts";
export { leadingOf, snapshotKeys } from "./snapshot-of-case.ts";
export type { Snapshot } from "./snapshot-of-case.ts";
export { expectedSpeed, pumpSpeed, ratedSpeed, speedIsSet, speedWasRead } from "./speed.ts";
export type { PumpSpeed } from "./speed.ts";
export { driveShare, electricalOf, meanAmps, meanVolts } from "./electrical.ts";
export type { ElectricalResult } from "./electrical.ts";
export { driveStudy } from "./drive-study.ts";
export type { DriveStudy } from "./drive-study.ts";
export { fieldCurveOf } from "./field.ts";
export { fireStudy } from "./fire-study.ts";
export type { FireRow, FireRowName, FireStudy } from "./fire-study.ts";
export { positionsOf, spokenPosition } from "./positions.ts";
export type { ReadingPosition } from "./positions.ts";
export { heatStudy } from "./heat.ts";
export type { HeatStudy } from "./heat.ts";
export { leverModelOf, leverRows } from "./levers.ts";
export type { LeverId, LeverReason, LeverRow } from "./levers.ts";
export { displacementDuty, jetDuty } from "./other-ratings.ts";
export type { DisplacementDuty, JetDuty } from "./other-ratings.ts";
export {
  curveAt,
  layoutOf,
  leadingSnapshot,
  measurementOf,
  partsOf,
  toleranceOf,
} from "./parts.ts";
export type { VisitParts } from "./parts.ts";
export { suctionStudy } from "./suction-study.ts";
export type { SuctionStudy } from "./suction-study.ts";
export { standingTests } from "./standing-tests.ts";
export type { StandingTests } from "./standing-tests.ts";
export { linePartsOf } from "./line-parts.ts";
export { dischargeLineStudy, lineSetting, suctionLineStudy } from "./line-study.ts";
export type { LineLack, LineSetting, LineStudy, LineToday } from "./line-study.ts";
export { cleanSystem } from "./clean-system.ts";
export type { SystemSource } from "./clean-system.ts";
export { riserOf } from "./system-of-case.ts";
export { REPEAT_DAYS } from "./history-of-case.ts";
export type { PumpHistory } from "./history-of-case.ts";
export { placeKey, runsOf, saidKey } from "./runs.ts";
export type { MeasureEntry, Run, RunPlace, StepEntry } from "./runs.ts";
export { afterwards } from "./afterwards.ts";
