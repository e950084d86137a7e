/** A clamp meter on a small current: how sure is the imbalance, and what would make it surer? */
import { judgeBalance } from "./balance.ts";
import type { ImbalanceBand } from "./supply.ts";

export interface Clamp {
  /** Range in use [A]. */
  readonly range: number;
  /** Class, percent of range. */
  readonly percent: number;
  /** Turns of the conductor through the jaw; the display shows that many times the current. */
  readonly turns: number;
}

export interface ClampVerdict {
  /** True currents, display over turns [A]. */
  readonly amps: readonly number[];
  /** Standard uncertainty of one current [A]. */
  readonly u: number;
  readonly percent: number;
  /** Half width of the 95 % band [percentage points]. */
  readonly bandPercent: number;
  readonly band: ImbalanceBand;
  /** The band covers the limit it is judged by. */
  readonly withheld: boolean;
  /** Turns that would make the band narrow enough to judge by; undefined when it is already. */
  readonly turnsWanted: number | undefined;
}

const MOST_TURNS = 10;

/**
 * Judges three displayed currents.
 * @param shown - three, as displayed with the turns in the jaw [A]
 * @returns undefined without three currents of a mean above 0
 */
export function clampVerdict(shown: readonly number[], clamp: Clamp): ClampVerdict | undefined {
  const turns = Math.max(1, clamp.turns);
  const amps = shown.map((a) => a / turns);
  const uShown = ((clamp.percent / 100) * clamp.range) / Math.sqrt(3);
  const verdict = judgeBalance(amps, uShown / turns);
  if (!verdict) return undefined;
  const { found, withheld } = verdict;
  let turnsWanted: number | undefined;
  for (let n = turns + 1; withheld && n <= MOST_TURNS && turnsWanted === undefined; n++) {
    // More turns must still fit the range.
    if (found.mean * n > clamp.range) break;
    if (judgeBalance(amps, uShown / n)?.withheld === false) turnsWanted = n;
  }
  return {
    amps,
    u: uShown / turns,
    percent: found.percent,
    bandPercent: verdict.band95,
    band: found.band,
    withheld,
    turnsWanted,
  };
}
