/** The greatest lift a pump can draw from, worked out, beside the rules of thumb. SI throughout. */
import { GRAVITY } from "../quantity/index.ts";
import type { SuctionState } from "./npsh.ts";

/** Flat allowances people carry in their heads [m]: 25 ft at sea level, and never more than 20 ft. */
export const RULES_OF_THUMB = [
  { id: "25-ft", lift: 7.62, words: "25 ft (7.6 m) at sea level" },
  { id: "20-ft", lift: 6.096, words: "never more than 20 ft (6 m)" },
] as const;

export interface LiftBudget {
  /** Each in metres of the liquid. */
  readonly atmosphere: number;
  readonly vapour: number;
  readonly friction: number;
  readonly wanted: number;
  /** What is left for lift; negative: the source must stand above the pump by that much. */
  readonly greatestLift: number;
  readonly rules: readonly {
    readonly id: string;
    readonly words: string;
    readonly lift: number;
    /** The rule allows more than can be drawn: following it would starve the pump. */
    readonly misleads: boolean;
  }[];
  /** Why a rule misleads here: what differs from the sea level and cold water it was made for. */
  readonly because: readonly ("altitude" | "warm" | "friction" | "npshr")[];
}

/**
 * Greatest lift = (p_atm − p_v)/(ρ g) − friction − NPSH wanted.
 * @param friction - of the suction line at the flow [m]
 * @param wanted - NPSH required with its margin [m]
 */
export function liftBudget(state: SuctionState, friction: number, wanted: number): LiftBudget {
  const perMetre = state.density * GRAVITY;
  const atmosphere = state.atmosphere / perMetre;
  const vapour = state.vapourPressure / perMetre;
  const greatestLift = atmosphere - vapour - friction - wanted;
  const rules = RULES_OF_THUMB.map((r) => ({ ...r, misleads: r.lift > greatestLift }));
  const reasons = [
    ["altitude", atmosphere < 9.8],
    ["warm", vapour > 0.45],
    ["friction", friction > 0.8],
    ["npshr", wanted > 3.2],
  ] as const;
  return {
    atmosphere,
    vapour,
    friction,
    wanted,
    greatestLift,
    rules,
    because: rules.some((r) => r.misleads)
      ? reasons.filter(([, holds]) => holds).map(([name]) => name)
      : [],
  };
}
