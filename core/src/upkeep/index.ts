export { energyCost, overhaulPlan, wearPower } from "./wear.ts";
export type { OverhaulPlan, WearDuty } from "./wear.ts";
