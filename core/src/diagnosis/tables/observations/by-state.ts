/**
 * Observations that people make of a state, whatever brought it about: how likely they are at it.
 *
 * Too little flow is complained of when there is too little flow, not because a wheel is worn: a cause
 * that leaves the duty nearly alone is not complained of, however often its worse cases are. So these
 * rates hang on how far the pump is from its duty, its NPSH or its plate. Figures are round: judgement.
 */
import type { CauseId, ObservationId } from "../../../case/index.ts";
import { chanceBelow } from "../../../quantity/index.ts";
import type { Scene } from "../../model/scene.ts";
import { NO_START } from "./row.ts";

export interface StateRow {
  /** Chance that it is told at this state. */
  readonly at: (scene: Scene) => number;
  /** Chance that it is told though the state is no reason. */
  readonly stray: number;
  /** Causes that are a reason of their own, beside the state of this moment: they keep their row's rate. */
  readonly keeps: readonly CauseId[];
}

/** 0 at `none`, 1 at `full`, straight between. */
const ramp = (value: number, none: number, full: number): number =>
  Math.min(1, Math.max(0, (value - none) / (full - none)));

/** Missing flow that nobody misses, and that everybody does, as shares of what should come. */
const UNNOTICED = 0.95;
const PLAIN = 0.8;
/** Below this nothing worth the name comes out. */
const NOTHING_COMES = 0.08;

/** Where nobody knows the suction: a cause that is vapour, and one that may bring it. */
const UNSEEN = { must: 0.85, may: 0.35 } as const;

/** Vapour collapsing at the eye, loud enough to hear. */
export function vapourHeard({ state, setting }: Scene): number {
  const { condition: c, suction, pump } = setting;
  if (c.dead || c.vapour === "must-not") return 0;
  if (suction.still === undefined) return UNSEEN[c.vapour];
  const short = 1.1 * state.npshr + 0.2 - state.npsha;
  return chanceBelow(short / (pump.npshrKnown ? 0.4 : 1));
}

/** Flow that turns back in the wheel far below the best point. */
export function recirculationHeard({ state, setting }: Scene): number {
  if (setting.condition.dead) return 0;
  const share = state.innerFlow / (setting.pump.bestFlow * setting.speedRatio);
  return ramp(share, 0.5, 0.3);
}

/** Flow that rushes through the rim far beyond the best point. */
export function runOutHeard({ state, setting }: Scene): number {
  if (setting.condition.dead) return 0;
  return ramp(state.innerFlow / (setting.pump.bestFlow * setting.speedRatio), 1.15, 1.5);
}

/** Liquids people call hot [K]: 50 to 60 °C. */
const CALLED_HOT = { from: 323, surely: 333 } as const;

/** Causes that need not show while somebody reads gauges. */
const NOT_TODAY: readonly CauseId[] = [
  "foot-valve-leak",
  "vortexing",
  "control-fault",
  "capacitor-weak",
  ...NO_START,
];

export const BY_STATE: Readonly<Partial<Record<ObservationId, StateRow>>> = {
  "complaint.low-flow": {
    at: ({ flowShare: q }) => (q < NOTHING_COMES ? 0.15 : 0.55 * ramp(q, UNNOTICED, PLAIN)),
    stray: 0.02,
    keeps: NOT_TODAY,
  },
  "complaint.no-flow": {
    at: ({ flowShare: q }) => 0.6 * ramp(q, 0.18, 0.05),
    stray: 0.005,
    keeps: NOT_TODAY,
  },
  "complaint.low-pressure": {
    at: ({ headShare: h }) => 0.45 * ramp(h, 0.97, 0.8),
    stray: 0.03,
    keeps: ["discharge-gauge-fault", "vortexing", ...NO_START],
  },
  "complaint.not-delivering-duty": {
    at: ({ flowShare: q, headShare: h }) =>
      q < NOTHING_COMES ? 0.06 : 0.15 * Math.max(ramp(q, UNNOTICED, PLAIN), ramp(h, 0.97, 0.8)),
    stray: 0.02,
    keeps: [],
  },
  "complaint.noisy": {
    at: (scene) => 0.65 * vapourHeard(scene),
    stray: 0.06,
    keeps: [
      "bearing-defect",
      "suction-layout",
      "suction-air-leak",
      "vortexing",
      "mechanical-drag",
      "impeller-loose",
      "air-trap",
      "impeller-clogged",
      "phase-loss",
      "capacitor-weak",
      "discharge-airlock",
      "supply-imbalance",
      "winding-fault",
      "viscous-liquid",
      "not-primed",
      "check-valve-passing",
      "short-cycling",
      ...NO_START,
    ],
  },
  "noise.gravel": {
    at: (scene) => 0.8 * vapourHeard(scene),
    stray: 0.01,
    keeps: ["suction-air-leak", "vortexing"],
  },
  "noise.rumble": {
    at: (scene) => 0.3 * recirculationHeard(scene),
    stray: 0.02,
    keeps: [
      "bearing-defect",
      "impeller-clogged",
      "impeller-loose",
      "suction-layout",
      "mechanical-drag",
    ],
  },
  "throttled.quieter": {
    at: (scene) => 0.8 * vapourHeard(scene),
    stray: 0.05,
    keeps: ["vortexing", "suction-air-leak", "suction-layout"],
  },
  // A thermometer says it better: where it was read, "hot" adds nothing about the cause.
  "water.liquid-hot": {
    at: ({ setting, surroundings: { temperature } }) =>
      temperature === undefined
        ? setting.condition.vapour === "must"
          ? 0.3
          : 0.03
        : 0.5 * ramp(temperature, CALLED_HOT.from, CALLED_HOT.surely),
    stray: 0.01,
    keeps: [],
  },
  "control.hand-mode-no-pump": {
    at: ({ flowShare: q }) => 0.3 * ramp(q, 0.12, 0.04),
    stray: 0.02,
    keeps: ["phase-loss", "capacitor-weak", ...NO_START],
  },
  "control.hand-mode-pumps": {
    at: ({ flowShare: q }) => 0.28 * ramp(q, 0.04, 0.12),
    stray: 0.02,
    keeps: ["capacitor-weak", ...NO_START],
  },
  "complaint.trips": {
    at: ({ state, surroundings: { allowedPower } }) =>
      allowedPower && state.power > 0 ? 0.4 * ramp(state.power / allowedPower, 0.95, 1.15) : 0,
    stray: 0.015,
    keeps: [
      "shaft-jammed",
      "phase-loss",
      "winding-fault",
      "low-voltage",
      "capacitor-weak",
      "supply-imbalance",
      "loose-terminal",
      "mechanical-drag",
      "short-cycling",
    ],
  },
};
