export { energyCost, overhaulPlan, wearPower } from "./wear.ts";
export type { OverhaulPlan, WearDuty } from "./wear.ts";
export { CHANGE_THAT_COUNTS, vibrationZone, zoneEnds } from "./vibration.ts";
export type { VibrationZone } from "./vibration.ts";
export {
  boxPressure,
  dropsPerMinute,
  dropTarget,
  leakageOfDrops,
  type Packing,
  PACKINGS,
  sealWater,
} from "./gland.ts";
export {
  type GlandBox,
  type GlandCount,
  type GlandNow,
  glandPlan,
  type GlandPlan,
  type GlandWord,
  glandWord,
  needsBushing,
  packingSection,
  WARMEST_GLAND,
} from "./gland-plan.ts";
export { hoursPerDay, nextRound, reaches } from "./next-round.ts";
export type { CounterReading, NextRound, RoundRule } from "./next-round.ts";
