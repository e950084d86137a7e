/** The greatest lift a pump can draw from, worked out, beside the rules of thumb. SI throughout. */
import { GRAVITY } from "../quantity/index.ts";
import type { SuctionState } from "./npsh.ts";

/** What the first rule takes the atmosphere to give [m]: 25 ft, of which lift and friction are taken off. */
const ALLOWANCE = 7.62;
/** The lift that the second rule never goes beyond [m]: 20 ft. */
const NEVER_MORE = 6.096;

export interface LiftBudget {
  /** Each in metres of the liquid. */
  readonly atmosphere: number;
  readonly vapour: number;
  readonly friction: number;
  readonly wanted: number;
  readonly required: number;
  /** What is left for lift; negative: the source must stand above the pump by that much. */
  readonly greatestLift: number;
  readonly rules: readonly {
    readonly id: string;
    readonly words: string;
    /** The lift that the rule lets this pump have [m]. */
    readonly lift: number;
    /** What the rule leaves for the pump to need at the lift there is [m]; undefined where it is no such rule. */
    readonly leaves: number | undefined;
    /** The rule allows more than can be drawn: following it would starve the pump. */
    readonly misleads: boolean;
  }[];
  /** Why a rule misleads here: what differs from the sea level and cold water it was made for. */
  readonly because: readonly ("altitude" | "warm" | "friction" | "npshr")[];
}

/**
 * Greatest lift = (p_atm − p_v)/(ρ g) − friction − NPSH wanted. Beside it the trade's two rules: 25 ft less the lift less the
 * friction is what is left for the pump to need, and no lift goes over 20 ft.
 * @param friction - of the suction line at the flow [m]
 * @param pump - NPSH required, and wanted with its margin [m]
 * @param lift - there is [m]: the water stands so far below the pump
 */
export function liftBudget(
  state: SuctionState,
  friction: number,
  { required, wanted }: { readonly required: number; readonly wanted: number },
  lift: number,
): LiftBudget {
  const perMetre = state.density * GRAVITY;
  const atmosphere = state.atmosphere / perMetre;
  const vapour = state.vapourPressure / perMetre;
  const greatestLift = atmosphere - vapour - friction - wanted;
  const rules = [
    {
      ...{ id: "25-ft", words: "25 ft (7.6 m) less lift less friction is left for the pump" },
      ...{ lift: ALLOWANCE - friction - required, leaves: ALLOWANCE - lift - friction },
    },
    {
      id: "20-ft",
      words: "never more than 20 ft (6 m) of lift",
      lift: NEVER_MORE,
      leaves: undefined,
    },
  ].map((r) => ({ ...r, misleads: r.lift > greatestLift }));
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
    required,
    greatestLift,
    rules,
    because: rules.some((r) => r.misleads)
      ? reasons.filter(([, holds]) => holds).map(([name]) => name)
      : [],
  };
}
