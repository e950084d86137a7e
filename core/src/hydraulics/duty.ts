/** Where the pump stands: duty point from a meter, from head and from shaft power, and their quarrel. */
import {
  curveEnd,
  type CurveTolerance,
  flowsAtPower,
  headTolerance,
  type RatedCurve,
  readCurve,
  slopeAt,
} from "../curve/index.ts";
import { addInSquares, K95, type Uncertain } from "../quantity/index.ts";
import { headUncertainty, type HeadMeasurement, solveOnCurve, totalHead } from "./total-head.ts";

/** `vapour`: from the head, by what boiling leaves of the curve. */
export type FlowSource = "meter" | "level-change" | "head" | "vapour" | "power";

export interface FlowEstimate extends Uncertain {
  readonly from: FlowSource;
}

export type DutyVerdict = "within-band" | "below" | "above" | "outside-curve" | "no-curve";

export interface DutyPoint {
  /** [m], undefined without a discharge gauge and a suction gauge or level */
  readonly head: Uncertain | undefined;
  /** Best flow [m³/s], undefined when nothing gives one. */
  readonly flow: FlowEstimate | undefined;
  /** The other ways to the flow. */
  readonly alternatives: readonly FlowEstimate[];
  /** Normalised disagreement of best and first alternative, |Δ|/√(u² + u²). */
  readonly disagreement: number | undefined;
  /** Head against the curve at this flow [%], measured independently of head; else undefined. */
  readonly headAgainstCurve: Uncertain | undefined;
  readonly verdict: DutyVerdict;
  /** Several flows give this head (humped curve). */
  readonly otherRoots: readonly number[];
}

export interface DutyInputs {
  readonly measurement?: HeadMeasurement;
  /** Metered flow [m³/s]. */
  readonly meter?: Uncertain;
  /** Flow from a timed change of level [m³/s]. */
  readonly levelChange?: Uncertain;
  /** Shaft power from the drive's readings [W]. */
  readonly shaftPower?: Uncertain;
  /** Already at the actual speed. */
  readonly curve?: RatedCurve;
  /** The pump boils: what its suction can feed [m³/s]. Neither head nor power tell the flow by the curve then. */
  readonly fed?: Uncertain;
  readonly tolerance: CurveTolerance;
}

/**
 * Works out the duty point. SI throughout.
 *
 * Flow is taken from the meter when there is one, else from a timed level, else from the head by the
 * curve, else from the shaft power. The verdict compares the measured head with the curve at a flow known by other means
 * than the head (meter, else power); it says "below" or "above" only when the 95 % band of the
 * difference is clear of the curve's own tolerance, so that a cheap gauge condemns no pump.
 */
export function dutyPoint(inputs: DutyInputs): DutyPoint {
  const { measurement: m, meter, levelChange, curve, tolerance, fed } = inputs;
  const fromHead = m && curve && !fed ? flowFromHead(m, curve, tolerance) : [];
  const fromPower = curve && !fed ? flowFromPower(inputs, curve) : undefined;
  const estimates: FlowEstimate[] = [];
  if (meter) estimates.push({ ...meter, from: "meter" });
  if (levelChange) estimates.push({ ...levelChange, from: "level-change" });
  const nearest = pickRoot(fromHead, meter ?? levelChange ?? fromPower);
  if (nearest) estimates.push(nearest);
  if (fed) estimates.push({ ...fed, from: "vapour" });
  if (fromPower) estimates.push(fromPower);
  const [flow, ...alternatives] = estimates;
  const rival = alternatives[0];

  const head =
    m && (flow || !m.discharge.bore)
      ? { value: totalHead(m, flow?.value ?? 0), u: headUncertainty(m, meter ?? levelChange) }
      : m && { value: totalHead(m, 0), u: headUncertainty(m) };
  const independent = estimates.find(isIndependent);
  const comparison =
    m && curve && independent ? compareHead(m, curve, independent, tolerance) : undefined;

  return {
    head,
    flow,
    alternatives,
    disagreement:
      flow && rival
        ? Math.abs(flow.value - rival.value) / addInSquares(flow.u, rival.u)
        : undefined,
    headAgainstCurve: comparison?.percent,
    verdict: verdictOf(inputs, fromHead, comparison),
    otherRoots: fromHead.filter((e) => e !== nearest).map((e) => e.value),
  };
}

/** Known by other means than the head: the head can be held against the curve there. */
export const isIndependent = ({ from }: FlowEstimate): boolean =>
  from !== "head" && from !== "vapour";

function flowFromHead(
  m: HeadMeasurement,
  curve: RatedCurve,
  tolerance: CurveTolerance,
): readonly FlowEstimate[] {
  const uMeasured = headUncertainty(m);
  return solveOnCurve(m, curve).map(({ flow, head, slopeGap }) => {
    const slope = readCurve(curve, flow).headSlope ?? 0;
    // The curve's tolerance is a half width; two standard deviations of it cover 95 %.
    const uCurve = (headTolerance(tolerance, flow, head, slope) * head) / 2;
    const steep = Math.max(Math.abs(slopeGap), (0.02 * head) / Math.max(flow, 1e-9));
    const u = Math.min(addInSquares(uMeasured, uCurve) / steep, curveEnd(curve) / 2);
    return { value: flow, u, from: "head" as const };
  });
}

function flowFromPower(inputs: DutyInputs, curve: RatedCurve): FlowEstimate | undefined {
  const { shaftPower, tolerance } = inputs;
  if (!shaftPower || !curve.power) return undefined;
  const roots = flowsAtPower(curve, shaftPower.value);
  // Where power rises and falls again the reading does not decide.
  const [flow] = roots;
  if (flow === undefined || roots.length > 1) return undefined;
  const slope = Math.abs(slopeAt(curve.power, flow) ?? 0);
  const u = addInSquares(shaftPower.u, (tolerance.power * shaftPower.value) / 2) / slope;
  if (!Number.isFinite(u) || u > curveEnd(curve) / 2) return undefined;
  return { value: flow, u, from: "power" };
}

function pickRoot(
  roots: readonly FlowEstimate[],
  guide: Uncertain | undefined,
): FlowEstimate | undefined {
  if (!guide) return roots[roots.length - 1];
  return [...roots].sort(
    (a, b) => Math.abs(a.value - guide.value) - Math.abs(b.value - guide.value),
  )[0];
}

/** Measured head against the curve at an independently known flow. */
function compareHead(
  m: HeadMeasurement,
  curve: RatedCurve,
  flow: Uncertain,
  tolerance: CurveTolerance,
): { readonly percent: Uncertain; readonly tolerancePercent: number } | undefined {
  const at = readCurve(curve, flow.value);
  if (at.head === undefined || at.head <= 0) return undefined;
  const measured = totalHead(m, flow.value);
  const slope = at.headSlope ?? 0;
  const u = addInSquares(headUncertainty(m, flow), slope * flow.u);
  return {
    percent: { value: 100 * (measured / at.head - 1), u: (100 * u) / at.head },
    tolerancePercent: 100 * headTolerance(tolerance, flow.value, at.head, slope),
  };
}

function verdictOf(
  inputs: DutyInputs,
  fromHead: readonly FlowEstimate[],
  comparison: ReturnType<typeof compareHead>,
): DutyVerdict {
  const { measurement: m, curve, meter } = inputs;
  if (!curve) return "no-curve";
  if (meter && meter.value > curveEnd(curve)) return "outside-curve";
  if (comparison) {
    const { percent, tolerancePercent } = comparison;
    if (percent.value + K95 * percent.u < -tolerancePercent) return "below";
    if (percent.value - K95 * percent.u > tolerancePercent) return "above";
    return "within-band";
  }
  if (!m) return "no-curve";
  if (inputs.fed) return "below";
  if (fromHead.length > 0) return "within-band";
  // No flow on the curve gives this head: it is above shut-off or under the curve's end.
  const head = totalHead(m, 0);
  const top = Math.max(...curve.head.y);
  const slack = K95 * headUncertainty(m) + inputs.tolerance.head * top;
  if (head > top + slack) return "above";
  return head > top ? "within-band" : "outside-curve";
}
