export { CALIBRATION, linesOf } from "./lines.ts";
export type { VisitSheet } from "./lines.ts";
export { pointsOf, visitPoint } from "./points.ts";
export type { VisitPoint } from "./points.ts";
export { causeFound, leftBehind, readRecord, signedResult } from "./record.ts";
export type { ClosingWords, LeftBehind, RecordLines, SignedResult, VisitRecord } from "./record.ts";
export { historyOf } from "./history.ts";
export type { EarlierVisit } from "./history.ts";
export { ofTheYears, trendOf } from "./trend.ts";
export type { Trend, TrendPoint, TrendVisit } from "./trend.ts";
export { DRIFT_LEVELS } from "./drift.ts";
export type { Drift, DriftPoint } from "./drift.ts";
export { overTheYears } from "./over-years.ts";
export type { YearLine } from "./over-years.ts";
export type { YearVisit } from "./year-visit.ts";
export { lineOrPump } from "./line-or-pump.ts";
export { npshAsked } from "./npsh-asked.ts";
export { wearOf } from "./wear.ts";
export type { WearBasis } from "./wear.ts";
export { firstCauses, isWhatItWas, SURE } from "./first-cause.ts";
export type { FirstCauses, SettledVisit, Share } from "./first-cause.ts";
export { CAME_BACK_DAYS, causeCosts, costOf } from "./cause-costs.ts";
export type { CauseCost, CausedVisit } from "./cause-costs.ts";
export {
  cellsOf,
  type ColumnMap,
  type Judged,
  judgeEntry,
  judgePump,
  judgeReading,
  kindOfTable,
  type LogLine,
  matchColumns,
  type PumpLine,
  type ReadingLine,
  slotOf,
  TABLE_COLUMNS,
  TABLE_KINDS,
  type TableKind,
  type WhereAndWhen,
} from "./from-table/index.ts";
export { inOrder, matter, type Waiting } from "./matters.ts";
export { type GaugeTrust, gaugeTrust, type ZeroLook } from "./gauge-trust.ts";
