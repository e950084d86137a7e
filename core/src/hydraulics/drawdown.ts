/** Flow from a level and a stopwatch. SI throughout. */
import { addInSquares, type Uncertain } from "../quantity/index.ts";

export interface TimedLevel {
  /** Surface [m²]. */
  readonly area: number;
  /** Fall with the pump on [m]; negative when it rises. */
  readonly fall: number;
  /** [s], above 0 */
  readonly over: number;
  /** Flowing in meanwhile [m³/s]. */
  readonly inflow?: number;
  /** Rise with the pump off [m] over [s], for the inflow. */
  readonly refill?: { readonly rise: number; readonly over: number };
}

/** Standard uncertainty of a level read on a rod or tape [m], of a stopwatch [s], of an area [1]. */
const READ = { level: 0.005, time: 0.3, area: 0.02 } as const;

/**
 * Pump flow from a timed change of level: Q = A Δh/t + inflow, the inflow given or from the refill
 * with the pump off.
 * @returns flow [m³/s] with its uncertainty (level ±5 mm, watch ±0.3 s, area 2 %); undefined when
 *   area or time is not above 0
 */
export function flowFromLevel(timed: TimedLevel): Uncertain | undefined {
  const { area, fall, over, refill } = timed;
  if (!(area > 0 && over > 0) || (refill && !(refill.over > 0))) return undefined;
  const out = (area * fall) / over;
  const uOut = (area * READ.level * Math.SQRT2) / over;
  const uTime = (out * READ.time) / over;
  const inflow = timed.inflow ?? (refill ? (area * refill.rise) / refill.over : 0);
  const uInflow =
    timed.inflow !== undefined
      ? 0.05 * timed.inflow
      : refill
        ? addInSquares(
            (area * READ.level * Math.SQRT2) / refill.over,
            (inflow * READ.time) / refill.over,
          )
        : 0;
  const value = out + inflow;
  return { value, u: addInSquares(uOut, uTime, uInflow, READ.area * value) };
}
