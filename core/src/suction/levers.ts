/**
 * Each way to more NPSH, worked alone on the layout: how far it must be moved for the wanted margin,
 * and what it costs. SI throughout; speeds in r/min.
 */
import {
  curveAtSpeed,
  type RatedCurve,
  readCurve,
  rootsBetween,
  type SystemCurve,
  systemHead,
} from "../curve/index.ts";
import type { LiquidState } from "../liquid/index.ts";
import {
  lossAt,
  npshFromLayout,
  type SuctionLayout,
  type SuctionState,
  targetNpsh,
} from "./npsh.ts";

export interface LeverInputs {
  readonly layout: SuctionLayout;
  readonly state: SuctionState;
  /** At the actual speed. */
  readonly curve: RatedCurve;
  readonly system: SystemCurve;
  /** Present flow [m³/s]. */
  readonly flow: number;
  /** The liquid at another temperature [K]; undefined outside its range. */
  readonly liquidAt?: (temperature: number) => LiquidState | undefined;
  /** Present temperature [K]. */
  readonly temperature?: number;
  /** NPSH wanted for an NPSH required; the default margin when not given. */
  readonly target?: (required: number) => number;
}

export interface Levers {
  /** [m]; negative: there is that much to spare. */
  readonly raiseLevelBy: number;
  /** [m]; null when the whole suction loss is less. */
  readonly cutSuctionLossBy: number | null;
  readonly throttleTo: {
    readonly flow: number;
    readonly pumpHead: number;
    /** Head the throttle valve takes [m]. */
    readonly headBurnedInValve: number;
  } | null;
  readonly slowTo: { readonly speed: number; readonly flow: number; readonly head: number } | null;
  /** [K] */
  readonly coolTo: number | null;
}

/** Lowest water temperature a cooler is asked for [K]. */
const COLDEST = 273.15;
const SPEED_CELLS = 60;

/**
 * All levers. Source: the definitions of NPSH available and required (ANSI/HI 9.6.1) and affinity.
 * Fails with `no-npsh-required` when the curve states none at the present flow.
 */
export function leversOf(inputs: LeverInputs): Levers | "no-npsh-required" {
  const { curve, flow, layout, state } = inputs;
  const target = inputs.target ?? targetNpsh;
  const required = readCurve(curve, flow).npshr;
  if (required === undefined) return "no-npsh-required";
  const short = target(required) - npshFromLayout(layout, state, flow);
  return {
    raiseLevelBy: short,
    cutSuctionLossBy: short <= lossAt(layout.loss, flow) ? short : null,
    throttleTo: throttle(inputs, target),
    slowTo: slow(inputs, target),
    coolTo: cool(inputs, target(required)),
  };
}

type Target = (required: number) => number;

/** Available less wanted at a flow on a curve [m]; NaN where the curve states no NPSH required. */
function surplus(inputs: LeverInputs, target: Target, curve: RatedCurve, flow: number): number {
  const required = readCurve(curve, flow).npshr;
  return required === undefined
    ? Number.NaN
    : npshFromLayout(inputs.layout, inputs.state, flow) - target(required);
}

/** Greatest flow below the present one at which the margin is there. */
function throttle(inputs: LeverInputs, target: Target): Levers["throttleTo"] {
  const { curve, flow, system } = inputs;
  const first = curve.npshr?.x[0] ?? flow;
  const enough = surplus(inputs, target, curve, flow) >= 0;
  const found = enough
    ? flow
    : rootsBetween((q) => surplus(inputs, target, curve, q), first, flow).at(-1);
  const pumpHead = found === undefined ? undefined : readCurve(curve, found).head;
  if (found === undefined || pumpHead === undefined) return null;
  return { flow: found, pumpHead, headBurnedInValve: pumpHead - systemHead(system, found) };
}

/** Highest lower speed at which the duty has its margin. */
function slow(inputs: LeverInputs, target: Target): Levers["slowTo"] {
  const { curve, system } = inputs;
  if (!curve.speed) return null;
  const dutyAt = (speed: number) => {
    const scaled = curveAtSpeed(curve, speed);
    const gap = (q: number) => (readCurve(scaled, q).head ?? Number.NaN) - systemHead(system, q);
    const end = scaled.head.x.at(-1) ?? 0;
    const flow = rootsBetween(gap, scaled.head.x[0] ?? 0, end, 60).at(-1);
    return flow === undefined ? undefined : { flow, scaled };
  };
  const margin = (speed: number): number => {
    const duty = dutyAt(speed);
    return duty ? surplus(inputs, target, duty.scaled, duty.flow) : Number.NaN;
  };
  const enough = margin(curve.speed) >= 0;
  const speed = enough
    ? curve.speed
    : rootsBetween(margin, 0.3 * curve.speed, curve.speed, SPEED_CELLS).at(-1);
  const duty = speed === undefined ? undefined : dutyAt(speed);
  if (speed === undefined || !duty) return null;
  return { speed, flow: duty.flow, head: systemHead(system, duty.flow) };
}

/** Warmest temperature, not above the present one, at which the margin is there. */
function cool(inputs: LeverInputs, wanted: number): number | null {
  const { layout, state, flow, liquidAt, temperature } = inputs;
  if (!liquidAt || temperature === undefined) return null;
  const short = (t: number): number => {
    const liquid = liquidAt(t);
    if (!liquid) return Number.NaN;
    const { density, vapourPressure } = liquid;
    return npshFromLayout(layout, { ...state, density, vapourPressure }, flow) - wanted;
  };
  if (short(temperature) >= 0) return temperature;
  return rootsBetween(short, COLDEST, temperature, 60).at(-1) ?? null;
}
