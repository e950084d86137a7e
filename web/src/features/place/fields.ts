/** What is asked of a pump and its place beyond its rating: each with its path in the case format. */
import type { PlaceField, PlaceGroup } from "./field";
import { MOTOR_GROUP, PUMP_GROUP, SEAL_GROUP } from "./pump-groups";
import { LIQUID_GROUP, PIT_GROUP, SUCTION_GROUP, SYSTEM_GROUP } from "./site-groups";

/** In the order they are shown. */
export const PLACE_GROUPS: readonly PlaceGroup[] = [
  LIQUID_GROUP,
  SUCTION_GROUP,
  SYSTEM_GROUP,
  PUMP_GROUP,
  SEAL_GROUP,
  PIT_GROUP,
  MOTOR_GROUP,
];

export const PLACE_FIELDS: readonly PlaceField[] = PLACE_GROUPS.flatMap((g) => g.fields);
