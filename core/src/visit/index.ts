export { situationOf } from "./situation.ts";
export type { Situation, Snapshot } from "./situation.ts";
export { expectedSpeed, pumpSpeed } from "./speed.ts";
export type { PumpSpeed } from "./speed.ts";
export { electricalOf, meanAmps, meanVolts } from "./electrical.ts";
export type { ElectricalResult } from "./electrical.ts";
export { layoutOf, leadingSnapshot, measurementOf, partsOf, toleranceOf } from "./parts.ts";
export type { VisitParts } from "./parts.ts";
