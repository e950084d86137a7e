export { STANDARD_ATMOSPHERE, standardAtmosphere } from "./atmosphere.ts";
export type { LiquidFault } from "./fault.ts";
export { glycolFreezingPoint } from "./glycol.ts";
export { tableState, waterState } from "./liquid.ts";
export type { LiquidState, LiquidTableRow } from "./liquid.ts";
export { liquidAt, LIQUIDS } from "./named.ts";
export type { LiquidName, NamedLiquid } from "./named.ts";
export { COLD_WATER_DENSITY, waterAt } from "./water.ts";
export type { WaterProperties } from "./water.ts";
