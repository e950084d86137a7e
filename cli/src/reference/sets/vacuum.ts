/** Check values of the vacuum test plate. */
import { standardAtmosphere, waterAt } from "@yard-tack/core/liquid";
import { absolutePa, toUnit } from "@yard-tack/core/quantity";
import { vacuumBand, vacuumLeak, vacuumTargets } from "@yard-tack/core/suction";
import type { Computed } from "../computed.ts";
import { gaugeInput, group, type Inputs, need, plain, si } from "../inputs.ts";

export const vacuum = (inputs: Inputs): Computed => {
  const altitude = si(inputs, "altitude", "length");
  const standard = altitude === undefined ? undefined : standardAtmosphere(altitude);
  const atmosphere = standard?.ok ? standard.value : si(inputs, "barometer", "pressure");
  const water = waterAt(si(inputs, "waterTemperature", "temperature") ?? 288.15);
  if (atmosphere === undefined || !water.ok) return undefined;
  const targets = vacuumTargets(atmosphere, water.value.saturationPressure, water.value.density);
  const deepest = gaugeInput(inputs, "highestVacuum", absolutePa(atmosphere));
  const reached = deepest === undefined ? undefined : -deepest;
  const timed = group(inputs, "fall");
  const leak =
    timed &&
    vacuumLeak({
      from: -need(timed, "from", "pressure"),
      to: -need(timed, "to", "pressure"),
      time: need(timed, "time", "time"),
      atmosphere,
      volume: si(inputs, "evacuatedVolume", "volume"),
      airTemperature: si(inputs, "airTemperature", "temperature"),
      dischargeCoefficient: plain(inputs, "Cd"),
    });
  return {
    atmosphericPressure: atmosphere,
    vacuumMinimum: targets.minimum,
    vacuumGood: targets.good,
    vacuumCap: targets.cap,
    goodLimitedByVapour: targets.goodLimitedByVapour,
    minimumLimitedByVapour: targets.minimumLimitedByVapour,
    vacuumMinimumInHg: toUnit(targets.minimum, "inHg"),
    liftAtMinimum: targets.liftAtMinimum,
    ...(reached === undefined
      ? {}
      : { shareOfAtmosphere: reached / atmosphere, vacuumBand: vacuumBand(reached, targets) }),
    ...(leak
      ? {
          fallPerMinute: leak.fallPerMinute,
          leakFreeAir: leak.freeAir,
          choked: leak.choked,
          pressureRatio: leak.pressureRatio,
          ...(leak.equivalentHole === undefined ? {} : { equivalentHole: leak.equivalentHole }),
        }
      : {}),
  };
};
