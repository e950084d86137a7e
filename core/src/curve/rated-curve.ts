/** A pump's rated curve: head, shaft power and NPSH required over flow, at one speed and diameter. */
import { COLD_WATER_DENSITY } from "../liquid/index.ts";
import { fail, GRAVITY, ok, type Result } from "../quantity/index.ts";
import { type Pchip, pchip, slopeAt, stretched, valueAt } from "./pchip.ts";
import { rootsBetween } from "./roots.ts";

/** Acceptance grade of ISO 9906:2012, or a test sheet of this very pump. */
/** Acceptance grade of a sheet; `estimated` is a shape guessed from one point. */
export type CurveGrade = "1B" | "2B" | "3B" | "own-test" | "estimated";

export interface CurvePoint {
  /** [m³/s] */
  readonly flow: number;
  /** [m] */
  readonly head?: number;
  /** Shaft power [W]. */
  readonly power?: number;
  /** Fraction, 0 to 1. */
  readonly efficiency?: number;
  /** NPSH required, 3 % head drop [m]. */
  readonly npshr?: number;
}

export interface CurveSpec {
  /** [r/min]; unknown when the sheet does not say. */
  readonly speed?: number;
  /** Impeller diameter [m]. */
  readonly diameter?: number;
  readonly grade?: CurveGrade;
  readonly points: readonly CurvePoint[];
}

export type CurveNote =
  | "points-sorted"
  | "duplicate-flows-averaged"
  | "head-rises-with-flow"
  | "two-points-straight-line"
  | "efficiency-above-one"
  | "negative-points-left-out";

export interface RatedCurve {
  readonly speed: number | undefined;
  readonly diameter: number | undefined;
  readonly grade: CurveGrade;
  readonly head: Pchip;
  readonly power: Pchip | undefined;
  readonly npshr: Pchip | undefined;
  readonly notes: readonly CurveNote[];
}

export type CurveFault = "too-few-points";

/**
 * Builds a curve from the points of a sheet. Points may come in any order; duplicate flows are
 * averaged; missing power is worked out from efficiency (ρ g Q H / η).
 * @param density - of the liquid the sheet is for [kg/m³]
 * Fails with `too-few-points` when fewer than two different flows have a head.
 */
export function buildCurve(
  spec: CurveSpec,
  density = COLD_WATER_DENSITY,
): Result<RatedCurve, CurveFault> {
  const notes = new Set<CurveNote>();
  const usable = spec.points.filter((p) => p.flow >= 0 && (p.head ?? 0) >= 0);
  if (usable.length < spec.points.length) notes.add("negative-points-left-out");
  if (usable.some((p, i) => i > 0 && p.flow < (usable[i - 1]?.flow ?? 0))) {
    notes.add("points-sorted");
  }
  const points = usable.map((p) => withPower(p, density)).sort((a, b) => a.flow - b.flow);
  if (points.some((p) => efficiencyOf(p, density) > 1)) notes.add("efficiency-above-one");

  const column = (pick: (p: CurvePoint) => number | undefined): Pchip | undefined => {
    const x: number[] = [];
    const y: number[] = [];
    for (const flow of new Set(points.map((p) => p.flow))) {
      const same = points.filter((p) => p.flow === flow).map(pick);
      const values = same.filter((v): v is number => v !== undefined && Number.isFinite(v));
      if (values.length === 0) continue;
      if (values.length > 1) notes.add("duplicate-flows-averaged");
      x.push(flow);
      y.push(values.reduce((a, b) => a + b, 0) / values.length);
    }
    const built = pchip(x, y);
    return built.ok ? built.value : undefined;
  };

  const head = column((p) => p.head);
  if (!head) return fail("too-few-points");
  if (head.x.length === 2) notes.add("two-points-straight-line");
  if (head.y.some((h, i) => i > 0 && h > (head.y[i - 1] ?? 0))) notes.add("head-rises-with-flow");
  return ok({
    speed: spec.speed,
    diameter: spec.diameter,
    grade: spec.grade ?? "3B",
    head,
    power: column((p) => p.power),
    npshr: column((p) => p.npshr),
    notes: [...notes],
  });
}

function withPower(p: CurvePoint, density: number): CurvePoint {
  if (p.power !== undefined || !p.efficiency || p.head === undefined || p.flow === 0) return p;
  return { ...p, power: (density * GRAVITY * p.flow * p.head) / p.efficiency };
}

function efficiencyOf(p: CurvePoint, density: number): number {
  if (!p.power || p.head === undefined) return 0;
  return hydraulicEfficiency(p.flow, p.head, p.power, density);
}

/**
 * Pump efficiency, η = ρ g Q H / P.
 * @param flow - [m³/s]
 * @param head - [m]
 * @param power - shaft power [W], above 0
 * @param density - [kg/m³]
 * @returns fraction
 */
export const hydraulicEfficiency = (
  flow: number,
  head: number,
  power: number,
  density: number,
): number => (density * GRAVITY * flow * head) / power;

/** Greatest flow the curve's head column reaches [m³/s]. */
export const curveEnd = (curve: RatedCurve): number => curve.head.x[curve.head.x.length - 1] ?? 0;

/** Least flow the curve's head column reaches [m³/s]; 0 when the sheet starts at shut-off. */
export const curveStart = (curve: RatedCurve): number => curve.head.x[0] ?? 0;

/** Head [m], shaft power [W] and NPSH required [m] at a flow; undefined where the sheet is silent. */
export function readCurve(curve: RatedCurve, flow: number) {
  return {
    head: valueAt(curve.head, flow),
    power: curve.power && valueAt(curve.power, flow),
    npshr: curve.npshr && valueAt(curve.npshr, flow),
    headSlope: slopeAt(curve.head, flow),
  };
}

/** All flows [m³/s] inside the curve at which its head is `head` [m], ascending. */
export const flowsAtHead = (curve: RatedCurve, head: number): number[] =>
  rootsBetween(
    (q) => (valueAt(curve.head, q) ?? Number.NaN) - head,
    curveStart(curve),
    curveEnd(curve),
  );

/** All flows [m³/s] inside the curve at which its shaft power is `power` [W], ascending. */
export function flowsAtPower(curve: RatedCurve, power: number): number[] {
  const column = curve.power;
  if (!column) return [];
  const start = column.x[0] ?? 0;
  const end = column.x[column.x.length - 1] ?? 0;
  return rootsBetween((q) => (valueAt(column, q) ?? Number.NaN) - power, start, end);
}

/** Ratios that carry a curve to another speed or wheel. */
export interface CurveScale {
  readonly flow: number;
  readonly head: number;
  readonly power: number;
  readonly npshr: number;
}

/** The curve with every point scaled; the notes stay. */
export function scaleCurve(curve: RatedCurve, by: CurveScale): RatedCurve {
  return {
    ...curve,
    head: stretched(curve.head, by.flow, by.head),
    power: curve.power && stretched(curve.power, by.flow, by.power),
    npshr: curve.npshr && stretched(curve.npshr, by.flow, by.npshr),
  };
}

/** Points the efficiency is read at, from the least share of the curve's flow that counts. */
const EFFICIENCY_POINTS = { count: 60, from: 0.2 } as const;

/**
 * Flow of best efficiency [m³/s]; undefined when the curve has no power column.
 *
 * Efficiency is flat near its top and a sheet's power is rounded, so the greatest value read may lie anywhere:
 * the top of the least-squares parabola η = a Q − b Q² is taken, inside the curve.
 */
export function bestEfficiencyFlow(curve: RatedCurve): number | undefined {
  const { power } = curve;
  if (!power) return undefined;
  const end = Math.min(curveEnd(curve), power.x[power.x.length - 1] ?? 0);
  const { count, from } = EFFICIENCY_POINTS;
  // Normal equations of η = a x − b x², x in shares of the end.
  let [xx, xxx, xxxx, xy, xxy] = [0, 0, 0, 0, 0];
  for (let i = Math.ceil(from * count); i <= count; i++) {
    const x = i / count;
    const h = valueAt(curve.head, x * end);
    const p = valueAt(power, x * end);
    if (h === undefined || p === undefined || p <= 0) continue;
    const efficiency = (x * h) / p;
    xx += x * x;
    xxx += x ** 3;
    xxxx += x ** 4;
    xy += x * efficiency;
    xxy += x * x * efficiency;
  }
  const determinant = xx * xxxx - xxx * xxx;
  if (determinant === 0) return undefined;
  const a = (xy * xxxx - xxy * xxx) / determinant;
  const b = (xy * xxx - xxy * xx) / determinant;
  const top = b > 0 ? a / (2 * b) : 1;
  return end * Math.min(1, Math.max(0.3, top));
}
