/** A pump's rating tabulated for many evaluations, with the tails the sheet does not show. */
import { bestEfficiencyFlow, curveEnd, type RatedCurve, valueAt } from "../../curve/index.ts";
import {
  type DisplacementRating,
  displacementFlow,
  displacementNpshr,
  displacementPower,
} from "../../displacement/index.ts";
import { velocityHead } from "../../hydraulics/index.ts";
import { jetFlow, type JetRating } from "../../jet/index.ts";
import { GRAVITY } from "../../quantity/index.ts";
import { lossAt } from "../../suction/index.ts";
import type { Situation } from "../../visit/index.ts";

const CELLS = 96;
/** A jet's lines bend where its table changes from one lift to the next: they are cut finer. */
const JET_CELLS = 400;
/** How far past the sheet's last point the model looks, as a share of its flow. */
const REACH = 1.35;

export interface PumpModel {
  /** Best-point flow [m³/s] and head [m] at rated speed. */
  readonly bestFlow: number;
  readonly bestHead: number;
  /** Shaft power there [W]; undefined when nothing tells it. */
  readonly bestPower: number | undefined;
  /** How widely the power scatters round the model's own, as a share: nothing where a sheet has it. */
  readonly powerDoubt: number;
  /** Share of the head that vapour or gas takes which the power falls by: a jet's wheel works on what it has itself. */
  readonly powerFollows: number;
  /** Greatest flow tabulated [m³/s]. */
  readonly reach: number;
  readonly shutOffHead: number;
  /**
   * Head [m], never below 0. Like power and NPSH required it is carried to another speed by affinity outside; what does
   * not follow affinity (gears slip by pressure, whatever they turn at) is told the speed ratio and gives what affinity
   * will bring to the right figure.
   */
  readonly head: (flow: number, speedRatio?: number) => number;
  /** Head lost in percent for each percent of flow, there: how a deviation in flow shows in head. */
  readonly steepness: (flow: number) => number;
  /** Shaft power [W]; NaN when unknown. */
  readonly power: (flow: number, speedRatio?: number) => number;
  /** NPSH required [m], estimated when the sheet has none. */
  readonly npshr: (flow: number, speedRatio?: number) => number;
  readonly npshrKnown: boolean;
  /**
   * Flow at a head where head hardly depends on flow the other way round: for positive displacement,
   * whose flow is looked for along the head. Undefined for all others.
   */
  readonly flowAtHead?: (head: number, speedRatio?: number) => number;
  /** How many times the power, with liquid so many times as thick in gears. */
  readonly powerWhenThicker?: (times: number) => number;
}

/** The model of whatever rating a pump has; undefined when it has none. */
export function modelOf(situation: Situation): PumpModel | undefined {
  const { curve, displacement, jet } = situation;
  if (curve) return curveModel(curve);
  if (displacement) return displacementModel(displacement, situation);
  return jet && jetModel(jet, situation);
}

/**
 * Tabulates a curve. Beyond its last point head continues with its last slope growing steeper,
 * power stays level and NPSH required grows with the square of flow.
 * @param curve - as the sheet says; its rated speed serves the estimate of NPSH required
 */
export function curveModel(curve: RatedCurve): PumpModel {
  const end = curveEnd(curve);
  const reach = end * REACH;
  const bestFlow = bestEfficiencyFlow(curve) ?? 0.7 * end;
  const bestHead = valueAt(curve.head, bestFlow) ?? 0;
  const head = table(reach, (q) => Math.max(0, extended(curve.head, q)));
  const usual = usualPower(bestFlow, bestHead);
  const power = table(reach, (q) =>
    curve.power ? Math.max(0, levelled(curve.power, q)) : usual(q / bestFlow),
  );
  const required = curve.npshr;
  const guess = typicalNpshr(curve.speed ?? 1450, bestFlow);
  const npshr = table(reach, (q) =>
    required ? squared(required, q) : guess * (0.6 + 0.4 * (q / bestFlow) ** 2),
  );
  return {
    bestFlow,
    bestHead,
    bestPower: power(bestFlow),
    powerDoubt: curve.power ? 0 : USUAL_POWER_U,
    powerFollows: VAPOUR_POWER,
    reach,
    shutOffHead: head(0),
    head,
    steepness: steepnessOf(head, reach),
    power,
    npshr,
    npshrKnown: required !== undefined,
  };
}

/** Power lost with the head that vapour takes, as a share of it: 0.45 to 0.75 of published falls. */
export const VAPOUR_POWER = 0.6;

/** The same of a jet pump: its motor's load barely moves. */
export const STEADY_POWER = 0.15;

/** Power most pumps of a size take: how widely they scatter, as a share. */
const USUAL_POWER_U = 0.09;

/**
 * Shaft power most radial pumps of this duty take [W] against flow over best-point flow, for sheets
 * without power. Efficiency at the best point 0.6 at 1 L/s, growing by 0.05 with each e-fold; half of the
 * power at shut-off. Source: usual efficiencies of single-stage pumps, ±0.05.
 */
function usualPower(bestFlow: number, bestHead: number): (share: number) => number {
  const efficiency = Math.min(0.85, Math.max(0.35, 0.6 + 0.05 * Math.log(bestFlow * 1000)));
  const best = (WATER_WEIGHT * bestFlow * bestHead) / efficiency;
  return (x) => best * (0.5 + 0.6 * x - 0.1 * x * x);
}

/** Weight of a cubic metre of water [N]. */
const WATER_WEIGHT = 9790;

/**
 * NPSH required that most pumps of this speed and flow have at best efficiency [m].
 * Formula: (n √Q / S)^(4/3) with suction specific speed S = 180 (r/min, m³/s, m).
 * Source: usual range 140 to 220, ANSI/HI 9.6.1.
 */
const typicalNpshr = (speed: number, flow: number): number =>
  ((speed * Math.sqrt(flow)) / 180) ** (4 / 3);

/** Head a displacement model is followed to, as a multiple of its duty: its relief lies below. */
const DISPLACEMENT_REACH = 2.5;
/** Pressure over its setting at which a relief valve passes all the pump gives, as a factor. */
const RELIEF_FULL = 1.25;

/**
 * A positive-displacement pump: flow falls with pressure by its slip alone, so head against flow is
 * nearly upright.
 */
function displacementModel(
  rating: DisplacementRating,
  { liquid, duty, relief }: Pick<Situation, "liquid" | "duty" | "relief">,
): PumpModel {
  const perMetre = liquid.density * GRAVITY;
  const viscosity = liquid.kinematicViscosity;
  const first = rating.points[0];
  const speed = first?.speed ?? 1000;
  const usual = duty ? duty.head * perMetre : (first?.pressure ?? 3e5);
  const flowAt = (pressure: number) => displacementFlow(rating, speed, pressure, viscosity);
  const open = flowAt(0);
  // A table without slip still leaks a little; the line must not stand quite upright.
  const slope = Math.max(open - flowAt(usual), 0.003 * open) / usual;
  const pressureAt = (q: number) => Math.max(0, open - q) / slope;
  const reach = open * 1.001;
  const most =
    (relief && relief > 0 ? RELIEF_FULL * Math.max(relief, usual) : DISPLACEMENT_REACH * usual) /
    perMetre;
  const npshr = displacementNpshr(rating, speed, viscosity);
  // The swept flow follows the speed, what slips hangs on pressure alone.
  const trueHead = (q: number, r: number) =>
    Math.min(most, pressureAt(q * r + open * (1 - r)) / perMetre);
  const powerAt = (r: number, pressure: number, times = 1) =>
    displacementPower(rating, speed * r, pressure, viscosity * times) ?? Number.NaN;
  return {
    bestFlow: open - slope * usual,
    bestHead: usual / perMetre,
    bestPower: displacementPower(rating, speed, usual, viscosity),
    powerDoubt: 0,
    powerFollows: VAPOUR_POWER,
    reach,
    shutOffHead: most,
    head: (q, r = 1) => trueHead(q, r) / r ** 2,
    // Followed along its head: a deviation in flow is no deviation in head.
    steepness: () => 0,
    power: (q, r = 1) => powerAt(r, trueHead(q, r) * perMetre) / r ** 3,
    npshr: (_, r = 1) =>
      npshr === undefined
        ? 2.5
        : (displacementNpshr(rating, speed * r, viscosity) ?? npshr) / r ** 2,
    npshrKnown: npshr !== undefined,
    flowAtHead: (head, r = 1) => (open * r - slope * head * r ** 2 * perMetre) / r,
    powerWhenThicker: (times) => powerAt(1, usual, times) / powerAt(1, usual),
  };
}

/** A jet pump at the lift of its layout: head against flow from its table; its motor's load barely moves. */
function jetModel(
  jet: JetRating,
  {
    liquid,
    layout,
    duty,
    motor,
    ports,
  }: Pick<Situation, "liquid" | "layout" | "duty" | "motor" | "ports">,
): PumpModel | undefined {
  const perMetre = liquid.density * GRAVITY;
  const lift = layout ? -layout.sourceLevel : (jet.lines[0]?.lift ?? 0);
  const pressures = jet.lines.flatMap((l) => l.flow.x);
  const [least, most] = [Math.min(...pressures), Math.max(...pressures)];
  // The table gives the pressure a gauge shows; the head has the velocity in it too.
  const velocity = (q: number) => (ports.discharge ? velocityHead(q, ports.discharge) : 0);
  // The loss of the drawn pipe deepens the lift with the flow.
  const lossOf = (q: number) => lossAt(layout?.loss, q);
  const flowAt = (pressure: number, deeper: number) => {
    const q = jetFlow(jet, lift + deeper, pressure);
    return q.ok ? q.value : 0;
  };
  let reach = flowAt(least, 0);
  for (let i = 0; i < 20; i++) reach = flowAt(least, lossOf(reach));
  if (!(reach > 0)) return undefined;
  const pressureAt = (q: number): number => {
    if (q >= reach) return least * Math.max(0, 1 - 3 * (q / reach - 1));
    let [low, high] = [least, most];
    for (let i = 0; i < 30; i++) {
      const mid = (low + high) / 2;
      if (flowAt(mid, lossOf(q)) > q) low = mid;
      else high = mid;
    }
    return low;
  };
  const head = table(
    reach * REACH,
    (q) => Math.max(0, pressureAt(q) / perMetre + velocity(q) + lift + lossOf(q)),
    JET_CELLS,
  );
  const bestFlow = Math.min(duty?.flow ?? 0.6 * reach, reach);
  const power = motor ? JET_LOAD * motor.power : Number.NaN;
  return {
    bestFlow,
    bestHead: head(bestFlow),
    bestPower: motor && power,
    powerDoubt: 0,
    powerFollows: STEADY_POWER,
    reach: reach * REACH,
    shutOffHead: head(0),
    head,
    steepness: steepnessOf(head, reach * REACH),
    power: () => power,
    npshr: () => 2.5,
    npshrKnown: false,
  };
}

/** Load a jet pump's motor works at, when nothing else is known of it. */
const JET_LOAD = 0.85;

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

/** A curve that falls more steeply than this is not told from one that falls so [% per %]. */
const STEEPEST = 4;

function steepnessOf(head: (q: number) => number, reach: number): (q: number) => number {
  const step = reach / CELLS;
  return table(reach, (q) => {
    const here = head(q);
    if (here <= 0 || q <= 0) return 0;
    const fall = (head(Math.max(q - step, 0)) - head(q + step)) / (Math.min(q, step) + step);
    return Math.min(STEEPEST, Math.abs((fall * q) / here));
  });
}

const clampTo = (column: Column, q: number): number =>
  Math.min(Math.max(q, column.x[0] ?? 0), column.x[column.x.length - 1] ?? 0);

function table(
  reach: number,
  f: (q: number) => number,
  cells: number = CELLS,
): (q: number) => number {
  const values = Float64Array.from({ length: cells + 2 }, (_, i) => f((reach * i) / cells));
  const perFlow = cells / reach;
  return (q) => {
    const x = Math.min(Math.max(q * perFlow, 0), cells);
    const i = Math.floor(x);
    const a = values[i] ?? 0;
    return a + (x - i) * ((values[i + 1] ?? a) - a);
  };
}
