/** The band of a flow found from head, by sampling: right where the curve is flat or ends. SI. */
import {
  curveEnd,
  curveStart,
  type CurveTolerance,
  type RatedCurve,
  slopeAt,
  valueAt,
} from "../curve/index.ts";
import { GRAVITY, normalDraws } from "../quantity/index.ts";
import { flowPart, type HeadMeasurement, solveOnCurve, staticPart } from "./total-head.ts";

export interface SampledFlow {
  /** [m³/s] */
  readonly median: number;
  readonly low68: number;
  readonly high68: number;
  readonly low95: number;
  readonly high95: number;
  /** Share of the draws that ended at an end of the curve: the band is open there. */
  readonly atEnds: number;
}

export const USUAL_DRAWS = 400;
const NEWTON_STEPS = 12;

/** Made once: the draws are the same each time. */
let kept: { readonly count: number; readonly rows: readonly (readonly number[])[] } | undefined;

function drawsOf(count: number): readonly (readonly number[])[] {
  if (kept?.count !== count) kept = { count, rows: normalDraws(count, 4) };
  return kept.rows;
}

/**
 * Inverts the curve for each draw of both gauges, the heights, and the curve's own tolerance in head
 * and flow (its half width taken as two standard deviations).
 * @param near - root of the undisturbed inversion to follow [m³/s]; the largest one when not given
 * @returns undefined when the undisturbed inversion has no root
 */
export function sampledFlow(
  m: HeadMeasurement,
  curve: RatedCurve,
  tolerance: CurveTolerance,
  near?: number,
  draws = USUAL_DRAWS,
): SampledFlow | undefined {
  const from = near ?? solveOnCurve(m, curve).at(-1)?.flow;
  if (from === undefined) return undefined;
  const perPascal = 1 / (m.density * GRAVITY);
  const still = staticPart(m);
  const moving = flowPart(m, Math.max(from, 1e-6));
  // Velocity heads follow the square of the flow exactly, riser friction nearly.
  const k = (moving.velocityHeadDifference + moving.riserLoss) / Math.max(from, 1e-6) ** 2;
  const uDischarge = (m.discharge.u ?? 0) * perPascal;
  const uSuction = m.suction.kind === "gauge" ? (m.suction.gauge.u ?? 0) * perPascal : 0;
  const uHeads = Math.hypot(uDischarge, uSuction, Math.SQRT2 * (m.uHeight ?? 0));
  const start = curveStart(curve);
  const end = curveEnd(curve);
  let atEnds = 0;
  const flows = drawsOf(draws).map(([a = 0, b = 0, c = 0]) => {
    const measured = still + a * uHeads;
    const headScale = 1 + (b * tolerance.head) / 2;
    const flowScale = 1 + (c * tolerance.flow) / 2;
    const gap = (x: number) =>
      headScale * (valueAt(curve.head, x) ?? Number.NaN) - measured - k * (x * flowScale) ** 2;
    const x = rootNear(
      gap,
      (q) => headScale * (slopeAt(curve.head, q) ?? 0) - 2 * k * flowScale ** 2 * q,
      from / flowScale,
      start,
      end,
    );
    if (x === start || x === end) atEnds++;
    return x * flowScale;
  });
  flows.sort((p, q) => p - q);
  const at = (share: number) => flows[Math.round(share * (flows.length - 1))] ?? Number.NaN;
  return {
    median: at(0.5),
    low68: at(0.16),
    high68: at(0.84),
    low95: at(0.025),
    high95: at(0.975),
    atEnds: atEnds / flows.length,
  };
}

/** Newton kept inside a bracket; an end of the curve when the draw has no root inside it. */
function rootNear(
  gap: (x: number) => number,
  slope: (x: number) => number,
  from: number,
  start: number,
  end: number,
): number {
  // Head above the curve everywhere: no flow. Below it everywhere: beyond its end.
  let low = start;
  let high = end;
  if (gap(end) > 0) return end;
  if (gap(start) < 0 && slope(start) <= 0) return start;
  let x = Math.min(end, Math.max(start, from));
  for (let i = 0; i < NEWTON_STEPS; i++) {
    const g = gap(x);
    if (g > 0) low = x;
    else high = x;
    const d = slope(x);
    const step = x - g / d;
    const next = step > low && step < high ? step : (low + high) / 2;
    if (Math.abs(next - x) < 1e-9 * end) return next;
    x = next;
  }
  return x;
}
