export { judgeBalance } from "./balance.ts";
export { clampClassOf, clampUncertainty, clampVerdict } from "./clamp.ts";
export type { Clamp, ClampClass, ClampVerdict, StatedClamp } from "./clamp.ts";
export { inrush, USUAL_INRUSH } from "./inrush.ts";
export type { Inrush } from "./inrush.ts";
export { loadVerdict, plateLimit } from "./overload.ts";
export type { LoadVerdict, PlateLimit } from "./overload.ts";
export { derating, imbalance, imbalanceUncertainty, phaseLoss } from "./supply.ts";
export type { Imbalance, ImbalanceBand } from "./supply.ts";
export {
  currentAtLoad,
  inputPower,
  loadFromCurrent,
  loadFromSpeed,
  loadOf,
  noLoadCurrentOf,
  polesFromPlate,
  speedAtLoad,
  synchronousSpeed,
  voltsOverPlate,
} from "./load.ts";
export type { MotorPlate } from "./load.ts";
export { rollLeads } from "./roll-leads.ts";
export { capacitor, insulation, windings } from "./windings.ts";
export { twoDirection } from "./two-direction.ts";
export type { TwoDirection, TwoDirectionInputs } from "./two-direction.ts";
