/** A snapshot made ready for the forward model: its pump, its suction, its system, its readings. */
import { countingHeight } from "../hydraulics/index.ts";
import { GRAVITY } from "../quantity/index.ts";
import { layoutOf, pumpSpeed, type Situation, type Snapshot, toleranceOf } from "../visit/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import {
  emptyLikelihood,
  type FlowPrior,
  integrateFlow,
  type SnapshotLikelihood,
} from "./flow-integral.ts";
import type { Setting, SuctionModel } from "./operating-state.ts";
import { type PumpModel, pumpModel } from "./pump-model.ts";
import { type CurveSpread, type ReadingEvidence, readingsOf } from "./readings.ts";

/** How widely ln k of a system scatters round its drawing. */
const SYSTEM_SPREAD = { drawn: 0.18, guessedStatic: 0.3, guessed: 0.9 } as const;

export interface Prepared {
  readonly snapshot: Snapshot;
  /** Its curve, or a placeholder where nobody has one. */
  readonly pump: PumpModel;
  readonly readings: readonly ReadingEvidence[];
  readonly suction: SuctionModel | undefined;
  readonly flowPrior: FlowPrior;
  /** Actual over rated speed with nothing wrong; whether a tachometer fixed it. */
  readonly speedRatio: number;
  readonly speedMeasured: boolean;
  readonly scratch: SnapshotLikelihood;
}

/** One snapshot made ready for many evaluations. */
export function prepare(
  situation: Situation,
  snapshot: Snapshot,
  index: number,
  model: PumpModel | undefined,
  shared: boolean,
): Prepared {
  const pump = model ?? placeholderFor(situation);
  const speed = pumpSpeed(situation, snapshot);
  const rated = situation.curve?.speed;
  const speedRatio = speed && rated ? speed.value / rated : 1;
  const readings = readingsOf(situation, snapshot, index, curveSpread(situation, shared));
  return {
    snapshot,
    pump,
    readings,
    suction: suctionModel(situation, snapshot, pump),
    flowPrior: flowPriorOf(situation, snapshot, pump, speedRatio),
    speedRatio,
    speedMeasured: speed?.measured ?? false,
    scratch: emptyLikelihood(readings.length),
  };
}

/** A pump nobody has a curve of: flat placeholders, so that suction and drive can still speak. */
const PLACEHOLDER: PumpModel = {
  bestFlow: 0.01,
  bestHead: 30,
  bestPower: undefined,
  reach: 0.02,
  shutOffHead: 36,
  head: (q) => Math.max(0, 36 - 6 * (q / 0.01) ** 2),
  power: () => Number.NaN,
  npshr: () => 2.5,
  npshrKnown: false,
};

function placeholderFor(situation: Situation): PumpModel {
  const { duty } = situation;
  if (!duty) return PLACEHOLDER;
  const { flow, head } = duty;
  return {
    ...PLACEHOLDER,
    bestFlow: flow,
    bestHead: head,
    reach: 2 * flow,
    shutOffHead: 1.2 * head,
    head: (q) => Math.max(0, head * (1.2 - 0.2 * (q / flow) ** 2)),
  };
}

/**
 * Spread of this pump round its sheet that goes into each reading: all of it for a single snapshot,
 * the width of one node when several snapshots share the deviation.
 */
function curveSpread(situation: Situation, shared: boolean): CurveSpread | undefined {
  if (!situation.curve) return undefined;
  const t = toleranceOf(situation);
  const part = shared ? 1 / Math.sqrt(12) : 1;
  const slopeShare = 0.6;
  return {
    head: (part * Math.hypot(t.head, slopeShare * t.flow)) / 2,
    power: Math.max(0.02, (part * t.power) / 2),
  };
}

/** Clean loss taken for a suction nobody drew [m at the duty]. */
const USUAL_SUCTION_LOSS = 0.4;

function suctionModel(
  situation: Situation,
  snapshot: Snapshot,
  pump: PumpModel,
): SuctionModel | undefined {
  const layout = layoutOf(situation, snapshot);
  const { atmosphere, liquid, duty } = situation;
  const referenceFlow = duty?.flow ?? pump.bestFlow;
  const perMetre = liquid.density * GRAVITY;
  const air = atmosphere - liquid.vapourPressure;
  if (!layout) {
    const gauge = snapshot.suction;
    if (!gauge) return undefined;
    const still = (air + gauge.pressure) / perMetre + countingHeight(gauge);
    return { still, loss: 0, referenceFlow, measured: true };
  }
  const still = (air + layout.surfacePressure) / perMetre + layout.sourceLevel;
  const { loss } = layout;
  return loss
    ? { still, loss: loss.head, referenceFlow: loss.flow, measured: false }
    : { still, loss: USUAL_SUCTION_LOSS, referenceFlow, measured: false };
}

function flowPriorOf(
  situation: Situation,
  snapshot: Snapshot,
  pump: PumpModel,
  speedRatio: number,
): FlowPrior {
  if (snapshot.valve === "shut") return { kind: "none" };
  const limit = pump.reach * Math.max(0.6, speedRatio);
  if (snapshot.valve === "throttled") return { kind: "anywhere", limit: limit * 0.85 };
  const { duty, staticHead, closedLoop } = situation;
  const flow = duty?.flow ?? pump.bestFlow;
  const head = duty?.head ?? pump.bestHead;
  const knownStatic = closedLoop ? 0 : staticHead;
  const usable = knownStatic !== undefined && knownStatic < 0.97 * head ? knownStatic : undefined;
  const stat = usable ?? 0.35 * head;
  return {
    kind: "system",
    limit,
    staticHead: stat,
    logK: Math.log(head - stat) - 2 * Math.log(flow),
    spread: !duty
      ? SYSTEM_SPREAD.guessed
      : usable === undefined
        ? SYSTEM_SPREAD.guessedStatic
        : SYSTEM_SPREAD.drawn,
  };
}

/** Where the pump stands under a condition, with its own deviation from the sheet. */
export function settingOf(
  p: Prepared,
  condition: Condition,
  own: { readonly flow: number; readonly head: number },
): Setting {
  return {
    pump: p.pump,
    suction: p.suction,
    condition,
    // A measured speed is the speed, whatever made it so.
    speedRatio: p.speedMeasured ? p.speedRatio : p.speedRatio * condition.speed,
    ownFlow: own.flow,
    ownHead: own.head,
  };
}

/**
 * The system as a discharge restriction leaves it: k grows until the flow is short by its share.
 */
export function lessened(prior: FlowPrior, setting: Setting): FlowPrior {
  const lost = setting.condition.flowLost;
  if (lost <= 0 || prior.kind !== "system") return prior;
  const { pump, speedRatio: r } = setting;
  const head = (q: number) => r * r * pump.head(q / r);
  // Flow of the clean system on this curve, by bisection: head falls, system rises.
  const k = Math.exp(prior.logK);
  let low = 0;
  let high = prior.limit;
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (head(mid) > prior.staticHead + k * mid * mid) low = mid;
    else high = mid;
  }
  const wanted = Math.max(low * (1 - lost), 1e-6);
  const left = Math.max(head(wanted) - prior.staticHead, 0.01);
  return {
    ...prior,
    logK: Math.log(left) - 2 * Math.log(wanted),
    spread: Math.hypot(prior.spread, 0.15),
  };
}

/**
 * The healthy pump at its duty with the gauges of a template: for bands before anything is read.
 * The discharge gauge is predicted from the layout, not from a measured suction.
 */
export function settingsForExpectation(situation: Situation, template: Snapshot) {
  const model = situation.curve && pumpModel(situation.curve);
  const suctionOnly = prepare(situation, { ...template, discharge: undefined }, 0, model, false);
  const dischargeOnly = prepare(situation, { ...template, suction: undefined }, 0, model, false);
  const setting = settingOf(dischargeOnly, SOUND, { flow: 1, head: 1 });
  const best = emptyLikelihood(0);
  integrateFlow(setting, [], dischargeOnly.flowPrior, best);
  return {
    setting,
    readings: [...suctionOnly.readings, ...dischargeOnly.readings],
    flow: best.bestFlow,
  };
}
