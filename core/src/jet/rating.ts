/** Jet pumps: flow against discharge pressure for each suction lift, from the ejector's table. SI. */
import { pchip, type Pchip, rootsBetween, valueAt } from "../curve/index.ts";
import { fail, ok, type Result } from "../quantity/index.ts";

export interface JetPoint {
  /** Suction lift [m]. */
  readonly lift: number;
  /** Discharge pressure, gauge [Pa]. */
  readonly pressure: number;
  /** [m³/s] */
  readonly flow: number;
}

export interface JetRating {
  /** Ascending in lift, each with flow over pressure. */
  readonly lines: readonly { readonly lift: number; readonly flow: Pchip }[];
}

/**
 * Builds the rating from a table.
 * Fails with `too-few-points` when no lift has two pressures.
 */
export function buildJet(points: readonly JetPoint[]): Result<JetRating, "too-few-points"> {
  const lifts = [...new Set(points.map((p) => p.lift))].sort((a, b) => a - b);
  const lines = lifts.flatMap((lift) => {
    const rows = points.filter((p) => p.lift === lift).sort((a, b) => a.pressure - b.pressure);
    const flow = pchip(
      rows.map((r) => r.pressure),
      rows.map((r) => r.flow),
    );
    return flow.ok ? [{ lift, flow: flow.value }] : [];
  });
  return lines.length > 0 ? ok({ lines }) : fail("too-few-points");
}

export type JetFault = "beyond-lift" | "beyond-pressure";

/**
 * Flow at a lift and a discharge pressure [m³/s]: along each lift's own line, straight between the
 * two lifts next to it. Nothing is extrapolated: below the table's least lift the least one answers
 * (the pump gives at least that), above the greatest it fails.
 * Fails with `beyond-lift`, `beyond-pressure` (outside the pressures of the lines used).
 */
export function jetFlow(r: JetRating, lift: number, pressure: number): Result<number, JetFault> {
  const first = r.lines[0];
  const last = r.lines.at(-1);
  if (!first || !last || lift > last.lift + 1e-9) return fail("beyond-lift");
  const below = r.lines.findLast((l) => l.lift <= lift) ?? first;
  const above = r.lines.find((l) => l.lift >= lift) ?? last;
  const a = valueAt(below.flow, pressure);
  const b = valueAt(above.flow, pressure);
  if (a === undefined || b === undefined) return fail("beyond-pressure");
  if (above === below) return ok(a);
  const t = (lift - below.lift) / (above.lift - below.lift);
  return ok(a + t * (b - a));
}

/**
 * The lift a flow at a pressure speaks for [m]: where the table's flow equals the measured one.
 * A lift above the true one means that the suction loses more than it should, or the ejector is worn.
 */
export function apparentLift(r: JetRating, flow: number, pressure: number): number | undefined {
  const first = r.lines[0]?.lift ?? 0;
  const last = r.lines.at(-1)?.lift ?? 0;
  const gap = (lift: number): number => {
    const q = jetFlow(r, lift, pressure);
    return q.ok ? q.value - flow : Number.NaN;
  };
  return rootsBetween(gap, first, last, 100)[0];
}
