/** A snapshot made ready for the forward model: its pump, its suction, its system, its readings. */
import { curveTolerance } from "../../curve/index.ts";
import { countingHeight } from "../../hydraulics/index.ts";
import { GRAVITY } from "../../quantity/index.ts";
import type { LossAtFlow } from "../../suction/index.ts";
import {
  layoutOf,
  pumpSpeed,
  ratedSpeed,
  type Situation,
  type Snapshot,
  speedIsSet,
  speedWasRead,
  toleranceOf,
} from "../../visit/index.ts";
import { inCircuit } from "./circuit.ts";
import { type Condition, eased, inGears } from "./condition.ts";
import { emptyLikelihood, type SnapshotLikelihood } from "./flow-integral.ts";
import type { FlowPrior } from "./flow-prior.ts";
import { LEVEL_U, type Setting, type SuctionModel } from "./operating-state.ts";
import type { OwnCurve } from "./own-curves.ts";
import { type PumpModel, STEADY_POWER, VAPOUR_POWER } from "./pump-model.ts";
import type { CurveSpread, ReadingEvidence } from "./reading-evidence.ts";
import { readingsOf } from "./readings.ts";
import { type Remedy, remedyBefore } from "./remedy.ts";
import { surroundingsOf, type Surroundings } from "./scene.ts";

/** How widely ln k of a system scatters round its drawing. */
const SYSTEM_SPREAD = { drawn: 0.1, guessedStatic: 0.18, guessed: 0.4 } as const;

/** Pumps are chosen to run a little left of their best point, mostly between 0.65 and 1.1 of it. */
const USUAL_DUTY = 0.9;

/** Static heads tried where nobody stated one, as shares of the duty's head. */
const UNSTATED_STATIC = [0.25, 0.5, 0.75] as const;

export interface Prepared {
  readonly snapshot: Snapshot;
  /** Its curve, or a placeholder where nobody has one. */
  readonly pump: PumpModel;
  readonly readings: readonly ReadingEvidence[];
  readonly suction: SuctionModel;
  readonly flowPrior: FlowPrior;
  /** Actual over rated speed with nothing wrong; whether a tachometer fixed it. */
  readonly speedRatio: number;
  readonly speedMeasured: boolean;
  /** The speed is whatever a drive or a governor is set to; whether that was read. */
  readonly speedIsSet: boolean;
  /** The motor sits on the pump's shaft: it can be slower than the mains have it, but not by much. */
  readonly coupled: boolean;
  /** How people see it. */
  readonly surroundings: Surroundings;
  /** What was done before it was taken. */
  readonly remedy: Remedy | undefined;
  readonly scratch: SnapshotLikelihood;
}

/** One snapshot made ready for many evaluations. */
export function prepare(
  situation: Situation,
  snapshot: Snapshot,
  model: PumpModel | undefined,
  shared: boolean,
): Prepared {
  const pump = model ?? placeholderFor(situation);
  const asSet = withSetting(situation, snapshot);
  const speed = pumpSpeed(situation, asSet);
  const rated = ratedSpeed(situation);
  // A jet's table is for its motor on the mains, at whatever speed that gives.
  const fixed = situation.jet !== undefined && situation.curve === undefined;
  const speedRatio = speed && rated && !fixed ? speed.value / rated : 1;
  const spread = curveSpread(situation, pump, shared);
  const readings = readingsOf(situation, asSet, model, spread).filter(
    (r) => r.kind !== "speed-setting" || asSet === snapshot,
  );
  const flowPrior = flowPriorOf(situation, snapshot, pump, speedRatio);
  return {
    snapshot,
    pump,
    readings,
    suction: suctionModel(situation, snapshot, pump),
    flowPrior,
    speedRatio,
    speedMeasured: speedWasRead(situation, asSet),
    speedIsSet: speedIsSet(situation),
    coupled: situation.driveStated && situation.driveKind === "direct",
    surroundings: surroundingsOf(situation, snapshot, flowPrior, ownTolerance(situation).head),
    remedy: remedyBefore(situation, snapshot),
    scratch: emptyLikelihood(readings.length),
  };
}

/** What a drive or a governor was set to when somebody read it holds for the whole visit. */
function withSetting(situation: Situation, snapshot: Snapshot): Snapshot {
  if (!speedIsSet(situation) || speedWasRead(situation, snapshot)) return snapshot;
  const read = situation.snapshots.find((s) => s.running && speedWasRead(situation, s));
  if (!read) return snapshot;
  const { speed, frequency } = read;
  return {
    ...snapshot,
    ...(speed ? { speed } : {}),
    ...(frequency === undefined ? {} : { frequency }),
  };
}

/** A pump nobody has a rating of: flat placeholders, so that suction and drive can still speak. */
const PLACEHOLDER: PumpModel = {
  bestFlow: 0.01,
  bestHead: 30,
  bestPower: undefined,
  powerDoubt: 0.25,
  powerFollows: VAPOUR_POWER,
  reach: 0.02,
  shutOffHead: 36,
  head: (q) => Math.max(0, 36 - 6 * (q / 0.01) ** 2),
  steepness: () => 0.6,
  power: () => Number.NaN,
  npshr: () => 2.5,
  npshrKnown: false,
};

/** Share of its plate power that a motor mostly gives at the duty: they are chosen with some in hand. */
const USUAL_LOAD = 0.72;

function placeholderFor({ duty, motor, jet }: Situation): PumpModel {
  const bestPower = motor && USUAL_LOAD * motor.power;
  const best = duty?.flow ?? PLACEHOLDER.bestFlow;
  const loaded: PumpModel = bestPower
    ? {
        ...PLACEHOLDER,
        bestPower,
        powerFollows: jet ? STEADY_POWER : VAPOUR_POWER,
        power: (q) => bestPower * (0.5 + 0.5 * Math.min(1.4, q / best)),
      }
    : PLACEHOLDER;
  if (!duty) return loaded;
  const { flow, head } = duty;
  return {
    ...loaded,
    bestFlow: flow,
    bestHead: head,
    reach: 2 * flow,
    shutOffHead: 1.2 * head,
    head: (q) => Math.max(0, head * (1.2 - 0.2 * (q / flow) ** 2)),
  };
}

/** Table tolerance of a displacement or jet rating, as a share of flow. */
const TABLE_TOLERANCE = 0.05;

/** Standard deviations an acceptance tolerance stands for: most pumps that are kept lie inside. */
export const TOLERANCE_SIGMAS = 2;

/** What is left of a grade once a pump has passed an acceptance test with calibrated gauges. */
const ACCEPTED = curveTolerance("1B");

/** How far this pump may lie from its sheet at most: flow, head, power. */
export function ownTolerance(situation: Situation) {
  if (situation.displacement) return { flow: TABLE_TOLERANCE, head: 0, power: 0.1 };
  if (situation.jet && !situation.curve) return { flow: TABLE_TOLERANCE, head: 0.06, power: 0.2 };
  const sheet = toleranceOf(situation);
  // A fire-water pump was accepted at its three points, whatever grade its sheet was drawn to.
  return situation.family === "fire" && !situation.estimatedCurve
    ? {
        ...sheet,
        head: Math.min(sheet.head, ACCEPTED.head),
        flow: Math.min(sheet.flow, ACCEPTED.flow),
      }
    : sheet;
}

/**
 * What a deviation shared by all snapshots leaves to each: the width of one node and the curve's own
 * shape, as a share of the tolerance.
 */
const OWN_SHAPE = 0.5;

/**
 * Spread of this pump round its sheet that goes into each reading: all of it for a single snapshot,
 * the width of one node when the deviation itself is summed over.
 */
function curveSpread(
  situation: Situation,
  { powerDoubt }: PumpModel,
  shared: boolean,
): CurveSpread {
  const t = ownTolerance(situation);
  const part = shared ? OWN_SHAPE : 1;
  return {
    head: (part * t.head) / TOLERANCE_SIGMAS,
    flow: (part * t.flow) / TOLERANCE_SIGMAS,
    power: Math.hypot(Math.max(0.02, (part * t.power) / TOLERANCE_SIGMAS), powerDoubt),
  };
}

/** Clean loss taken for a suction nobody drew [m at the duty]. */
const USUAL_SUCTION_LOSS = 0.8;

function suctionModel(situation: Situation, snapshot: Snapshot, pump: PumpModel): SuctionModel {
  const layout = layoutOf(situation, snapshot);
  const { atmosphere, liquid } = situation;
  const referenceFlow = designOf(situation, pump).flow;
  const perMetre = liquid.density * GRAVITY;
  const air = atmosphere - liquid.vapourPressure;
  // A submerged inlet has no pipe, and a jet's table has its own in it.
  const none = situation.installation === "submerged" || situation.jet !== undefined;
  const levelRead = snapshot.level !== undefined;
  const loss = lossOf(
    layout?.loss ?? situation.suctionSide.loss,
    referenceFlow,
    none ? 0 : undefined,
  );
  if (layout) {
    const still = (air + layout.surfacePressure) / perMetre + layout.sourceLevel;
    return {
      still,
      ...loss,
      measured: false,
      levelRead,
      doubt: LEVEL_U[levelRead ? "today" : "register"],
    };
  }
  const gauge = snapshot.suction;
  if (gauge) {
    const still = (air + gauge.pressure) / perMetre + countingHeight(gauge);
    return { still, ...loss, measured: true, levelRead, doubt: (gauge.u ?? 0) / perMetre };
  }
  const { surfacePressure } = situation.suctionSide;
  return {
    still: surfacePressure === undefined ? undefined : (air + surfacePressure) / perMetre,
    ...loss,
    measured: false,
    levelRead,
    doubt: LEVEL_U.unwritten,
  };
}

const lossOf = (
  loss: LossAtFlow | undefined,
  referenceFlow: number,
  usual: number = USUAL_SUCTION_LOSS,
) => ({
  loss: loss?.head ?? usual,
  referenceFlow: loss?.flow ?? referenceFlow,
  exponent: loss?.exponent ?? 2,
});

function flowPriorOf(
  situation: Situation,
  snapshot: Snapshot,
  pump: PumpModel,
  speedRatio: number,
): FlowPrior {
  if (snapshot.valve === "shut") return { kind: "none" };
  const limit = pump.reach * Math.max(0.6, speedRatio);
  const { staticHead } = situation;
  const design = designOf(situation, pump);
  const { flow, head } = design;
  if (atHeader(situation, snapshot)) return { kind: "anywhere", limit };
  if (snapshot.valve === "throttled") {
    // Throttled from where it ran, which more often than not is no more than its duty.
    return { kind: "anywhere", limit: Math.min(limit * 0.85, 1.1 * flow) };
  }
  const knownStatic = inCircuit(situation) ? 0 : staticHead;
  const usable = knownStatic !== undefined && knownStatic < 0.97 * head ? knownStatic : undefined;
  const statics = usable === undefined ? UNSTATED_STATIC.map((share) => share * head) : [usable];
  const spread = design.stated
    ? usable === undefined
      ? SYSTEM_SPREAD.guessedStatic
      : SYSTEM_SPREAD.drawn
    : SYSTEM_SPREAD.guessed;
  return {
    kind: "system",
    limit,
    headDoubt: ownTolerance(situation).head / TOLERANCE_SIGMAS,
    curves: statics.map((staticHead) => ({
      staticHead,
      logK: Math.log(head - staticHead) - 2 * Math.log(flow),
      spread,
      weight: 1 / statics.length,
    })),
  };
}

/** Flows further apart than this were set apart, as a share of the smaller. */
const SET_APART = 0.05;

/**
 * Whether a fire-water pump was run into its test header: more flows than its demand takes, or at another
 * flow than in another reading with the same valve. What the house's system would let through says nothing then.
 */
function atHeader({ family, duty, ratedPoint, snapshots }: Situation, snapshot: Snapshot): boolean {
  const flow = snapshot.flow?.value;
  if (family !== "fire" || flow === undefined || snapshot.valve === "shut") return false;
  const demand = Math.max(duty?.flow ?? 0, ratedPoint?.flow ?? 0);
  if (demand > 0 && flow > (1 + SET_APART) * demand) return true;
  return snapshots.some((s) => {
    const other = s.valve === snapshot.valve ? s.flow?.value : undefined;
    return other !== undefined && Math.abs(other - flow) > SET_APART * Math.min(other, flow);
  });
}

/**
 * The duty the system was laid out for: as stated; else the flow its clean suction loss was reckoned
 * at, on the curve; else what is usual.
 */
function designOf({ duty, suctionSide }: Situation, pump: PumpModel) {
  if (duty) return { ...duty, stated: true };
  const flow = suctionSide.loss?.flow;
  if (flow !== undefined && pump.head(flow) > 0) {
    return { flow, head: pump.head(flow), stated: true };
  }
  const usual = USUAL_DUTY * pump.bestFlow;
  return { flow: usual, head: pump.head(usual), stated: false };
}

/** Speed that a motor on the shaft may lose to its supply, and how rare more of it is (ln): that is a coupling's end. */
const COUPLED = { most: 0.2, rarity: 3 } as const;

/** ln rarity of a condition on this pump, whatever is read. */
export const unlikelyHere = ({ coupled }: Prepared, { slow }: Condition): number =>
  coupled && slow > COUPLED.most ? COUPLED.rarity : 0;

/** Where the pump stands under a condition, with its own deviation from the sheet. */
export function settingOf(
  p: Prepared,
  condition: Condition,
  own: Pick<OwnCurve, "flow" | "head"> &
    Partial<Pick<OwnCurve, "speed" | "speedDoubt" | "npshShift">>,
): Setting {
  const { valve } = p.snapshot;
  const closed = valve === "shut" || valve === "throttled";
  const here = p.pump.flowAtHead ? inGears(condition, p.pump.powerWhenThicker) : condition;
  const shaped = closed ? eased(here) : here;
  const full = 1 - condition.slow;
  // Where it is set low and that is the trouble, it was meant to run as the sheet says.
  const set = condition.slow > 0 && p.speedIsSet ? 1 : (own.speed ?? 1);
  // A measured speed is the speed, whatever made it so.
  const speedRatio = p.speedMeasured ? p.speedRatio : p.speedRatio * condition.speed * full * set;
  return {
    pump: p.pump,
    suction: p.suction,
    condition: shaped,
    speedRatio,
    meantSpeed: p.speedIsSet ? Math.min(1, speedRatio / full) : 1,
    npshShift: own.npshShift ?? 0,
    speedDoubt: p.speedMeasured ? 0 : (own.speedDoubt ?? 0),
    ownFlow: own.flow,
    ownHead: own.head,
    shut: p.snapshot.valve === "shut",
  };
}
