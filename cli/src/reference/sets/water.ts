/** Check values of water and air. */
import { standardAtmosphere, waterAt } from "@yard-tack/core/liquid";
import type { Computed } from "../computed.ts";
import { type Inputs, need, si } from "../inputs.ts";

export const water = (inputs: Inputs): Computed => {
  const altitude = si(inputs, "altitude", "length");
  if (altitude !== undefined) {
    const p = standardAtmosphere(altitude);
    return { atmosphericPressure: p.ok ? p.value : null };
  }
  const w = waterAt(need(inputs, "temperature", "temperature"));
  if (!w.ok)
    return { saturationPressure: null, saturatedLiquidDensity: null, dynamicViscosity: null };
  return {
    saturationPressure: w.value.saturationPressure,
    saturatedLiquidDensity: w.value.density,
    dynamicViscosity: w.value.dynamicViscosity,
  };
};
