/**
 * NPSH with several levers moved at once: what the suction budget shows while somebody drags them.
 * Plain data, so that it can be handed to a screen. SI throughout; speeds in r/min.
 */
import {
  curveAtSpeed,
  type RatedCurve,
  readCurve,
  rootsBetween,
  type SystemCurve,
  systemHead,
} from "../curve/index.ts";
import { liquidAt, type LiquidState, type NamedLiquid } from "../liquid/index.ts";
import { type LineElement, lineLoss } from "../hydraulics/index.ts";
import { GRAVITY } from "../quantity/index.ts";
import { leversOf, type Levers } from "./levers.ts";
import { type MarginSetting, wantedNpsh } from "./margin.ts";
import { lossAt, npshFromLayout, type SuctionLayout, type SuctionState } from "./npsh.ts";

export interface LeverModel {
  readonly layout: SuctionLayout;
  readonly state: SuctionState;
  /** At the present speed. */
  readonly curve: RatedCurve;
  readonly system: SystemCurve;
  /** Present flow [m³/s]. */
  readonly flow: number;
  readonly liquid: NamedLiquid;
  /** Present temperature [K]; cold water's when nobody measured it. */
  readonly temperature: number;
  /** The suction line as drawn; lets its loss follow the viscosity. */
  readonly elements: readonly LineElement[];
}

/** How far each lever is moved; all at rest when empty. */
export interface LeverMoves {
  /** Source up, or pump down [m]. */
  readonly levelBy?: number;
  /** Share of the clean suction loss that is left, 0 to 1. */
  readonly lossShare?: number;
  /** [K] */
  readonly temperature?: number;
  /** Speed as share of the present one. */
  readonly speedShare?: number;
  /** Flow throttled to, as share of what the pump would give at that speed. */
  readonly flowShare?: number;
}

export interface MovedNpsh {
  /** [m³/s], [m] */
  readonly flow: number;
  readonly head: number;
  readonly available: number;
  readonly required: number | undefined;
  readonly wanted: number | undefined;
  readonly loss: number;
  readonly vapour: number;
}

/**
 * NPSH with the levers where they stand.
 * @returns undefined when the pump meets its system nowhere at that speed, or the liquid is not known
 *   at that temperature
 */
export function movedNpsh(
  model: LeverModel,
  moves: LeverMoves,
  margin: MarginSetting,
): MovedNpsh | undefined {
  const { curve, system, state } = model;
  const speedShare = moves.speedShare ?? 1;
  const turned = curve.speed ? curveAtSpeed(curve, curve.speed * speedShare) : curve;
  const free = speedShare === 1 ? model.flow : meeting(turned, system);
  if (free === undefined) return undefined;
  const flow = free * (moves.flowShare ?? 1);
  const temperature = moves.temperature ?? model.temperature;
  const liquid =
    temperature === model.temperature ? undefined : liquidAt(model.liquid, temperature);
  if (liquid && !liquid.ok) return undefined;
  const there: SuctionState = liquid
    ? {
        ...state,
        density: liquid.value.density,
        vapourPressure: liquid.value.vapourPressure,
      }
    : state;
  const layout: SuctionLayout = {
    ...model.layout,
    sourceLevel: model.layout.sourceLevel + (moves.levelBy ?? 0),
    loss: lossWith(model, liquid?.value, moves.lossShare ?? 1),
  };
  const required = readCurve(turned, flow).npshr;
  return {
    flow,
    head: readCurve(turned, flow).head ?? systemHead(system, flow),
    available: npshFromLayout(layout, there, flow),
    required,
    wanted: required === undefined ? undefined : wantedNpsh(margin, required),
    loss: lossAt(layout.loss, flow),
    vapour: there.vapourPressure / (there.density * GRAVITY),
  };
}

/** Loss of the line at another viscosity: by its elements when they are drawn. */
function lossWith(
  { layout, elements, flow }: LeverModel,
  liquid: LiquidState | undefined,
  share: number,
): SuctionLayout["loss"] {
  const { loss } = layout;
  if (!loss) return undefined;
  if (!liquid || elements.length === 0) return { ...loss, head: loss.head * share };
  const at = lineLoss(elements, flow, liquid.kinematicViscosity).total;
  return { flow, head: at * share };
}

function meeting(curve: RatedCurve, system: SystemCurve): number | undefined {
  const gap = (q: number) => (readCurve(curve, q).head ?? Number.NaN) - systemHead(system, q);
  return rootsBetween(gap, curve.head.x[0] ?? 0, curve.head.x.at(-1) ?? 0, 80).at(-1);
}

/** Warmest temperature a thick liquid is warmed to [K]. */
const WARMEST = 353.15;

export interface AllLevers extends Levers {
  /** Warm a thick liquid to [K]: its lower viscosity cuts the loss of the line. */
  readonly warmTo: number | null;
}

/** Every lever solved alone. Fails as {@link leversOf}. */
export function allLevers(
  model: LeverModel,
  margin: MarginSetting,
): AllLevers | "no-npsh-required" {
  const known = (t: number): LiquidState | undefined => {
    const state = liquidAt(model.liquid, t);
    return state.ok ? state.value : undefined;
  };
  const target = (required: number) => wantedNpsh(margin, required);
  const found = leversOf({ ...model, target, liquidAt: known });
  if (found === "no-npsh-required") return found;
  const spare = (t: number): number => {
    const moved = movedNpsh(model, { temperature: t }, margin);
    return moved?.wanted === undefined ? Number.NaN : moved.available - moved.wanted;
  };
  const helps = found.raiseLevelBy > 0 && spare(model.temperature + 5) > -found.raiseLevelBy;
  const warmTo = helps ? rootsBetween(spare, model.temperature, WARMEST, 40)[0] : undefined;
  return { ...found, warmTo: warmTo ?? null };
}
