/** Check values of gland drops and seal water. */
import {
  dropsPerMinute,
  dropTarget,
  leakageOfDrops,
  type Packing,
  PACKINGS,
  sealWater,
} from "@yard-tack/core/upkeep";
import type { Computed } from "../computed.ts";
import { type Inputs, need, plain, si } from "../inputs.ts";

export const gland = (inputs: Inputs): Computed => {
  const fed = si(inputs, "sealWaterPressure", "pressure");
  if (fed !== undefined) {
    const { above, enough } = sealWater(fed, need(inputs, "boxPressure", "pressure"));
    return { sealWaterAboveBox: above, sealWaterEnough: enough };
  }
  const perMinute = dropsPerMinute(plain(inputs, "drops") ?? -1, need(inputs, "over", "time"));
  if (perMinute === undefined) return undefined;
  const leakage = leakageOfDrops(perMinute);
  return {
    dropsPerMinute: perMinute,
    leakage,
    leakage_mL_per_min: leakage * 60e6,
    targetDropsPerMinute: dropTarget(need(inputs, "shaft", "length"), packingOf(inputs)).low,
  };
};

const packingOf = (inputs: Inputs): Packing | undefined =>
  PACKINGS.find((p) => p === inputs["packing"]);
