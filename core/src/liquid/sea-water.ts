/** Sea water at atmospheric pressure: fresh water's properties with what the salt adds. */
import { absolutePa, fail, ok, type Result } from "../quantity/index.ts";
import type { LiquidFault } from "./fault.ts";
import type { LiquidState } from "./liquid.ts";
import { waterAt } from "./water.ts";

/** Salinity of the open ocean, kg of salt per kg of sea water: taken when nobody measured it. */
export const OCEAN_SALINITY = 0.035;

/** Where the correlations below hold. */
const SEA_WATER_RANGE = { lowK: 273.15, highK: 313.15, highestSalinity: 0.042 } as const;

/**
 * Sea water at a temperature.
 *
 * Density: fresh water (IAPWS) plus the salt terms of Millero and Poisson 1981 (the international
 * equation of state at one atmosphere). Viscosity: fresh water times 1 + A S + B S² of Sharqawy,
 * Lienhard and Zubair 2010. Vapour pressure: fresh water's over 1 + 0.57357 S/(1 − S), Raoult's law
 * as given there.
 * @param temperature - [K], 273.15 to 313.15
 * @param salinity - mass fraction of salt, 0 to 0.042
 * Fails with `out-of-range`.
 */
export function seaWaterState(
  temperature: number,
  salinity = OCEAN_SALINITY,
): Result<LiquidState, LiquidFault> {
  const { lowK, highK, highestSalinity } = SEA_WATER_RANGE;
  const fresh = waterAt(temperature);
  const inside =
    temperature >= lowK && temperature <= highK && salinity >= 0 && salinity <= highestSalinity;
  if (!inside || !fresh.ok) {
    return fail({ code: "out-of-range", liquid: "sea-water" });
  }
  const t = temperature - 273.15;
  const density = fresh.value.density + saltDensity(t, 1000 * salinity);
  const a = 1.541 + 1.998e-2 * t - 9.52e-5 * t ** 2;
  const b = 7.974 - 7.561e-2 * t + 4.724e-4 * t ** 2;
  const viscosity = fresh.value.dynamicViscosity * (1 + a * salinity + b * salinity ** 2);
  const lowering = 1 + (0.57357 * salinity) / (1 - salinity);
  return ok({
    density,
    vapourPressure: absolutePa(fresh.value.saturationPressure / lowering),
    kinematicViscosity: viscosity / density,
  });
}

/**
 * What salt adds to the density [kg/m³]: A S + B S^1.5 + C S².
 * @param t - [°C]
 * @param s - practical salinity, g/kg
 */
function saltDensity(t: number, s: number): number {
  const a = 0.824493 - 4.0899e-3 * t + 7.6438e-5 * t ** 2 - 8.2467e-7 * t ** 3 + 5.3875e-9 * t ** 4;
  const b = -5.72466e-3 + 1.0227e-4 * t - 1.6546e-6 * t ** 2;
  return a * s + b * s ** 1.5 + 4.8314e-4 * s ** 2;
}
