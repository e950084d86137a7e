export { Board, Causes, Levers } from "./board";
export { Figures } from "./figures";
export { HeadFlowChart } from "./head-flow-chart";
export { RatingChart } from "./rating-chart";
export { BoardFault } from "./board-fault";
export { type BoardAsked, useBoard } from "./use-board";
