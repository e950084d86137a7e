/**
 * NPSH: what the source offers the impeller's eye, and what the pump asks for. SI throughout,
 * heads referred to the pump datum.
 */
import { countingHeight, type GaugeReading, velocityHead } from "../hydraulics/index.ts";
import {
  type AbsolutePa,
  addInSquares,
  type GaugePa,
  GRAVITY,
  type Uncertain,
} from "../quantity/index.ts";
import { DEFAULT_MARGIN, wantedNpsh } from "./margin.ts";

/** Loss of the suction line known at one flow, and how it grows from there. */
export interface LossAtFlow {
  /** [m³/s], above 0 */
  readonly flow: number;
  /** [m] */
  readonly head: number;
  /** Power of the flow it grows with: 2 where nothing is stated, near 1 where a thick liquid runs in layers. */
  readonly exponent?: number;
  /** How well it is known, as a share of it; a drawn line's own. */
  readonly doubt?: number;
}

/** How well a loss is known that somebody stated, as a share of it. */
export const STATED_LOSS_U = 0.3;

/** A suction line as it should be. */
export interface SuctionLayout {
  /** Level of the source above the datum, the pumping level [m]. */
  readonly sourceLevel: number;
  /** Pressure on that surface; 0 gauge when it is open. */
  readonly surfacePressure: GaugePa;
  readonly loss?: LossAtFlow;
}

/** The air and the liquid an NPSH is worked out with. */
export interface SuctionState {
  readonly atmosphere: AbsolutePa;
  readonly vapourPressure: AbsolutePa;
  /** [kg/m³] */
  readonly density: number;
}

/** How a loss grows with the flow where nobody drew the line: fully turbulent. */
const TURBULENT = 2;

/** Loss of a line at another flow [m]; 0 when nothing is known of it. */
export const lossAt = (loss: LossAtFlow | undefined, flow: number): number =>
  loss && loss.flow > 0 ? loss.head * (flow / loss.flow) ** (loss.exponent ?? TURBULENT) : 0;

/**
 * NPSH available from the suction gauge.
 * Formula: (p_atm + p_s − p_v)/(ρ g) + z_s + v_s²/2g. Source: ISO 9906:2012 clause 3.
 * @param flow - for the velocity head at the tapping [m³/s]
 * @returns [m] with the gauge's uncertainty
 */
export function npshFromGauge(gauge: GaugeReading, state: SuctionState, flow: number): Uncertain {
  const perPascal = 1 / (state.density * GRAVITY);
  const value =
    (state.atmosphere + gauge.pressure - state.vapourPressure) * perPascal +
    countingHeight(gauge) +
    (gauge.bore ? velocityHead(flow, gauge.bore) : 0);
  return { value, u: (gauge.u ?? 0) * perPascal };
}

/**
 * NPSH available from the layout.
 * Formula: (p_atm + p_surface − p_v)/(ρ g) + level − loss(Q). Source: ANSI/HI 9.6.1.
 * @returns [m]
 */
export function npshFromLayout(layout: SuctionLayout, state: SuctionState, flow: number): number {
  return (
    (state.atmosphere + layout.surfacePressure - state.vapourPressure) / (state.density * GRAVITY) +
    layout.sourceLevel -
    lossAt(layout.loss, flow)
  );
}

export interface NpshResult {
  /** The gauge's when there is one, else the layout's [m]. */
  readonly available: Uncertain | undefined;
  readonly fromGauge: Uncertain | undefined;
  readonly fromLayout: number | undefined;
  /** Layout − gauge [m]: what the drawing does not explain; negative: more than it should be. */
  readonly unexplainedLoss: Uncertain | undefined;
  /** From the curve at this flow and speed [m]. */
  readonly required: number | undefined;
  readonly margin: number | undefined;
  readonly ratio: number | undefined;
}

export interface NpshInputs {
  readonly gauge?: GaugeReading;
  readonly layout?: SuctionLayout;
  readonly state: SuctionState;
  /** [m³/s]; velocity head and losses are left out when it is unknown. */
  readonly flow?: Uncertain;
  /** NPSH required at that flow and speed [m]. */
  readonly required?: number;
}

/** Both ways to NPSH available, their difference, and the margin over what is required. */
export function npsh(inputs: NpshInputs): NpshResult {
  const { gauge, layout, state, flow, required } = inputs;
  const q = flow?.value ?? 0;
  const fromGauge = gauge && npshFromGauge(gauge, state, q);
  const fromLayout = layout && flow ? npshFromLayout(layout, state, q) : undefined;
  const lost = lossAt(layout?.loss, q);
  const ofFlow =
    layout && flow ? ((layout.loss?.exponent ?? TURBULENT) * lost * flow.u) / Math.max(q, 1e-9) : 0;
  const uLoss = Math.hypot(ofFlow, (layout?.loss?.doubt ?? STATED_LOSS_U) * lost);
  const available =
    fromGauge ?? (fromLayout === undefined ? undefined : { value: fromLayout, u: uLoss });
  return {
    available,
    fromGauge,
    fromLayout,
    unexplainedLoss:
      fromGauge && fromLayout !== undefined
        ? { value: fromLayout - fromGauge.value, u: addInSquares(fromGauge.u, uLoss) }
        : undefined,
    required,
    margin: available && required !== undefined ? available.value - required : undefined,
    ratio: available && required ? available.value / required : undefined,
  };
}

/** The margin asked for by default: the greater of 30 % of NPSH required and 1 m. */
export const targetNpsh = (required: number): number => wantedNpsh(DEFAULT_MARGIN, required);
