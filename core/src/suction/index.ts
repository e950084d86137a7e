export { lossAt, npsh, npshFromGauge, npshFromLayout, targetNpsh } from "./npsh.ts";
export type { LossAtFlow, NpshResult, SuctionLayout, SuctionState } from "./npsh.ts";
export { leversOf } from "./levers.ts";
export type { LeverInputs, Levers } from "./levers.ts";
