/** Heating of a pump that moves little or nothing. SI throughout. */
import { GRAVITY } from "../quantity/index.ts";

/**
 * How fast the liquid in a casing heats against a shut valve.
 * Formula: dT/dt = P/(m c_p) with m = ρ V; no heat lost, the casing's metal left out, so the true
 * rate is slower.
 * @param power - shaft power at shut-off [W]
 * @param volume - liquid in the casing [m³], above 0
 * @returns [K/s]
 */
export const shutOffHeating = (
  power: number,
  volume: number,
  density: number,
  specificHeat: number,
): number => power / (density * volume * specificHeat);

/**
 * Time until the liquid reaches a limit [s]; 0 when it is there already. Never run to it: it is a
 * limit, not a target.
 */
export const timeToLimit = (rate: number, temperature: number, limit: number): number =>
  Math.max(0, (limit - temperature) / rate);

/**
 * Temperature rise of the liquid passing through at low flow.
 * Formula: ΔT = g H (1/η − 1)/c_p.
 * @param efficiency - fraction, above 0
 * @returns [K]
 */
export const throughFlowHeating = (
  head: number,
  efficiency: number,
  specificHeat: number,
): number => (GRAVITY * head * (1 / efficiency - 1)) / specificHeat;
