/** Three currents or voltages against each other. Source: NEMA MG 1, clause 14.36 (definition). */

export type ImbalanceBand = "ok" | "note" | "alarm" | "stop";

export interface Imbalance {
  readonly mean: number;
  /** Greatest deviation from the mean, in percent of it. */
  readonly percent: number;
  /** Index from 0 of the phase that deviates most. */
  readonly worstIndex: number;
  /**
   * 0 where one is low and two are alike, π where one is high; between them one is high and one low [rad].
   * Says nothing where all are alike.
   */
  readonly shape: number;
  readonly band: ImbalanceBand;
}

/** Percent at which each band begins. Above 5 % of voltage the motor should not run. */
const LIMITS = {
  amps: { note: 5, alarm: 10, stop: Number.POSITIVE_INFINITY },
  volts: { note: 1, alarm: 2, stop: 5 },
} as const;

/**
 * Imbalance of three readings.
 * Formula: max |I_i − Ī| / Ī × 100.
 * @param values - three, not negative, in A or V
 * @returns undefined when the mean is 0 or there are not three
 */
export function imbalance(
  values: readonly number[],
  kind: "amps" | "volts",
): Imbalance | undefined {
  if (values.length !== 3) return undefined;
  const mean = values.reduce((a, b) => a + b, 0) / 3;
  if (!(mean > 0)) return undefined;
  const deviations = values.map((v) => Math.abs(v - mean));
  const worst = Math.max(...deviations);
  const percent = (100 * worst) / mean;
  const limit = LIMITS[kind];
  const band =
    percent > limit.stop
      ? "stop"
      : percent >= limit.alarm
        ? "alarm"
        : percent >= limit.note
          ? "note"
          : "ok";
  return { mean, percent, worstIndex: deviations.indexOf(worst), shape: shapeOf(values), band };
}

/**
 * The three values as a vector in their plane, by thirds of a turn. Whichever line it is, the vector times three
 * points the same way: opposite for one low, along for one high.
 */
function shapeOf([a = 0, b = 0, c = 0]: readonly number[]): number {
  const angle = Math.atan2((Math.sqrt(3) / 2) * (b - c), a - (b + c) / 2);
  return Math.acos(-Math.cos(3 * angle));
}

/**
 * Standard uncertainty of a current imbalance in percentage points, from each reading's own.
 * The verdict on the phases is withheld while its band covers the limit.
 * @param u - standard uncertainty of one reading, same unit as the mean
 */
export const imbalanceUncertainty = (mean: number, u: number): number =>
  // Deviation of one of three from their mean: u √(2/3).
  (100 * u * Math.sqrt(2 / 3)) / mean;

/** NEMA MG 1 figure 14-1: percent of voltage imbalance, factor on rated power. */
const DERATING = [
  [0, 1],
  [1, 1],
  [2, 0.95],
  [3, 0.88],
  [4, 0.82],
  [5, 0.75],
] as const;

/** Derating for voltage imbalance; undefined above 5 %, where the motor should not run. */
export function derating(percent: number): number | undefined {
  for (let i = 1; i < DERATING.length; i++) {
    const [p0, f0] = DERATING[i - 1] ?? [0, 1];
    const [p1, f1] = DERATING[i] ?? [5, 0.75];
    if (percent >= p0 && percent <= p1) return f0 + ((f1 - f0) * (percent - p0)) / (p1 - p0);
  }
  return undefined;
}

export interface PhaseLoss {
  /** Index from 0 of the dead phase. */
  readonly lostIndex: number;
  /** Mean of the other two over the current before, when that is known: about 1.73. */
  readonly ratioOfOthers: number | undefined;
}

/**
 * One phase missing: its current nearly nothing beside the other two.
 * @param healthy - current per phase before, or expected [A]
 * @returns undefined when all three carry current. When it does return: stop the pump.
 */
export function phaseLoss(amps: readonly number[], healthy?: number): PhaseLoss | undefined {
  if (amps.length !== 3) return undefined;
  const least = Math.min(...amps);
  const lostIndex = amps.indexOf(least);
  const others = amps.filter((_, i) => i !== lostIndex);
  const mean = others.reduce((a, b) => a + b, 0) / 2;
  if (!(mean > 0) || least > 0.15 * mean) return undefined;
  return { lostIndex, ratioOfOthers: healthy ? mean / healthy : undefined };
}
