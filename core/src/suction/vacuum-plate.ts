/**
 * The vacuum test plate: how deep a dry-priming set draws, how fast the vacuum falls, and what that
 * says of the pump apart from its piping. Vacua are positive, Pa below atmosphere.
 */

import { GRAVITY } from "../quantity/index.ts";

/** Shares of the local atmosphere a sound set reaches. */
const MINIMUM_SHARE = 0.77;
const GOOD_SHARE = 0.84;
/** Discharge coefficient of a sharp edge in choked air. */
const SHARP_EDGE_CD = 0.85;
const GAMMA = 1.4;
const GAS_CONSTANT_AIR = 287.05;
/** Below this ratio of absolute pressures the air in the hole is choked. */
const CHOKED_BELOW = 0.528;

export interface VacuumTargets {
  /** [Pa below atmosphere] */
  readonly minimum: number;
  readonly good: number;
  /** Deepest that water in the casing allows: p_atm − p_v. */
  readonly cap: number;
  readonly minimumLimitedByVapour: boolean;
  readonly goodLimitedByVapour: boolean;
  /** Lift equal to the minimum [m of water]. */
  readonly liftAtMinimum: number;
}

/**
 * What the plate should show here.
 * @param atmosphere - local, absolute [Pa]
 * @param vapourPressure - of the water in the casing, absolute [Pa]
 * @param density - of that water [kg/m³]
 */
export function vacuumTargets(
  atmosphere: number,
  vapourPressure: number,
  density: number,
): VacuumTargets {
  const cap = Math.max(0, atmosphere - vapourPressure);
  const minimum = Math.min(MINIMUM_SHARE * atmosphere, cap);
  return {
    minimum,
    good: Math.min(GOOD_SHARE * atmosphere, cap),
    cap,
    minimumLimitedByVapour: cap < MINIMUM_SHARE * atmosphere,
    goodLimitedByVapour: cap < GOOD_SHARE * atmosphere,
    liftAtMinimum: minimum / (density * GRAVITY),
  };
}

export const vacuumBand = (
  vacuum: number,
  targets: Pick<VacuumTargets, "good" | "minimum">,
): "good" | "acceptable" | "poor" =>
  vacuum >= targets.good ? "good" : vacuum >= targets.minimum ? "acceptable" : "poor";

export interface VacuumFall {
  /** [Pa below atmosphere] at the start and the end of the watch. */
  readonly from: number;
  readonly to: number;
  /** [s] */
  readonly time: number;
  readonly atmosphere: number;
  /** Evacuated volume [m³], when it is known. */
  readonly volume?: number;
  /** Of the air that leaks in [K]. */
  readonly airTemperature?: number;
  readonly dischargeCoefficient?: number;
}

export interface VacuumLeak {
  /** [Pa/min] */
  readonly fallPerMinute: number;
  /** Mean over the fall, as free air [m³/s]; needs the volume. */
  readonly freeAir: number | undefined;
  /** Absolute pressure at the end of the fall over the atmosphere. */
  readonly pressureRatio: number;
  readonly choked: boolean;
  /** Diameter of the sharp-edged hole that leaks as much [m]; only where the air is choked. */
  readonly equivalentHole: number | undefined;
}

/**
 * What a falling vacuum says: V Δp/(p_atm Δt) as free air, and the hole that passes it when choked,
 * Q = Cd A √(γRT) (2/(γ+1))^((γ+1)/(2(γ−1))).
 * @returns undefined without a positive time and atmosphere
 */
export function vacuumLeak(fall: VacuumFall): VacuumLeak | undefined {
  const { from, to, time, atmosphere, volume } = fall;
  if (!(time > 0 && atmosphere > 0)) return undefined;
  const rate = (from - to) / time;
  const freeAir = volume === undefined ? undefined : (volume * rate) / atmosphere;
  const pressureRatio = (atmosphere - to) / atmosphere;
  const choked = pressureRatio < CHOKED_BELOW;
  const sound = Math.sqrt(GAMMA * GAS_CONSTANT_AIR * (fall.airTemperature ?? 288.15));
  const perArea =
    (fall.dischargeCoefficient ?? SHARP_EDGE_CD) *
    sound *
    (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)));
  return {
    fallPerMinute: 60 * rate,
    freeAir,
    pressureRatio,
    choked,
    equivalentHole:
      choked && freeAir !== undefined && freeAir > 0
        ? Math.sqrt((4 * freeAir) / (Math.PI * perArea))
        : undefined,
  };
}
