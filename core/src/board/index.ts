export { boardOf } from "./board-view.ts";
export type { BoardOutcome, BoardView, TestView } from "./board-view.ts";
export type { CausePicture, CauseView, ReadingEvidenceView, WhatIf } from "./causes-view.ts";
export type { ChartPoint, ChartView } from "./chart-view.ts";
export type { Comparison } from "./comparisons.ts";
export type { Figure, FigureGroup } from "./figures/index.ts";
export type { RatingPoint, RatingView } from "./rating-view.ts";
export type { PhasesView, SuctionView } from "./site-views.ts";
export type { FieldView, FireView, LeversView } from "./study-views.ts";
