export { Board, Causes, VerdictLine } from "./board";
export { percentText } from "./causes-panel";
export { HeadFlowChart } from "./head-flow-chart";
export { useBoard } from "./use-board";
export type { BoardState } from "./use-board";
