export { boardOf, boardOfState, boardOfVisit } from "./board-view.ts";
export type { BoardOutcome, BoardView, TestView, VisitAsked } from "./board-view.ts";
export { forecastOf } from "./forecast.ts";
export type { VisitForecast } from "./forecast.ts";
export type { CausePicture, CauseView, ReadingEvidenceView, WhatIf } from "./causes-view.ts";
export type { ChartPoint, ChartView } from "./chart-view.ts";
export type { Comparison } from "./comparisons.ts";
export type { Figure, FigureGroup } from "./figures/index.ts";
export type { RatingPoint, RatingView } from "./rating-view.ts";
export type { PhasesView, SuctionView } from "./site-views.ts";
export type { FieldView, FireView, LeversView } from "./study-views.ts";
export { changedPump, onePointPump, type PumpChange, type WhatIfLack } from "./what-if-pump.ts";
export { comparePumps, curveLine, systemLine } from "./compare-pumps.ts";
export type { ComparedPump, PumpComparison, PumpOnSystem, Together } from "./compare-pumps.ts";
export { lineView } from "./line/line-view.ts";
export type {
  BudgetView,
  ComparedRow,
  DrawnPart,
  LineAsked,
  LineFaultView,
  LineSide,
  LineView,
} from "./line/line-view.ts";
export type { SweepView } from "./sweep-view.ts";
export { PART_NAMES } from "./line/line-words.ts";
export { editedWritten, writtenPart, type WrittenPart } from "./line/written-line.ts";
