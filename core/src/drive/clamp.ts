/** A clamp meter on a small current: how sure is the imbalance, and what would make it surer? */
import { judgeBalance } from "./balance.ts";
import type { ImbalanceBand } from "./supply.ts";

/** What a clamp meter may be off by at most: percent of the reading and counts of its last digit. */
export interface ClampClass {
  /** Range in use [A]. */
  readonly range: number;
  readonly percent: number;
  readonly digits: number;
}

export interface Clamp extends ClampClass {
  /** Turns of the conductor through the jaw; the display shows that many times the current. */
  readonly turns: number;
}

/** What was stated of a clamp. */
export type StatedClamp = { readonly [K in keyof ClampClass]: number | undefined };

/** Ranges of workshop clamps [A], and their usual class where nobody stated it. */
const RANGES = [60, 200, 600, 2000] as const;
const USUAL = { percent: 2, digits: 3 } as const;
/** Counts of a display: its last digit is the smallest power of ten not below range/2000. */
const COUNTS = 2000;

/** The class of a clamp that reads so much; what nobody stated is a plain workshop instrument's. */
export const clampClassOf = (stated: StatedClamp, reading: number): ClampClass => ({
  percent: stated.percent ?? USUAL.percent,
  digits: stated.digits ?? USUAL.digits,
  range: stated.range ?? RANGES.find((r) => reading <= r) ?? 2000,
});

/** One count of the last digit [A]. */
const countOf = (range: number): number => 10 ** Math.ceil(Math.log10(range / COUNTS) - 1e-9);

/**
 * Standard uncertainties of one displayed current [A], both limits taken as uniform: what the clamp is off by at
 * every current in proportion, so that it drops out between lines, and what differs from line to line.
 */
export function clampUncertainty(
  clamp: ClampClass,
  reading: number,
): { readonly common: number; readonly apart: number } {
  return {
    common: ((clamp.percent / 100) * Math.abs(reading)) / Math.sqrt(3),
    apart: (clamp.digits * countOf(clamp.range)) / Math.sqrt(3),
  };
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
  const { common, apart } = clampUncertainty(clamp, Math.max(...shown));
  const verdict = judgeBalance(amps, apart / turns);
  if (!verdict) return undefined;
  const { found, withheld } = verdict;
  let turnsWanted: number | undefined;
  for (let n = turns + 1; withheld && n <= MOST_TURNS && turnsWanted === undefined; n++) {
    // More turns must still fit the range.
    if (found.mean * n > clamp.range) break;
    if (judgeBalance(amps, apart / n)?.withheld === false) turnsWanted = n;
  }
  return {
    amps,
    u: Math.hypot(common, apart) / turns,
    percent: found.percent,
    bandPercent: verdict.band95,
    band: found.band,
    withheld,
    turnsWanted,
  };
}
