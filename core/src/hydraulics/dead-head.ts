/** How long a pump may run against a shut valve before its liquid is too hot. SI throughout. */
import { shutOffHeating, timeToLimit } from "./heat.ts";

/** Heat limits by default [K]: plastic internals soften first. */
const LIMIT_PLASTIC = 333.15;
const LIMIT_METAL = 353.15;
/** Distance kept from boiling at the casing's pressure [K]. */
const BELOW_BOILING = 10;

export interface DeadHeadInputs {
  /** Shaft power at shut-off [W]. */
  readonly power: number;
  /** Liquid held in the casing [m³]. */
  readonly volume: number;
  readonly density: number;
  /** [J/(kg K)]; water's when not known. */
  readonly specificHeat?: number;
  /** Of the liquid now [K]. */
  readonly temperature: number;
  readonly plastic: boolean;
  /** Temperature at which it boils at the casing's pressure [K], when known. */
  readonly boiling?: number;
}

export interface DeadHeadLimit {
  /** [K/s] */
  readonly rate: number;
  /** [K] */
  readonly limit: number;
  /** [s]; a limit, not a target */
  readonly seconds: number;
}

const WATER_SPECIFIC_HEAT = 4186;

/**
 * Time to the heat limit with the valve shut: no heat lost, casing metal left out, so the true rise
 * is slower.
 */
export function deadHeadLimit(inputs: DeadHeadInputs): DeadHeadLimit {
  const limit = Math.min(
    inputs.plastic ? LIMIT_PLASTIC : LIMIT_METAL,
    (inputs.boiling ?? Number.POSITIVE_INFINITY) - BELOW_BOILING,
  );
  const rate = shutOffHeating(
    inputs.power,
    inputs.volume,
    inputs.density,
    inputs.specificHeat ?? WATER_SPECIFIC_HEAT,
  );
  return { rate, limit, seconds: timeToLimit(rate, inputs.temperature, limit) };
}

/**
 * Liquid a volute casing holds, when nobody measured it [m³].
 * Formula: 6 d³ with d the mean of the port bores, from casings of DN 40 to DN 150; within a factor
 * of two, so a time made from it is one figure, not three.
 */
export const casingVolumeFromPorts = (suction: number, discharge: number, stages = 1): number =>
  6 * ((suction + discharge) / 2) ** 3 * Math.max(1, 0.6 * stages);
