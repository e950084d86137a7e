export { lossAt, npsh, npshFromGauge, npshFromLayout, targetNpsh } from "./npsh.ts";
export type { LossAtFlow, NpshResult, SuctionLayout, SuctionState } from "./npsh.ts";
