export { sumpCycle } from "./cycle.ts";
export type { SumpCycle, SumpReadings } from "./cycle.ts";
