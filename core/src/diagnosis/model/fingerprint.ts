/**
 * What the snapshots of a sound pump teach about the next visit to it: how far each reading lasts off
 * what the model says, and the system it works on. Like is compared with like then: today's suction with
 * that of the day it was known to be right, whatever the level nobody wrote down.
 */
import type { Snapshot } from "../../visit/index.ts";
import type { Condition } from "./condition.ts";
import type { FlowPrior, SystemCurve } from "./flow-prior.ts";
import {
  emptyLikelihood,
  FREEDOM,
  freeHead,
  integrateFlow,
  logDensity,
  logSeen,
} from "./flow-integral.ts";
import { type Bias, type Biases, withBias } from "./bias.ts";
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import { type Prepared, settingOf } from "./preparation.ts";
import { expectedAt, type ReadingKind } from "./reading-evidence.ts";
import { changedSystem } from "./system-flow.ts";

/** What is known of a plant from its fingerprints. */
export interface Experience {
  /** ln chance of their readings. */
  readonly log: number;
  readonly biases: Biases;
  /** The system they were taken on; undefined when none ran on it. */
  readonly system: FlowPrior | undefined;
}

/** A bias on the day it was learned, and the variance that comes back until the next visit. */
interface Fresh extends Bias {
  readonly forgotten: number;
}

interface Learnt extends Omit<Experience, "biases"> {
  readonly biases: ReadonlyMap<ReadingKind, Fresh>;
}

const NONE: Learnt = { log: 0, biases: new Map(), system: undefined };

/**
 * Variance that has come back since, as a share of all there was: lines are changed, windings age. Less
 * where it is known how far a thing wanders: a level nobody knew is still nearly where it was.
 */
const FORGOTTEN = 0.1;
/** No readings place a system closer than this [ln k]. */
const LEAST_SPREAD = 0.02;
/** How far a system moves from visit to visit, as a spread of ln k. */
const MOVED = 0.1;

/** The latest snapshots of fingerprints that are learnt from: older ones tell of another pump by now. */
const LEARNT_FROM = 6;

/** Snapshots of fingerprints that teach. */
export const teachers = (fingerprints: readonly Snapshot[]): readonly Snapshot[] =>
  fingerprints.filter((s) => s.running).slice(-LEARNT_FROM);

/**
 * What fingerprints teach.
 * @param condition - of the pump when they were taken
 * @param own - factors this pump is off its sheet by
 */
export function experienceOf(
  fingerprints: readonly Prepared[],
  condition: Condition,
  own: { readonly flow: number; readonly head: number },
): Experience {
  const learnt = fingerprints.reduce(
    (known, p) => learn(known, p, settingOf(p, condition, own)),
    NONE,
  );
  return {
    log: learnt.log,
    biases: new Map([...learnt.biases].map(([kind, bias]) => [kind, aged(bias)])),
    system: learnt.system && moved(learnt.system),
  };
}

const aged = ({ mean, variance, forgotten }: Fresh): Bias => ({
  mean,
  variance: Math.min(1, variance + forgotten),
});

function moved(system: FlowPrior): FlowPrior {
  if (system.kind !== "system") return system;
  const curves = system.curves.map((c) => ({ ...c, spread: Math.hypot(c.spread, MOVED) }));
  return { ...system, curves };
}

/** A flow the pump may have run at, its state there, and what it makes of the readings. */
interface Moment {
  readonly state: OperatingState;
  readonly weight: number;
  /** ln chance of each reading. */
  readonly logs: readonly number[];
  readonly log: number;
}

function learn(known: Learnt, p: Prepared, setting: Setting): Learnt {
  const clean = p.flowPrior.kind === "system" ? (known.system ?? p.flowPrior) : p.flowPrior;
  const prior = changedSystem(clean, setting);
  const likelihood = emptyLikelihood(p.readings.length, true);
  integrateFlow(setting, p.readings, prior, likelihood, known.biases);
  const expectations = p.readings.map((r) => withBias(r, setting, known.biases));
  const moments = (likelihood.nodes ?? []).map(({ flow, weight }): Moment => {
    const state = emptyState();
    operate(setting, flow, state);
    const logs = p.readings.map(({ seen }, i) => {
      const e = expectations[i];
      return e ? logSeen(seen, e, state) : 0;
    });
    return { state, weight, logs, log: logs.reduce((a, b) => a + b, 0) };
  });
  const biases = new Map(known.biases);
  p.readings.forEach((reading, i) => {
    const bias = biasOf(i, setting, p, moments, known.biases.get(reading.kind));
    if (bias) biases.set(reading.kind, bias);
  });
  return {
    log: known.log + likelihood.logTotal,
    biases,
    // A system that the condition changed says little of the clean one.
    system:
      prior.kind === "system" && prior === clean ? seenOn(prior, setting, moments) : known.system,
  };
}

/**
 * One reading's lasting deviation after it was seen, by Kalman's rule. The flow is taken as the other
 * readings have it: a reading that chose the flow itself would agree with it.
 */
function biasOf(
  i: number,
  setting: Setting,
  { readings }: Prepared,
  moments: readonly Moment[],
  before: Bias | undefined,
): Fresh | undefined {
  const reading = readings[i];
  if (!reading) return undefined;
  const e = reading.under(setting);
  const top = Math.max(...moments.map((m) => m.log - (m.logs[i] ?? 0)));
  const sums = { all: 0, gap: 0, gap2: 0, variance: 0, lasting: 0 };
  for (const { state, weight, log, logs } of moments) {
    const share = weight * Math.exp(log - (logs[i] ?? 0) - top);
    const { predicted, variance: spread, lasting: part } = expectedAt(e, state);
    const gap = reading.seen - predicted;
    sums.all += share;
    sums.gap += share * gap;
    sums.gap2 += share * gap * gap;
    sums.variance += share * spread;
    sums.lasting += share * part;
  }
  const lasting = sums.lasting / sums.all;
  if (!(lasting > 0)) return undefined;
  const gap = sums.gap / sums.all;
  const byFlow = Math.max(0, sums.gap2 / sums.all - gap * gap);
  const passing = Math.max(0, sums.variance / sums.all - lasting * lasting) + byFlow;
  // Where errors go one way, the prior is the narrower on the other side.
  const narrower = gap < 0 ? (e.below ?? 1) : 1;
  const { mean, variance } = before ?? { mean: 0, variance: 1 / narrower ** 2 };
  const surprise = gap - mean * lasting;
  const whole = passing + variance * lasting * lasting;
  // A reading far off teaches less, as its Student-t says.
  const robustWeight = (FREEDOM + 1) / (FREEDOM + (surprise * surprise) / whole);
  const gain = (variance * lasting) / (variance * lasting * lasting + passing / robustWeight);
  return {
    mean: mean + gain * surprise,
    variance: variance * (1 - gain * lasting),
    forgotten: Math.min(FORGOTTEN, ((reading.wanders ?? Infinity) / lasting) ** 2),
  };
}

/** The system as those moments show it: the chance, the middle and the spread of each of its curves. */
function seenOn(
  prior: Extract<FlowPrior, { kind: "system" }>,
  setting: Setting,
  moments: readonly Moment[],
): FlowPrior {
  const fits = prior.curves.map((curve) => fitOf(curve, setting, moments));
  const all = fits.reduce((sum, f) => sum + f.chance, 0);
  if (!(all > 0)) return prior;
  return {
    ...prior,
    curves: prior.curves.flatMap((curve, c) => {
      const fit = fits[c];
      if (!fit || fit.chance < 1e-6 * all) return [];
      return [{ ...curve, logK: fit.logK, spread: fit.spread, weight: fit.chance / all }];
    }),
  };
}

function fitOf(curve: SystemCurve, setting: Setting, moments: readonly Moment[]) {
  const top = Math.max(...moments.map((m) => m.log));
  const points = moments.flatMap(({ state, log }) => {
    const left = freeHead(setting, state) - curve.staticHead;
    if (!(left > 0 && state.flow > 0)) return [];
    const at = Math.log(left / state.flow ** 2);
    return [{ at, height: Math.exp(log - top + logDensity(curve, at)) }];
  });
  const sums = { all: 0, first: 0, second: 0 };
  points.forEach(({ at, height }, j) => {
    const width = Math.abs((points[j + 1]?.at ?? at) - (points[j - 1]?.at ?? at)) / 2;
    sums.all += width * height;
    sums.first += width * height * at;
    sums.second += width * height * at * at;
  });
  const logK = sums.all > 0 ? sums.first / sums.all : curve.logK;
  const spread = Math.sqrt(Math.max(LEAST_SPREAD ** 2, sums.second / sums.all - logK * logK));
  return { chance: curve.weight * sums.all, logK, spread: sums.all > 0 ? spread : curve.spread };
}
