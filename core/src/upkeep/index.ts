export { energyCost, overhaulPlan, wearPower } from "./wear.ts";
export type { OverhaulPlan, WearDuty } from "./wear.ts";
export { vibrationZone } from "./vibration.ts";
export type { VibrationZone } from "./vibration.ts";
