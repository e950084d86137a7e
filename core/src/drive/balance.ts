/** Whether three currents are even, with what the clamp itself may be off: the one verdict on them. */
import { K95 } from "../quantity/index.ts";
import { type Imbalance, imbalance, imbalanceUncertainty } from "./supply.ts";

export interface BalanceVerdict {
  readonly found: Imbalance;
  /** Standard uncertainty of its percent [percentage points]. */
  readonly u: number;
  /** Half width of its 95 % band [percentage points]. */
  readonly band95: number;
  /** The band covers the limit it is judged by: nothing can be said. */
  readonly withheld: boolean;
}

/** Where a note and where an alarm begins [%], and between them which of the two is near. */
const LIMITS = { note: 5, alarm: 10, between: 7.5 } as const;

/**
 * Judges three currents.
 * @param amps - three [A]
 * @param uApart - standard uncertainty of one of them, without what is common to all [A]
 * @returns undefined without three currents of a mean above 0
 */
export function judgeBalance(amps: readonly number[], uApart: number): BalanceVerdict | undefined {
  const found = imbalance(amps, "amps");
  if (!found) return undefined;
  const u = imbalanceUncertainty(found.mean, uApart);
  const limit = found.percent >= LIMITS.between ? LIMITS.alarm : LIMITS.note;
  const band95 = K95 * u;
  return { found, u, band95, withheld: Math.abs(found.percent - limit) < band95 };
}
