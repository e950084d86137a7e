/**
 * Shape-preserving piecewise cubic interpolation.
 *
 * Source: Fritsch and Butland 1984 (weighted-harmonic slopes), three-point end slopes. Between two
 * points it never leaves their range, so a pump curve gets no humps that its points do not have.
 */
import { fail, ok, type Result } from "../quantity/index.ts";

export interface Pchip {
  /** Ascending, at least two. */
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** Slope at each point. */
  readonly slope: readonly number[];
}

export type PchipFault = "too-few-points" | "not-ascending" | "not-finite";

/**
 * Builds an interpolant through points with strictly ascending `x`. Two points give a straight line.
 * Fails with `too-few-points`, `not-ascending`, `not-finite`.
 */
export function pchip(x: readonly number[], y: readonly number[]): Result<Pchip, PchipFault> {
  const n = x.length;
  if (n < 2 || y.length !== n) return fail("too-few-points");
  if (![...x, ...y].every(Number.isFinite)) return fail("not-finite");
  const h: number[] = [];
  const d: number[] = [];
  for (let k = 0; k + 1 < n; k++) {
    const step = at(x, k + 1) - at(x, k);
    if (step <= 0) return fail("not-ascending");
    h.push(step);
    d.push((at(y, k + 1) - at(y, k)) / step);
  }
  if (n === 2) return ok({ x, y, slope: [at(d, 0), at(d, 0)] });
  const slope = [endSlope(at(h, 0), at(h, 1), at(d, 0), at(d, 1))];
  for (let k = 1; k + 1 < n; k++) {
    const before = at(d, k - 1);
    const after = at(d, k);
    if (before * after <= 0) {
      slope.push(0);
      continue;
    }
    const w1 = 2 * at(h, k) + at(h, k - 1);
    const w2 = at(h, k) + 2 * at(h, k - 1);
    slope.push((w1 + w2) / (w1 / before + w2 / after));
  }
  slope.push(endSlope(at(h, n - 2), at(h, n - 3), at(d, n - 2), at(d, n - 3)));
  return ok({ x, y, slope });
}

function endSlope(h0: number, h1: number, d0: number, d1: number): number {
  const m = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
  if (Math.sign(m) !== Math.sign(d0)) return 0;
  if (Math.sign(d0) !== Math.sign(d1) && Math.abs(m) > 3 * Math.abs(d0)) return 3 * d0;
  return m;
}

const at = (list: readonly number[], i: number): number => list[i] ?? Number.NaN;

/** Index of the piece that holds `x`, or undefined outside the points. */
function pieceOf(p: Pchip, x: number): number | undefined {
  const last = p.x.length - 1;
  if (!(x >= at(p.x, 0) && x <= at(p.x, last))) return undefined;
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (at(p.x, mid) <= x) low = mid;
    else high = mid;
  }
  return low;
}

/** Value at `x`; undefined outside the points: nothing is extrapolated. */
export function valueAt(p: Pchip, x: number): number | undefined {
  const k = pieceOf(p, x);
  if (k === undefined) return undefined;
  const h = at(p.x, k + 1) - at(p.x, k);
  const t = (x - at(p.x, k)) / h;
  const s = 1 - t;
  return (
    at(p.y, k) * s * s * (1 + 2 * t) +
    at(p.y, k + 1) * t * t * (1 + 2 * s) +
    at(p.slope, k) * h * t * s * s -
    at(p.slope, k + 1) * h * t * t * s
  );
}

/** First derivative at `x`; undefined outside the points. */
export function slopeAt(p: Pchip, x: number): number | undefined {
  const k = pieceOf(p, x);
  if (k === undefined) return undefined;
  const h = at(p.x, k + 1) - at(p.x, k);
  const t = (x - at(p.x, k)) / h;
  return (
    (6 * t * (t - 1) * (at(p.y, k) - at(p.y, k + 1))) / h +
    at(p.slope, k) * (1 - 4 * t + 3 * t * t) +
    at(p.slope, k + 1) * (3 * t * t - 2 * t)
  );
}

/** The interpolant with both axes multiplied; exact, because the method scales with its data. */
export function stretched(p: Pchip, xFactor: number, yFactor: number): Pchip {
  return {
    x: p.x.map((v) => v * xFactor),
    y: p.y.map((v) => v * yFactor),
    slope: p.slope.map((v) => (v * yFactor) / xFactor),
  };
}
