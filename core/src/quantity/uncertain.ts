/**
 * Values with a standard uncertainty, and what an instrument's class says about its readings.
 *
 * Source: JCGM 100:2008 (GUM), first-order propagation; an instrument class is taken as the half
 * width of a uniform distribution.
 */

/** A value with its standard uncertainty (one standard deviation), both in the same unit. */
export interface Uncertain {
  readonly value: number;
  readonly u: number;
}

/** Coverage factor of a two-sided 95 % band of a normal distribution. */
export const K95 = 1.959964;
/** Coverage factor of a two-sided 68 % band, taken as one standard deviation. */
const K68 = 1;

export interface Band {
  readonly value: number;
  readonly low68: number;
  readonly high68: number;
  readonly low95: number;
  readonly high95: number;
}

/** The 68 % and 95 % bands of an uncertain value. */
export function band({ value, u }: Uncertain): Band {
  return {
    value,
    low68: value - K68 * u,
    high68: value + K68 * u,
    low95: value - K95 * u,
    high95: value + K95 * u,
  };
}

/** Square root of the sum of squares: independent contributions added. */
export function addInSquares(...parts: readonly number[]): number {
  return Math.sqrt(parts.reduce((sum, p) => sum + p * p, 0));
}

/** An instrument's class: accuracy as percent of span, and the smallest division on its scale. */
export interface InstrumentClass {
  /** Span in SI, upper minus lower end of the range; above 0. */
  readonly span: number;
  /** Accuracy as percent of span, 0 to 100. */
  readonly percent: number;
  /** Scale division in SI, when known. */
  readonly division?: number;
}

/** Mean of repeated readings and the standard uncertainty of that mean. */
export interface Repeats {
  readonly mean: number;
  /** Experimental standard deviation of the mean, s/√n with n − 1; 0 for a single reading. */
  readonly u: number;
  readonly count: number;
}

/** Mean and spread of repeats. @param values - at least one number */
export function repeats(values: readonly number[]): Repeats {
  const n = values.length;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  if (n < 2) return { mean, u: 0, count: n };
  const s2 = values.reduce((a, v) => a + (v - mean) ** 2, 0) / (n - 1);
  return { mean, u: Math.sqrt(s2 / n), count: n };
}

/**
 * Standard uncertainty of one reading from class, division and repeats.
 * Formula: u² = (class·span/√3)² + (division/2/√3)² + (s/√n)².
 */
export function readingUncertainty(instrument: InstrumentClass, spread = 0): number {
  return addInSquares(
    ((instrument.percent / 100) * instrument.span) / Math.sqrt(3),
    (instrument.division ?? 0) / 2 / Math.sqrt(3),
    spread,
  );
}

const USUAL_SPANS_BAR = [1, 1.6, 2.5, 4, 6, 10, 16, 25, 40, 60, 100] as const;

/**
 * What is assumed of a gauge nobody described: 2.5 % of the next usual span above 1.25 times the
 * reading.
 * @param reading - gauge pressure [Pa], either sign
 */
export function assumedGauge(reading: number): InstrumentClass {
  const need = (1.25 * Math.abs(reading)) / 1e5;
  const span = USUAL_SPANS_BAR.find((s) => s >= need) ?? need;
  return { span: span * 1e5, percent: 2.5 };
}

/** P(Z < z) of a standard normal, logistic in its place: within 0.01. */
export const chanceBelow = (z: number): number => 1 / (1 + Math.exp(-1.702 * z));

/** Density of a normal at a value, in one over its unit. */
export const normalDensity = (value: number, mean: number, u: number): number =>
  Math.exp(-0.5 * ((value - mean) / u) ** 2) / (u * Math.sqrt(2 * Math.PI));
