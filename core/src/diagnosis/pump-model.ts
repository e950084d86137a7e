/** A pump curve tabulated for many evaluations, with the tails the sheet does not show. */
import { bestEfficiencyFlow, curveEnd, type RatedCurve, valueAt } from "../curve/index.ts";

const CELLS = 96;
/** How far past the sheet's last point the model looks, as a share of its flow. */
const REACH = 1.35;

export interface PumpModel {
  /** Best-point flow [m³/s] and head [m] at rated speed. */
  readonly bestFlow: number;
  readonly bestHead: number;
  /** Shaft power there [W]; undefined when the sheet has no power. */
  readonly bestPower: number | undefined;
  /** Greatest flow tabulated [m³/s]. */
  readonly reach: number;
  readonly shutOffHead: number;
  /** Head [m], never below 0. */
  readonly head: (flow: number) => number;
  /** Shaft power [W]; NaN when unknown. */
  readonly power: (flow: number) => number;
  /** NPSH required [m], estimated when the sheet has none. */
  readonly npshr: (flow: number) => number;
  readonly npshrKnown: boolean;
}

/**
 * Tabulates a curve. Beyond its last point head continues with its last slope growing steeper,
 * power stays level and NPSH required grows with the square of flow.
 * @param curve - as the sheet says; its rated speed serves the estimate of NPSH required
 */
export function pumpModel(curve: RatedCurve): PumpModel {
  const end = curveEnd(curve);
  const reach = end * REACH;
  const bestFlow = bestEfficiencyFlow(curve) ?? 0.7 * end;
  const bestHead = valueAt(curve.head, bestFlow) ?? 0;
  const head = table(reach, (q) => Math.max(0, extended(curve.head, q)));
  const power = curve.power && table(reach, (q) => Math.max(0, levelled(curve.power, q)));
  const required = curve.npshr;
  const guess = typicalNpshr(curve.speed ?? 1450, bestFlow);
  const npshr = table(reach, (q) =>
    required ? squared(required, q) : guess * (0.6 + 0.4 * (q / bestFlow) ** 2),
  );
  return {
    bestFlow,
    bestHead,
    bestPower: power?.(bestFlow),
    reach,
    shutOffHead: head(0),
    head,
    power: power ?? (() => Number.NaN),
    npshr,
    npshrKnown: required !== undefined,
  };
}

/**
 * NPSH required that most pumps of this speed and flow have at best efficiency [m].
 * Formula: (n √Q / S)^(4/3) with suction specific speed S = 180 (r/min, m³/s, m).
 * Source: usual range 140 to 220, ANSI/HI 9.6.1.
 */
const typicalNpshr = (speed: number, flow: number): number =>
  ((speed * Math.sqrt(flow)) / 180) ** (4 / 3);

type Column = RatedCurve["head"];

function extended(column: Column, q: number): number {
  const inside = valueAt(column, clampTo(column, q)) ?? 0;
  const last = column.x.length - 1;
  const end = column.x[last] ?? 0;
  if (q <= end) return inside;
  const slope = Math.min(column.slope[last] ?? 0, (-0.2 * inside) / end);
  const over = q - end;
  return inside + slope * over * (1 + over / end);
}

const levelled = (column: Column | undefined, q: number): number =>
  column ? (valueAt(column, clampTo(column, q)) ?? 0) : 0;

function squared(column: Column, q: number): number {
  const at = clampTo(column, q);
  const value = valueAt(column, at) ?? 0;
  return q > at && at > 0 ? value * (q / at) ** 2 : value;
}

const clampTo = (column: Column, q: number): number =>
  Math.min(Math.max(q, column.x[0] ?? 0), column.x[column.x.length - 1] ?? 0);

function table(reach: number, f: (q: number) => number): (q: number) => number {
  const values = Float64Array.from({ length: CELLS + 2 }, (_, i) => f((reach * i) / CELLS));
  const perFlow = CELLS / reach;
  return (q) => {
    const x = Math.min(Math.max(q * perFlow, 0), CELLS);
    const i = Math.floor(x);
    const a = values[i] ?? 0;
    return a + (x - i) * ((values[i + 1] ?? a) - a);
  };
}
