export { standardAtmosphere } from "./atmosphere.ts";
export { tableState, waterState } from "./liquid.ts";
export type { LiquidState, LiquidTableRow } from "./liquid.ts";
export { waterAt } from "./water.ts";
export type { WaterProperties } from "./water.ts";
