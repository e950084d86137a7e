/** How far this pump may lie from its sheet: the deviations tried, weighed by what its fingerprints say. */
import { type Situation, speedWasRead } from "../../visit/index.ts";
import { countingHeight } from "../../hydraulics/index.ts";
import { GRAVITY } from "../../quantity/index.ts";
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
  /** Speed a drive or a governor is set to over the expected one, where nobody read it; and how coarse that is. */
  readonly speed: number;
  readonly speedDoubt: number;
  /** NPSH there is beyond what the suction gauge tells, in standard uncertainties of that. */
  readonly npshShift: number;
  readonly log: number;
  /** What the fingerprints teach if it is so. */
  readonly biases: Biases;
  readonly system: FlowPrior | undefined;
}

export const AS_SHEET: readonly [OwnCurve] = [
  {
    flow: 1,
    head: 1,
    speed: 1,
    speedDoubt: 0,
    npshShift: 0,
    log: 0,
    biases: NO_BIASES,
    system: undefined,
  },
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
  const shifts = shiftsOf(situation, model);
  const set = (curves: readonly OwnCurve[]) =>
    curves.flatMap((c) =>
      settings.flatMap((s) =>
        shifts.map((n) => ({ ...c, ...s, ...n, log: c.log + s.log + n.log })),
      ),
    );
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
 * Speeds that drives are set to over the expected one, where nobody read it, with how often. Engines idle or stand at
 * the governor's stop; drives are set to what the place needs.
 */
const SETTINGS = {
  vfd: [
    [1, 0.5],
    [0.93, 0.13],
    [0.86, 0.12],
    [0.79, 0.1],
    [0.72, 0.07],
    [0.65, 0.05],
    [0.58, 0.03],
  ],
  engine: [
    [1, 0.42],
    [0.93, 0.13],
    [0.86, 0.11],
    [0.79, 0.09],
    [0.72, 0.08],
    [0.65, 0.06],
    [0.58, 0.05],
    [0.5, 0.04],
    [0.4, 0.02],
  ],
} as const;
/** Standard deviation of a speed between two of them. */
const BETWEEN_SETTINGS = 0.025;

function settingsOf(situation: Situation) {
  const { driveKind } = situation;
  const read = situation.snapshots.some((s) => s.running && speedWasRead(situation, s));
  if (read || (driveKind !== "vfd" && driveKind !== "engine")) {
    return [{ speed: 1, speedDoubt: 0, log: 0 }];
  }
  const known = driveKind === "engine" ? stopsOf(situation) : undefined;
  return (known ?? SETTINGS[driveKind]).map(([speed, share]) => ({
    speed,
    speedDoubt: BETWEEN_SETTINGS,
    log: Math.log(share),
  }));
}

/**
 * Where an engine may stand of which the register knows the governor's speed, over that: at the governor mostly, at idle
 * seldom, and anywhere between them where a hand is on the lever.
 * @returns undefined where the governor's speed is unknown
 */
function stopsOf({
  engineSpeeds: { governed, idle },
}: Situation): (readonly [speed: number, share: number])[] | undefined {
  if (!governed) return undefined;
  const low = Math.min(LEAST_GAP, idle ? idle / governed : USUAL_IDLE);
  const between = Math.ceil((1 - low) / GAP);
  const step = (1 - low) / between;
  return [
    [1, 0.6],
    ...Array.from(
      { length: between - 1 },
      (_, i) => [1 - (i + 1) * step, 0.3 / (between - 1)] as const,
    ),
    [low, between > 1 ? 0.1 : 0.4],
  ];
}

/** Share of the governed speed that engines idle at, where nobody stated it. */
const USUAL_IDLE = 0.45;
/** Distance between the settings that are tried, over the governor's speed. */
const GAP = 0.07;
/** An idle nearer than this to the governor's speed is none of its own. */
const LEAST_GAP = 0.95;

/** What a gauge that tells the NPSH by itself may be off by, with the normal's shares: it only matters where little is left. */
const SHIFTS = [
  [-1, 0.24],
  [0, 0.4],
  [1, 0.24],
  [2, 0.06],
] as const;
/** NPSH available over what is required at the best point from which on vapour is no matter, whatever the gauge is off by. */
const PLENTY = 2.5;

function shiftsOf(situation: Situation, model: PumpModel) {
  const none = [{ npshShift: 0, log: 0 }];
  if (situation.layout || situation.jet) return none;
  const { atmosphere, liquid } = situation;
  const perMetre = liquid.density * GRAVITY;
  const scarce = situation.snapshots.some(({ running, suction: g }) => {
    if (!running || !g) return false;
    const there = (atmosphere + g.pressure - liquid.vapourPressure) / perMetre + countingHeight(g);
    return there < PLENTY * model.npshr(model.bestFlow);
  });
  return scarce ? SHIFTS.map(([npshShift, share]) => ({ npshShift, log: Math.log(share) })) : none;
}
