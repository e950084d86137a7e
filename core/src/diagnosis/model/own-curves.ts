/** How far this pump may lie from its sheet: the deviations tried, weighed by what its fingerprints say. */
import { type Situation, speedWasRead } from "../../visit/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { experienceOf, teachers } from "./fingerprint.ts";
import type { FlowPrior } from "./flow-prior.ts";
import { type Biases, NO_BIASES } from "./bias.ts";
import { logSum } from "./log-sum.ts";
import { ownTolerance, prepare, TOLERANCE_SIGMAS } from "./preparation.ts";
import type { PumpModel } from "./pump-model.ts";

/** A deviation of this pump from its sheet: factors, and its ln weight. */
export interface OwnCurve {
  readonly flow: number;
  readonly head: number;
  /** Speed a drive or a governor is set to over the sheet's, where nobody read it; and how coarse that is. */
  readonly speed: number;
  readonly speedDoubt: number;
  readonly log: number;
  /** What the fingerprints teach if it is so. */
  readonly biases: Biases;
  readonly system: FlowPrior | undefined;
}

export const AS_SHEET: readonly [OwnCurve] = [
  { flow: 1, head: 1, speed: 1, speedDoubt: 0, log: 0, biases: NO_BIASES, system: undefined },
];
/**
 * Standard deviations from the curve tried when several snapshots share it, with their weights:
 * three-point Gauss–Hermite, exact for what varies up to the fifth power.
 */
const OWN_CURVE_NODES = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const;
/** ln weight below which an own-curve node is not followed. */
const HOPELESS = -9;

/** What is possible of this pump's own deviation from its sheet, with what its fingerprints teach. */
export interface OwnCurves {
  /** If the fingerprints were taken of a sound pump. */
  readonly sound: readonly OwnCurve[];
  /** If as likely as not this condition was there already when they were taken. */
  readonly builtIn: (condition: Condition) => readonly OwnCurve[];
}

/**
 * The own-curve nodes and their ln weights: the normal prior times what the fingerprints say.
 * @param shared - several snapshots share the deviation; otherwise it is part of each reading's spread
 */
export function ownCurves(
  situation: Situation,
  model: PumpModel | undefined,
  shared: boolean,
): OwnCurves {
  if (!model) return { sound: AS_SHEET, builtIn: () => AS_SHEET };
  const settings = settingsOf(situation);
  const set = (curves: readonly OwnCurve[]) =>
    curves.flatMap((c) => settings.map((s) => ({ ...c, ...s, log: c.log + s.log })));
  if (!shared) {
    const sheet = set(AS_SHEET);
    return { sound: sheet, builtIn: () => sheet };
  }
  const t = ownTolerance(situation);
  const prepared = teachers(situation.fingerprints).map((s) => prepare(situation, s, model, true));
  const [asSheet] = AS_SHEET;
  const nodes = OWN_CURVE_NODES.map(([z, weight]): OwnCurve => {
    const node = {
      flow: 1 + (z * t.flow) / TOLERANCE_SIGMAS,
      head: 1 + (z * t.head) / TOLERANCE_SIGMAS,
    };
    const { log, biases, system } = experienceOf(prepared, SOUND, node);
    return { ...asSheet, ...node, log: Math.log(weight) + log, biases, system };
  });
  const sum = logSum(nodes.map((n) => n.log));
  const sound = set(nodes.map((n) => ({ ...n, log: n.log - sum })).filter((n) => n.log > HOPELESS));
  if (prepared.length === 0) return { sound, builtIn: () => sound };
  const soundLog = experienceOf(prepared, SOUND, asSheet).log;
  return {
    sound,
    // How much better the condition explains the fingerprints is told well enough on the sheet's own curve.
    builtIn: (condition) => {
      const { log, biases, system } = experienceOf(prepared, condition, asSheet);
      const there = { ...asSheet, log: log - soundLog, biases, system };
      return [...sound, ...set([there])].map((n) => ({ ...n, log: n.log - Math.LN2 }));
    },
  };
}

/**
 * Speeds that drives are set to over the sheet's, where nobody read it, with how often. Engines idle or stand at
 * the governor's stop; drives are set to what the place needs.
 */
const SETTINGS = {
  vfd: [
    [1, 0.5],
    [0.9, 0.2],
    [0.8, 0.15],
    [0.7, 0.1],
    [0.6, 0.05],
  ],
  engine: [
    [1, 0.45],
    [0.9, 0.2],
    [0.8, 0.13],
    [0.7, 0.1],
    [0.55, 0.07],
    [0.4, 0.05],
  ],
} as const;
/** Standard deviation of a speed between two of them. */
const BETWEEN_SETTINGS = 0.03;

function settingsOf(situation: Situation) {
  const { driveKind } = situation;
  const read = situation.snapshots.some((s) => s.running && speedWasRead(situation, s));
  if (read || (driveKind !== "vfd" && driveKind !== "engine")) {
    return [{ speed: 1, speedDoubt: 0, log: 0 }];
  }
  return SETTINGS[driveKind].map(([speed, share]) => ({
    speed,
    speedDoubt: BETWEEN_SETTINGS,
    log: Math.log(share),
  }));
}
