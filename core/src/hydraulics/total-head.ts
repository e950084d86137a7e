/**
 * Total head from gauges.
 *
 * Datum: shaft centreline (horizontal pumps) or eye of the first-stage impeller (vertical), heights
 * positive up. Source: ISO 9906:2012 annex A. SI throughout.
 */
import { curveEnd, curveStart, type RatedCurve, rootsBetween, valueAt } from "../curve/index.ts";
import { addInSquares, type GaugePa, GRAVITY, type Uncertain } from "../quantity/index.ts";
import { type Pipe, pipeLoss, velocityHead } from "./friction.ts";
import { type LineElement, lineLoss } from "./pipe-line.ts";

export type GaugeLine = "full" | "empty";

/** One pressure gauge as it hangs at the pump. */
export interface GaugeReading {
  readonly pressure: GaugePa;
  /** Standard uncertainty of the pressure [Pa]. */
  readonly u?: number;
  /** From the lowest to the highest mark of its scale [Pa]. */
  readonly span?: number;
  /** Height of the gauge's centre above the datum [m]. */
  readonly gaugeHeight?: number;
  /** Height of the tapping above the datum [m]. */
  readonly tappingHeight?: number;
  /** Whether the line between them stands full of liquid; unknown: by the sign of the reading. */
  readonly line?: GaugeLine;
  /** Bore at the tapping [m]. */
  readonly bore?: number;
}

/** What stands on the suction side: a gauge, or only the level of the source (submerged pumps). */
export type SuctionSide =
  | { readonly kind: "gauge"; readonly gauge: GaugeReading }
  | { readonly kind: "level"; readonly level: number };

export interface HeadMeasurement {
  readonly suction: SuctionSide;
  readonly discharge: GaugeReading;
  /** [kg/m³] */
  readonly density: number;
  /** Pipe between the pump and a discharge gauge far above it (boreholes). */
  readonly riser?: Pipe & { readonly viscosity: number };
  /** The same as a drawn line. */
  readonly riserLine?: { readonly elements: readonly LineElement[]; readonly viscosity: number };
  /** Loss between the level and the pump's inlet, known at one flow (level only) [m³/s], [m]. */
  readonly inletLoss?: { readonly flow: number; readonly head: number };
  /** Standard uncertainty of each height [m]. */
  readonly uHeight?: number;
}

/** Full or empty: as stated, else empty when the gauge shows less than atmosphere. */
export const lineOf = (gauge: GaugeReading): GaugeLine =>
  gauge.line ?? (gauge.pressure < 0 ? "empty" : "full");

/** Height that counts [m]: the gauge's when its line is full, the tapping's when it is empty. */
export function countingHeight(gauge: GaugeReading): number {
  return lineOf(gauge) === "full"
    ? (gauge.gaugeHeight ?? gauge.tappingHeight ?? 0)
    : (gauge.tappingHeight ?? gauge.gaugeHeight ?? 0);
}

/** The part of the total head that does not depend on flow [m]: pressures and heights. */
export function staticPart(m: HeadMeasurement): number {
  const discharge = m.discharge.pressure / (m.density * GRAVITY) + countingHeight(m.discharge);
  if (m.suction.kind === "level") return discharge - m.suction.level;
  const s = m.suction.gauge;
  return discharge - s.pressure / (m.density * GRAVITY) - countingHeight(s);
}

/**
 * The part that follows the flow [m]: velocity heads at the tappings, and what riser and inlet lose.
 * Velocity heads need both bores (one gauge: the discharge bore); otherwise they are left out.
 */
export function flowPart(m: HeadMeasurement, flow: number) {
  const dBore = m.discharge.bore;
  const out = dBore ? velocityHead(flow, dBore) : 0;
  let velocityHeadDifference = 0;
  if (m.suction.kind === "level") velocityHeadDifference = out;
  else if (m.suction.gauge.bore && dBore) {
    velocityHeadDifference = out - velocityHead(flow, m.suction.gauge.bore);
  }
  const riser = m.riser && pipeLoss(m.riser, flow, m.riser.viscosity);
  const line = m.riserLine;
  const inlet = m.suction.kind === "level" ? m.inletLoss : undefined;
  const riserLoss =
    (inlet && inlet.flow > 0 ? inlet.head * (flow / inlet.flow) ** 2 : 0) +
    (riser?.ok ? riser.value.totalLoss : 0) +
    (line ? lineLoss(line.elements, flow, line.viscosity).total : 0);
  return { velocityHeadDifference, riserLoss };
}

/**
 * Total head at a known flow.
 * Formula: H = (p_d − p_s)/(ρ g) + z_d − z_s + (v_d² − v_s²)/2g (+ riser loss).
 * @param flow - [m³/s]
 * @returns head [m]
 */
export function totalHead(m: HeadMeasurement, flow: number): number {
  const { velocityHeadDifference, riserLoss } = flowPart(m, flow);
  return staticPart(m) + velocityHeadDifference + riserLoss;
}

/**
 * Standard uncertainty of the total head [m] from gauges and heights, and from the flow's own
 * uncertainty through the velocity heads. First order (GUM).
 * @param flow - with its standard uncertainty, when metered
 */
export function headUncertainty(m: HeadMeasurement, flow?: Uncertain): number {
  const perPascal = 1 / (m.density * GRAVITY);
  const uHeight = m.uHeight ?? 0;
  const parts = [(m.discharge.u ?? 0) * perPascal, uHeight];
  if (m.suction.kind === "gauge") parts.push((m.suction.gauge.u ?? 0) * perPascal);
  parts.push(uHeight);
  if (flow) {
    const step = Math.max(1e-6, flow.value * 1e-4);
    const up = totalHead(m, flow.value + step);
    const down = totalHead(m, Math.max(0, flow.value - step));
    parts.push(((up - down) / (step + Math.min(step, flow.value))) * flow.u);
  }
  return addInSquares(...parts);
}

/** A flow at which measured head and curve head agree. */
export interface HeadSolution {
  /** [m³/s] */
  readonly flow: number;
  /** [m] */
  readonly head: number;
  /** d(measured head)/dQ − d(curve head)/dQ there [m/(m³/s)]; its inverse carries u(H) to u(Q). */
  readonly slopeGap: number;
}

/**
 * Head and flow solved together when the flow is not metered: every flow inside the curve at which
 * the measured head equals the curve's.
 */
export function solveOnCurve(m: HeadMeasurement, curve: RatedCurve): readonly HeadSolution[] {
  const gap = (q: number) => totalHead(m, q) - (valueAt(curve.head, q) ?? Number.NaN);
  const low = curveStart(curve);
  const high = curveEnd(curve);
  return rootsBetween(gap, low, high).map((flow) => {
    const step = (high - low) * 1e-5;
    const a = Math.max(low, flow - step);
    const b = Math.min(high, flow + step);
    return { flow, head: totalHead(m, flow), slopeGap: (gap(b) - gap(a)) / (b - a) };
  });
}
