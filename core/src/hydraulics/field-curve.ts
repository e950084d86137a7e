/**
 * The field curve of three valve positions, and the shape of its distance from the rated curve. Four
 * faults leave four shapes: a gauge that is off (the same everywhere), leakage inside the pump (the
 * curve moved toward less flow), a restriction (grows with the square of flow), and a smaller or
 * slower wheel (head and flow in proportion). SI throughout.
 */
import { curveEnd, type RatedCurve, readCurve, valueAt } from "../curve/index.ts";
import type { Uncertain } from "../quantity/index.ts";

export interface FieldPoint {
  readonly label: string;
  /** [m³/s] */
  readonly flow: number;
  /** [m] */
  readonly head: Uncertain;
}

export type ResidualShape = "none" | "offset" | "leak" | "restriction" | "smaller-wheel";

export interface FieldCurve {
  readonly points: readonly (FieldPoint & {
    /** Measured less rated head [m]. */
    readonly residual: number;
    readonly ratedHead: number;
  })[];
  /** Best first; `misfit` is the sum of squares in standard deviations. */
  readonly shapes: readonly {
    readonly shape: ResidualShape;
    /** Offset [m], leak as share of the flow at the curve's end, loss at it [m], wheel as ratio. */
    readonly size: number;
    readonly misfit: number;
  }[];
  /** The shape the points speak for, when they do; undefined when they cannot tell. */
  readonly named: ResidualShape | undefined;
  /** Shapes that fit nearly as well as the best. */
  readonly alsoPossible: readonly ResidualShape[];
}

/** A shape must fit better than the next by this much (in χ²) to be named. */
const CLEAR = 4;
/** A shape with one free size must better "no difference" by this much to be believed. */
const WORTH_A_SIZE = 4;

/**
 * Fits the four shapes to points of a field curve.
 * @param curve - rated, at the actual speed
 * @param points - at least two, at different flows, inside the curve
 * @param tolerance - shared uncertainty of the curve's head, as a fraction, one standard deviation
 * @returns undefined with fewer than two usable points
 */
export function fieldCurve(
  curve: RatedCurve,
  points: readonly FieldPoint[],
  tolerance = 0,
): FieldCurve | undefined {
  const usable = points.flatMap((p) => {
    const ratedHead = valueAt(curve.head, p.flow);
    return ratedHead === undefined ? [] : [{ ...p, ratedHead, residual: p.head.value - ratedHead }];
  });
  if (usable.length < 2) return undefined;
  const end = curveEnd(curve);
  const model = (shape: ResidualShape, size: number, q: number): number | undefined => {
    const at = (flow: number) => valueAt(curve.head, Math.min(end, Math.max(0, flow)));
    const rated = at(q);
    if (rated === undefined) return undefined;
    if (shape === "none") return rated;
    if (shape === "offset") return rated + size;
    if (shape === "restriction") return rated - size * (q / end) ** 2;
    if (shape === "smaller-wheel") {
      const h = at(q / size);
      return h === undefined ? undefined : size * size * h;
    }
    const top = readCurve(curve, 0).head ?? rated;
    return at(q + size * end * Math.sqrt(Math.max(0, rated / top)));
  };
  const misfit = (shape: ResidualShape, size: number): number =>
    usable.reduce((sum, p) => {
      const h = model(shape, size, p.flow);
      if (h === undefined) return Number.POSITIVE_INFINITY;
      const u = Math.hypot(p.head.u, tolerance * p.ratedHead, 0.002 * p.ratedHead);
      return sum + ((p.head.value - h) / u) ** 2;
    }, 0);
  const top = Math.max(...curve.head.y);
  const ranges: readonly (readonly [ResidualShape, number, number])[] = [
    ["offset", -0.5 * top, 0.5 * top],
    ["leak", 0, 0.5],
    ["restriction", 0, top],
    ["smaller-wheel", 0.7, 1.1],
  ];
  const fitted = ranges.map(([shape, low, high]) => {
    const size = least((s) => misfit(shape, s), low, high);
    return { shape, size, misfit: misfit(shape, size) };
  });
  const none = { shape: "none" as const, size: 0, misfit: misfit("none", 0) };
  const sorted = [...fitted].sort((a, b) => a.misfit - b.misfit);
  const best = sorted[0];
  const plain = !best || none.misfit < best.misfit + WORTH_A_SIZE;
  const rivals = sorted.slice(1).filter((s) => best && s.misfit < best.misfit + CLEAR);
  return {
    points: usable,
    shapes: plain ? [none, ...sorted] : [...sorted, none],
    named: plain ? "none" : rivals.length === 0 ? best.shape : undefined,
    alsoPossible: plain ? [] : rivals.map((s) => s.shape),
  };
}

/** Place of the least value of a function with one valley, by scan and golden section. */
function least(f: (x: number) => number, low: number, high: number): number {
  const cells = 60;
  let at = low;
  let value = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= cells; i++) {
    const x = low + ((high - low) * i) / cells;
    const y = f(x);
    if (y < value) {
      value = y;
      at = x;
    }
  }
  const step = (high - low) / cells;
  let a = Math.max(low, at - step);
  let b = Math.min(high, at + step);
  const golden = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 50; i++) {
    const c = b - golden * (b - a);
    const d = a + golden * (b - a);
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}
