/**
 * Fixed draws for sampled bands: the same numbers each time, spread evenly, so that a result is
 * repeatable and few draws go far. No random generator is involved.
 */

/** Fractional parts of multiples of these fill a cube evenly (additive recurrence, Roberts 2018). */
const root = (dimensions: number): number => {
  // The positive root of x^(d+1) = x + 1.
  let x = 2;
  for (let i = 0; i < 40; i++) x = (1 + x) ** (1 / (dimensions + 1));
  return x;
};

/**
 * Standard normal draws.
 * @param count - how many
 * @param dimensions - independent numbers in each, 1 to 10
 * @returns `count` rows of `dimensions` numbers
 */
export function normalDraws(count: number, dimensions: number): readonly (readonly number[])[] {
  const g = root(dimensions);
  const step = Array.from({ length: dimensions }, (_, j) => (1 / g) ** (j + 1) % 1);
  return Array.from({ length: count }, (_, i) =>
    step.map((a) => normalAt((0.5 + a * (i + 1)) % 1)),
  );
}

/**
 * Quantile of the standard normal distribution.
 * Source: Acklam's rational approximation, absolute error below 1.2e-9 of the argument's scale.
 * @param p - between 0 and 1, both excluded
 */
export function normalAt(p: number): number {
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(Math.max(p, 1e-12)));
    return ratio(q, TAIL_ABOVE, TAIL_BELOW);
  }
  if (p > 1 - 0.02425) return -normalAt(1 - p);
  const q = p - 0.5;
  return q * ratio(q * q, MIDDLE_ABOVE, MIDDLE_BELOW);
}

const ratio = (x: number, above: readonly number[], below: readonly number[]): number =>
  above.reduce((s, c) => s * x + c, 0) / (below.reduce((s, c) => s * x + c, 0) * x + 1);

const MIDDLE_ABOVE = [
  -3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2,
  -3.066479806614716e1, 2.506628277459239,
];
const MIDDLE_BELOW = [
  -5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1,
  -1.328068155288572e1,
];
const TAIL_ABOVE = [
  -7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734,
  4.374664141464968, 2.938163982698783,
];
const TAIL_BELOW = [
  7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416,
];
