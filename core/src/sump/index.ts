export { meanArea } from "./area.ts";
export { sumpCycle } from "./cycle.ts";
export type { SumpCycle, SumpReadings } from "./cycle.ts";
