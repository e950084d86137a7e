/** The forward model: what a pump in some condition does at a flow. */
import { keptByVapour } from "../../suction/index.ts";
import type { Condition } from "./condition.ts";
import type { PumpModel } from "./pump-model.ts";

/** Standard uncertainty of a level read today, of one that only the register has, and of one nobody wrote down [m]. */
export const LEVEL_U = { today: 0.15, register: 0.35, unwritten: 1.2 } as const;

/** What the model needs of the suction side, in metres of liquid. */
export interface SuctionModel {
  /**
   * Atmosphere + surface pressure − vapour pressure + level: NPSH available with no loss. Undefined where
   * nobody knows it: the pipe loses its head all the same.
   */
  readonly still: number | undefined;
  /** Clean loss at the reference flow. */
  readonly loss: number;
  /** Power of the flow it grows with. */
  readonly exponent: number;
  readonly referenceFlow: number;
  /** `still` comes from the gauge itself: losses are in it already. */
  readonly measured: boolean;
  /** Somebody read the level on the day. */
  readonly levelRead: boolean;
  /** Standard uncertainty of `still` [m]. */
  readonly doubt: number;
}

/** Filled anew for each evaluation; one object is reused because millions are made. */
export interface OperatingState {
  /** Delivered flow [m³/s]. */
  flow: number;
  /** Through the wheel [m³/s]: delivered plus leakage and what runs back. */
  innerFlow: number;
  /** [m] */
  head: number;
  /** Shaft power [W]; NaN when the sheet has none. */
  power: number;
  /** Suction loss, clean and extra [m]. */
  suctionLoss: number;
  /** NPSH that is missing beside what is known [m], negative where there is more, and how far the source fell for it. */
  missing: number;
  fall: number;
  npsha: number;
  npshr: number;
  /** Share of the head that vapour takes. */
  vapourLoss: number;
}

export const emptyState = (): OperatingState => ({
  flow: 0,
  innerFlow: 0,
  head: 0,
  power: 0,
  suctionLoss: 0,
  missing: 0,
  fall: 0,
  npsha: 0,
  npshr: 0,
  vapourLoss: 0,
});

/** Where a pump of this condition stands on its curve, apart from the flow. */
export interface Setting {
  readonly pump: PumpModel;
  readonly suction: SuctionModel;
  readonly condition: Condition;
  /** Actual over rated speed, the condition's own slowing included. */
  readonly speedRatio: number;
  /** Speed it is meant to run at over the rated one: what a drive or a governor was set to on purpose. */
  readonly meantSpeed: number;
  /** How little is known of the actual speed, as a share of it. */
  readonly speedDoubt: number;
  /** NPSH there is beyond what the gauge tells, in standard uncertainties of that. */
  readonly npshShift: number;
  /** This pump's deviation from its sheet: factors on flow and head. */
  readonly ownFlow: number;
  readonly ownHead: number;
  /** Its own discharge valve is shut: nothing can run back from outside. */
  readonly shut: boolean;
}

/**
 * Head, power and suction at a delivered flow.
 *
 * Leakage follows q = leak · Q_bep √(H/H_bep); an inner obstruction costs head with Q²; gas costs
 * head and power by volume; vapour costs 3 % of head where NPSH available equals required and
 * steeply more below (the definition of NPSH3 and its usual fall).
 */
export function operate(at: Setting, flow: number, out: OperatingState): void {
  const { pump, suction, condition: c, speedRatio: r } = at;
  const r2 = r * r;
  const bestFlow = pump.bestFlow * r;
  const bestHead = pump.bestHead * r2;
  if (c.dead) {
    out.flow = flow;
    out.innerFlow = flow;
    out.head = c.dead.head * r2 * pump.shutOffHead;
    out.power = c.dead.power * r2 * r * (pump.bestPower ?? Number.NaN);
    out.suctionLoss = 0;
    out.missing = 0;
    out.fall = 0;
    out.npsha = suction.still ?? Number.NaN;
    out.npshr = r2 * pump.npshr(0, r);
    out.vapourLoss = 0;
    return;
  }
  const flowScale = r * c.curveFlow * at.ownFlow;
  const headScale = r2 * c.curveHead * at.ownHead;
  const back = c.leak + (at.shut ? 0 : c.passing);
  suctionAt(at, flow, out);
  const filled = pump.flowAtHead ? filledAt(at, flow) : 1;
  let inner = flow;
  let head = headScale * pump.head(inner / filled / flowScale, r);
  if (back > 0 && pump.flowAtHead) {
    head = uprightHead(at, flow, back, filled);
    inner = flow + back * bestFlow * Math.sqrt(head / bestHead);
  } else if (back > 0) {
    for (let i = 0; i < 3; i++) {
      inner = flow + back * bestFlow * Math.sqrt(Math.max(0, head) / bestHead);
      head = headScale * pump.head(inner / flowScale, r);
    }
  }
  if (c.thickHead > 0) head *= 1 - c.thickHead * Math.min(1.5, (inner / bestFlow) ** 0.75);
  if (c.innerLoss > 0) {
    const share = inner / bestFlow;
    head = Math.max(0, head - c.innerLoss * bestHead * share * share);
  }
  let power = r2 * r * c.curvePower * at.ownHead * pump.power(inner / filled / flowScale, r);

  out.npshr = r2 * pump.npshr(inner / flowScale, r);

  if (c.gas > 0) {
    const held = gasHeadFactor(c.gas);
    head *= held;
    power *= 0.5 + 0.5 * held;
  }
  if (pump.flowAtHead) {
    // Gears that fill in part move less and press on: what they turn against stays.
    out.vapourLoss = 1 - filled;
  } else if (mayBoil(at)) {
    const held = keptByVapour(npshRatio(at, out));
    head *= held;
    power *= 1 - pump.powerFollows * (1 - held);
    out.vapourLoss = 1 - held;
  } else out.vapourLoss = 0;
  out.flow = flow;
  out.innerFlow = inner;
  out.head = head;
  out.power = c.drag > 0 ? power + c.drag * r * (pump.bestPower ?? Number.NaN) : power;
}

const mayBoil = ({ condition: { vapour }, suction }: Setting): boolean =>
  vapour === "must" || (vapour === "may" && suction.still !== undefined);

/** What the suction side shows and leaves at a flow: what runs back inside or through a standby is not drawn up again. */
function suctionAt(at: Setting, flow: number, out: OperatingState): void {
  const { suction, condition: c } = at;
  const share = flow / suction.referenceFlow;
  const clean = suction.exponent === 2 ? share * share : share ** suction.exponent;
  out.suctionLoss = suction.loss * c.suctionThick * clean + c.suctionLoss * share * share;
  out.missing = missingOf(at);
  out.fall = c.fallen && !suction.measured && !suction.levelRead ? Math.max(0, out.missing) : 0;
  out.npsha =
    suction.still === undefined
      ? Number.NaN
      : suction.still - (suction.measured ? 0 : out.suctionLoss) - out.missing;
}

/** Least that gears short of NPSH still take in, as a share. */
const LEAST_FILLED = 0.03;

/** Share in which gears fill at a flow: what they need to fill falls with how far they do. */
export function filledAt(at: Setting, flow: number): number {
  if (!mayBoil(at)) return 1;
  const { pump, speedRatio: r } = at;
  suctionAt(at, flow, filling);
  filling.npshr = r * r * pump.npshr(0, r);
  return Math.min(1, Math.max(LEAST_FILLED, npshRatio(at, filling)));
}

const filling = emptyState();

const UPRIGHT_HALVINGS = 24;

/** Head of a pump whose flow hardly hangs on it, with something running back: looked for along the head [m]. */
function uprightHead(
  { pump, condition: c, speedRatio: r }: Setting,
  flow: number,
  back: number,
  filled: number,
): number {
  let low = 0;
  let high = pump.shutOffHead * c.curveHead;
  for (let i = 0; i < UPRIGHT_HALVINGS; i++) {
    const mid = (low + high) / 2;
    const made =
      filled * r * c.curveFlow * (pump.flowAtHead?.(mid / (r * r * c.curveHead), r) ?? 0);
    const runsBack = back * pump.bestFlow * r * Math.sqrt(mid / (pump.bestHead * r * r));
    if (made - runsBack > flow) low = mid;
    else high = mid;
  }
  return low;
}

/**
 * Head kept with gas at the eye: five percent lost for each percent of gas up to a tenth, nothing much left
 * beyond 0.15. Source: published tests of radial wheels handling air, 1 to 7 % by volume.
 */
const gasHeadFactor = (gas: number): number =>
  Math.max(0.03, 1 - 5 * gas - 8 * Math.max(0, gas - 0.1));

/** Head at a flow under a setting [m]: for pictures of the curve. */
export function headUnder(at: Setting, flow: number): number {
  const state = emptyState();
  operate(at, flow, state);
  return state.head;
}

/**
 * What the best suction designs need of the NPSH a usual pump needs: head is only taken off where no
 * pump would do. Suction specific speed 250 against 180, to the power 4/3.
 */
const LEAST_NPSHR = 0.65;

/**
 * NPSH available over required, as far as it takes head off. Where nobody knows what is available, the share that is
 * missing at the reference flow stays missing at all: what is required follows the flow, so that the pump settles at
 * the flow that its suction can feed.
 */
function npshRatio(at: Setting, { npsha, npshr }: OperatingState): number {
  const { pump, suction, condition: c } = at;
  const must = c.vapour === "must";
  if (must && suction.still === undefined)
    return ((1 - shareMissing(c.shortBy)) * neededOf(at)) / Math.max(npshr, 0.1);
  const least = pump.npshrKnown || must ? npshr : LEAST_NPSHR * npshr;
  return npsha / Math.max(least, 0.1);
}

/** NPSH required at the reference flow [m]. */
const neededOf = ({ pump, suction, speedRatio: r }: Setting): number =>
  r * r * pump.npshr(suction.referenceFlow / r, r);

/** How far what a wheel needs lies from its sheet's, or from what is usual, as a share. */
const NPSHR_DOUBT = { sheet: 0.08, guess: 0.3 } as const;

/** Standard uncertainty of NPSH available less required [m]. */
export const marginDoubt = (
  { suction, pump }: Pick<Setting, "suction" | "pump">,
  npshr: number,
): number =>
  Math.hypot(suction.doubt, (pump.npshrKnown ? NPSHR_DOUBT.sheet : NPSHR_DOUBT.guess) * npshr);

/** NPSH that is missing beside what is known [m]: so many of its standard uncertainties. */
function missingOf(at: Setting): number {
  const { suction, condition: c, npshShift } = at;
  const doubts = c.vapour === "must" ? c.shortBy : -npshShift;
  if (suction.still === undefined || doubts === 0) return 0;
  return doubts * marginDoubt(at, neededOf(at));
}

/** Share of the NPSH required that is missing where nothing is known of it, from next to none to nearly all. */
const shareMissing = (shortBy: number): number => 1 - Math.exp(-Math.max(0.1, shortBy + 1.7) / 6);
