export { boardOf } from "./board-view.ts";
export type {
  BoardOutcome,
  BoardView,
  CauseView,
  ChartPoint,
  ChartView,
  Comparison,
  PhasesView,
  SuctionView,
  TestView,
} from "./board-view.ts";
