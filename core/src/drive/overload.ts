/** Each phase against what the plate allows. */
import { K95, type Uncertain } from "../quantity/index.ts";
import type { MotorPlate } from "./load.ts";

export interface PlateLimit {
  /** [A] */
  readonly amps: number;
  readonly from: "service-factor-amps" | "full-load-times-service-factor" | "full-load";
}

/**
 * The current a phase may carry: the plate's service-factor amps, else full load times service
 * factor, else full load; less the derating for voltage imbalance.
 * @param derate - NEMA factor, 1 when balanced
 */
export function plateLimit(plate: MotorPlate, derate = 1): PlateLimit | undefined {
  const { serviceFactorCurrent, serviceFactor, current } = plate;
  if (serviceFactorCurrent) {
    return { amps: serviceFactorCurrent * derate, from: "service-factor-amps" };
  }
  if (!current) return undefined;
  return serviceFactor && serviceFactor > 1
    ? { amps: current * serviceFactor * derate, from: "full-load-times-service-factor" }
    : { amps: current * derate, from: "full-load" };
}

export type LoadVerdict = "overload" | "at-limit" | "normal" | "underload";

/** Share of full load under which a pump motor hardly works: run dry, shut in, uncoupled. */
const UNDERLOAD = 0.45;

/**
 * One phase judged. "overload" needs the 95 % band clear of the limit; while the band covers it the
 * verdict is "at-limit".
 */
export function loadVerdict(amps: Uncertain, limit: PlateLimit, fullLoad: number): LoadVerdict {
  if (amps.value - K95 * amps.u > limit.amps) return "overload";
  if (amps.value + K95 * amps.u > limit.amps) return "at-limit";
  return amps.value + K95 * amps.u < UNDERLOAD * fullLoad ? "underload" : "normal";
}
