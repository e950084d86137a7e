/**
 * A traced line made smooth: a least-squares polynomial of degree 4 at most, its degree chosen by
 * leave-one-out cross-validation, its slope kept from rising where a head curve must fall.
 */
import { LuDecomposition, Matrix } from "ml-matrix";
import { solveQP } from "quadprog";
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
  /** XᵀX and Xᵀy of its least squares. */
  readonly normal: Matrix;
  readonly right: Matrix;
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
  const x = new Matrix(ts.map((t) => basis(t, degree)));
  const y = Matrix.columnVector([...ys]);
  const normal = x.transpose().mmul(x);
  const decomposed = new LuDecomposition(normal);
  if (decomposed.isSingular()) return undefined;
  const right = x.transpose().mmul(y);
  const solution = decomposed.solve(right);
  const off = Matrix.sub(x.mmul(solution), y).to1DArray();
  // The diagonal of the hat matrix: how much each point pulls the line to itself.
  const leverage = Matrix.mul(x, decomposed.solve(x.transpose()).transpose()).sum("row");
  // Leave-one-out residual without refitting: r/(1 − leverage).
  const leftOut = rms(off.map((r, k) => r / Math.max(1e-9, 1 - (leverage[k] ?? 0))));
  return { coefficients: solution.to1DArray(), normal, right, leftOut };
}

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
 * The nearest polynomial (in the fit's own metric) whose slope is nowhere above 0 at the nodes: a
 * quadratic programme. The fit itself where there is none.
 */
function nearestFalling(fit: Fit, nodes: readonly number[]): readonly number[] {
  const degree = fit.coefficients.length - 1;
  const falls = nodes.map((t) => slopes(t, degree).map((slope) => -slope));
  const fromOne = <T>(list: readonly T[], first: T): readonly T[] => [first, ...list];
  const rows = (m: Matrix) =>
    fromOne(
      m.to2DArray().map((row) => fromOne(row, 0)),
      [],
    );
  const { solution, message } = solveQP(
    rows(fit.normal),
    fromOne(fit.right.to1DArray(), 0),
    rows(new Matrix(falls).transpose()),
    fromOne(
      nodes.map(() => 0),
      0,
    ),
  );
  return message === "" ? solution.slice(1) : fit.coefficients;
}
