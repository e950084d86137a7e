/**
 * A curve guessed from one rated point. Radial, mixed-flow and axial wheels have shapes of their own;
 * the specific speed tells which. The guess is marked as estimated and carries a wider band.
 */
import { COLD_WATER_DENSITY } from "../liquid/index.ts";
import { fail, GRAVITY, ok, type Result } from "../quantity/index.ts";
import { pchip, valueAt } from "./pchip.ts";
import { buildCurve, type CurvePoint, type RatedCurve } from "./rated-curve.ts";

export interface RatedPoint {
  /** [m³/s], above 0 */
  readonly flow: number;
  /** [m], above 0 */
  readonly head: number;
  /** [r/min] */
  readonly speed?: number;
  /** Shaft power [W]. */
  readonly power?: number;
  /** Fraction. */
  readonly efficiency?: number;
  /** [m] */
  readonly npshr?: number;
}

/**
 * Specific speed n_q = N √Q / H^0.75 (r/min, m³/s, m), head of one stage.
 * Radial wheels 10 to 60, mixed-flow 60 to 160, axial above.
 */
export const specificSpeed = (speed: number, flow: number, stageHead: number): number =>
  (speed * Math.sqrt(flow)) / stageHead ** 0.75;

/**
 * Rounded shapes over specific speed: head and power at shut-off as shares of those at the rated
 * point, the power of flow with which the head falls, and the flow at which the sheet would end.
 * Source: the usual ranges in the literature on centrifugal pumps (Stepanoff 1957; Gülich 2014,
 * chapter 4), rounded; single pumps scatter by ±8 % in shut-off head and ±20 % in shut-off power.
 */
const SHAPES = [
  { nq: 10, head: 1.14, power: 0.38, exponent: 2.3, end: 1.35 },
  { nq: 20, head: 1.2, power: 0.42, exponent: 2.1, end: 1.4 },
  { nq: 35, head: 1.25, power: 0.52, exponent: 2, end: 1.4 },
  { nq: 60, head: 1.33, power: 0.7, exponent: 1.8, end: 1.35 },
  { nq: 100, head: 1.5, power: 1, exponent: 1.6, end: 1.3 },
  { nq: 160, head: 1.9, power: 1.5, exponent: 1.4, end: 1.25 },
  { nq: 220, head: 2.4, power: 2, exponent: 1.3, end: 1.2 },
] as const;

/** Specific speed taken when the sheet gives no speed: an ordinary radial wheel. */
const USUAL_NQ = 28;

/** Efficiency most pumps have at best, by flow: small ones waste more. @param flow - [m³/s] */
function usualEfficiency(flow: number): number {
  const perHour = flow * 3600;
  return Math.min(0.86, Math.max(0.35, 0.44 + 0.145 * Math.log10(Math.max(1, perHour))));
}

/** Suction specific speed most pumps have (r/min, m³/s, m): 140 to 220. */
const USUAL_SUCTION = 180;

export interface EstimatedCurve {
  readonly curve: RatedCurve;
  /** Specific speed the shape was chosen by. */
  readonly specificSpeed: number;
  /** Figures of the point itself that had to be guessed. */
  readonly guessed: readonly ("speed" | "power" | "npshr")[];
}

const SHARES = [0, 0.2, 0.4, 0.6, 0.8, 1, 1.1, 1.2] as const;

/**
 * The generic curve through one rated point, taken as its best-efficiency point.
 * @param stages - at least 1
 * @param density - of the liquid the point is for [kg/m³]
 * Fails with `bad-point` when flow or head is not above 0, or the efficiency is above one.
 */
export function curveFromOnePoint(
  point: RatedPoint,
  stages = 1,
  density = COLD_WATER_DENSITY,
): Result<EstimatedCurve, "bad-point"> {
  const { flow, head, speed } = point;
  const hydraulic = density * GRAVITY * flow * head;
  const given =
    point.power ?? (point.efficiency === undefined ? undefined : hydraulic / point.efficiency);
  if (!(flow > 0 && head > 0) || (given !== undefined && !(given > hydraulic))) {
    return fail("bad-point");
  }
  const nq = speed ? specificSpeed(speed, flow, head / stages) : USUAL_NQ;
  const shape = shapeAt(nq);
  const power = given ?? hydraulic / usualEfficiency(flow);
  const npshr =
    point.npshr ?? (speed ? ((speed * Math.sqrt(flow)) / USUAL_SUCTION) ** (4 / 3) : undefined);
  const shares = [...SHARES.filter((s) => s < shape.end), shape.end];
  const points = shares.map((s): CurvePoint => ({
    flow: s * flow,
    head: head * (shape.head - (shape.head - 1) * s ** shape.exponent),
    power: power * (shape.power + (1 - shape.power) * (1.25 * s - 0.25 * s * s)),
    ...(npshr !== undefined && s >= 0.4 ? { npshr: npshr * (0.65 + 0.35 * s * s) } : {}),
  }));
  const built = buildCurve({ speed, grade: "estimated", points }, density);
  if (!built.ok) return fail("bad-point");
  return ok({
    curve: built.value,
    specificSpeed: nq,
    guessed: [
      ...(speed ? [] : (["speed"] as const)),
      ...(given === undefined ? (["power"] as const) : []),
      ...(point.npshr === undefined && speed ? (["npshr"] as const) : []),
    ],
  });
}

function shapeAt(nq: number) {
  const x = SHAPES.map((s) => s.nq);
  const first = x[0] ?? 0;
  const last = x.at(-1) ?? 0;
  const at = Math.min(last, Math.max(first, nq));
  const read = (pick: (s: (typeof SHAPES)[number]) => number): number => {
    const column = pchip(x, SHAPES.map(pick));
    return (column.ok ? valueAt(column.value, at) : undefined) ?? Number.NaN;
  };
  return {
    head: read((s) => s.head),
    power: read((s) => s.power),
    exponent: read((s) => s.exponent),
    end: read((s) => s.end),
  };
}
