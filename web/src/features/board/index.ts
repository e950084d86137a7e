export { Board, Causes } from "./board";
export { HeadFlowChart } from "./head-flow-chart";
export { useBoard } from "./use-board";
