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
} from "./load.ts";
export type { MotorPlate } from "./load.ts";
export { rollLeads } from "./roll-leads.ts";
export { capacitor, insulation, windings } from "./windings.ts";
