export { boardOf } from "./board-view.ts";
export type {
  BoardOutcome,
  BoardView,
  CauseView,
  ChartPoint,
  ChartView,
  PhasesView,
  SuctionView,
  TestView,
} from "./board-view.ts";
export type { Comparison } from "./comparisons.ts";
