export { Board, BoardFigures, Causes, Levers } from "./board";
export { Figures } from "./figures";
export { ChartInFigures, HeadFlowChart } from "./head-flow-chart";
export { PhaseTriangle } from "./phase-triangle";
export { percentText } from "./percent";
export { RatingChart } from "./rating-chart";
export { BoardFault } from "./board-fault";
export { type BoardAsked, useBoard } from "./use-board";
