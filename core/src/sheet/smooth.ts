/**
 * A traced line made smooth: a least-squares polynomial of degree 4 at most, its degree chosen by
 * leave-one-out cross-validation, its slope kept from rising where a head curve must fall.
 */
import { fail, ok, type Result } from "../quantity/index.ts";

export interface TracedPoint {
  readonly x: number;
  readonly y: number;
}

export interface SmoothLine {
  readonly degree: number;
  /** Value at x, inside the traced range. */
  readonly at: (x: number) => number;
  /** Root mean square distance of the taps from the line, unit of y. */
  readonly scatter: number;
  /** Root mean square error of points left out in turn: what the trace is worth, unit of y. */
  readonly error: number;
  readonly low: number;
  readonly high: number;
}

const HIGHEST_DEGREE = 4;
/** A higher degree must better the left-out error by this share to be taken. */
const BETTER_BY = 0.03;
const NODES = 41;
const MOST_SWEEPS = 1000;
/** A rise of more than this share of the greatest value is a hump of the sheet, not of the hand. */
const HUMP = 0.01;

/**
 * Smooths traced points.
 * @param falls - the line is a head curve: beyond its highest point it must not rise again
 * Fails with `too-few-points` when fewer than three different x are traced.
 */
export function smoothTrace(
  points: readonly TracedPoint[],
  falls: boolean,
): Result<SmoothLine, "too-few-points"> {
  const xs = points.map((p) => p.x);
  const low = Math.min(...xs);
  const high = Math.max(...xs);
  const distinct = new Set(xs).size;
  if (distinct < 3 || !(high > low)) return fail("too-few-points");
  const t = (x: number) => (2 * (x - low)) / (high - low) - 1;
  const ts = xs.map(t);
  const ys = points.map((p) => p.y);
  let best: Fit | undefined;
  for (let degree = 1; degree <= Math.min(HIGHEST_DEGREE, distinct - 2); degree++) {
    const fit = leastSquares(ts, ys, degree);
    if (fit && (!best || fit.leftOut < (1 - BETTER_BY) * best.leftOut)) best = fit;
  }
  if (!best) return fail("too-few-points");
  const coefficients = falls ? fallingFrom(best) : best.coefficients;
  const residuals = ts.map((s, i) => evaluate(coefficients, s) - (ys[i] ?? 0));
  return ok({
    degree: coefficients.length - 1,
    at: (x) => evaluate(coefficients, t(x)),
    scatter: rms(residuals),
    error: best.leftOut,
    low,
    high,
  });
}

interface Fit {
  readonly coefficients: readonly number[];
  /** Inverse of the normal matrix. */
  readonly inverse: readonly (readonly number[])[];
  readonly leftOut: number;
}

/** Legendre basis on −1…1: keeps the normal matrix well conditioned. */
function basis(t: number, degree: number): number[] {
  const p = [1, t];
  for (let n = 1; n < degree; n++) {
    p.push(((2 * n + 1) * t * (p[n] ?? 0) - n * (p[n - 1] ?? 0)) / (n + 1));
  }
  return p.slice(0, degree + 1);
}

/** Derivatives of the basis: P'(n+1) = P'(n−1) + (2n + 1) P(n). */
function slopes(t: number, degree: number): number[] {
  const p = basis(t, degree);
  const d = [0, 1];
  for (let n = 1; n < degree; n++) d.push((d[n - 1] ?? 0) + (2 * n + 1) * (p[n] ?? 0));
  return d.slice(0, degree + 1);
}

const evaluate = (c: readonly number[], t: number): number =>
  basis(t, Math.max(1, c.length - 1)).reduce((s, p, i) => s + p * (c[i] ?? 0), 0);

const rms = (values: readonly number[]): number =>
  Math.sqrt(values.reduce((s, v) => s + v * v, 0) / values.length);

function leastSquares(
  ts: readonly number[],
  ys: readonly number[],
  degree: number,
): Fit | undefined {
  const n = degree + 1;
  const rows = ts.map((t) => basis(t, degree));
  const normal = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_, j) => rows.reduce((s, r) => s + (r[i] ?? 0) * (r[j] ?? 0), 0)),
  );
  const right = Array.from({ length: n }, (_, i) =>
    rows.reduce((s, r, k) => s + (r[i] ?? 0) * (ys[k] ?? 0), 0),
  );
  const inverse = inverted(normal);
  if (!inverse) return undefined;
  const coefficients = inverse.map((row) => dot(row, right));
  // Leave-one-out residual without refitting: r/(1 − leverage).
  const leftOut = rms(
    rows.map((r, k) => {
      const leverage = dot(
        r,
        inverse.map((row) => dot(row, r)),
      );
      return (dot(coefficients, r) - (ys[k] ?? 0)) / Math.max(1e-9, 1 - leverage);
    }),
  );
  return { coefficients, inverse, leftOut };
}

const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((s, v, i) => s + v * (b[i] ?? 0), 0);

/**
 * The fit with its slope kept from rising right of its top. The top may lie inside the range only
 * where the sheet really has a hump: in its left half, and higher than the start by more than a hair.
 */
function fallingFrom(fit: Fit): readonly number[] {
  const nodes = Array.from({ length: NODES }, (_, i) => -1 + (2 * i) / (NODES - 1));
  const topOf = (c: readonly number[]): number => {
    const values = nodes.map((t) => evaluate(c, t));
    const top = values.indexOf(Math.max(...values));
    const rise = (values[top] ?? 0) - (values[0] ?? 0);
    const hump = top < NODES / 2 && rise > HUMP * Math.abs(values[top] ?? 0);
    return hump ? top : 0;
  };
  let from = topOf(fit.coefficients);
  for (;;) {
    const found = nearestFalling(fit, nodes.slice(from));
    // Held down, the line may have its top further left: then it must fall from there.
    const top = topOf(found);
    if (top >= from) return found;
    from = top;
  }
}

/**
 * The nearest polynomial (in the fit's own metric) whose slope is nowhere above 0 at the nodes.
 * Quadratic programme solved in its dual, one constraint at a time (Hildreth 1957).
 */
function nearestFalling({ coefficients, inverse }: Fit, nodes: readonly number[]): number[] {
  const degree = coefficients.length - 1;
  const rows = nodes.map((t) => slopes(t, degree));
  const shifted = rows.map((a) => inverse.map((row) => dot(row, a)));
  const lengths = rows.map((a, i) => dot(a, shifted[i] ?? []));
  const multipliers = rows.map(() => 0);
  const c = [...coefficients];
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let moved = 0;
    for (const [i, a] of rows.entries()) {
      const length = lengths[i] ?? 0;
      if (length <= 0) continue;
      const was = multipliers[i] ?? 0;
      const now = Math.max(0, was + dot(a, c) / length);
      if (now === was) continue;
      multipliers[i] = now;
      const step = now - was;
      for (const [j, s] of (shifted[i] ?? []).entries()) c[j] = (c[j] ?? 0) - step * s;
      moved = Math.max(moved, Math.abs(step) * length);
    }
    if (moved < 1e-9) break;
  }
  return c;
}

/** Inverse by Gauss–Jordan with pivoting; undefined when singular. */
function inverted(matrix: readonly (readonly number[])[]): number[][] | undefined {
  const n = matrix.length;
  const m = matrix.map((row, i) => [
    ...row,
    ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0)),
  ]);
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let k = i + 1; k < n; k++) {
      if (Math.abs(m[k]?.[i] ?? 0) > Math.abs(m[pivot]?.[i] ?? 0)) pivot = k;
    }
    const row = m[pivot];
    const other = m[i];
    if (!row || !other || Math.abs(row[i] ?? 0) < 1e-12) return undefined;
    m[pivot] = other;
    m[i] = row.map((v) => v / (row[i] ?? 1));
    for (let k = 0; k < n; k++) {
      const target = m[k];
      const factor = target?.[i] ?? 0;
      if (k === i || !target || factor === 0) continue;
      m[k] = target.map((v, j) => v - factor * (m[i]?.[j] ?? 0));
    }
  }
  return m.map((row) => row.slice(n));
}
