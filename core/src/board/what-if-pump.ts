/** Pumps to compare that stand nowhere: this one at another speed or with its wheel turned down, and one of a single rated point. */
import {
  curveAtSpeed,
  curveFromOnePoint,
  scaleCurve,
  TRIM_LIMIT_PERCENT,
  trimScale,
} from "../curve/index.ts";
import { formatNumber } from "../quantity/index.ts";
import type { Situation } from "../visit/index.ts";
import type { ComparedPump } from "./compare-pumps.ts";

/** Why a change cannot be worked out. */
export type WhatIfLack = "curve" | "speed" | "diameter" | "larger";

export interface PumpChange {
  /** [r/min] */
  readonly speed?: number | undefined;
  /** Of the wheel [m]. */
  readonly diameter?: number | undefined;
}

/** Beyond these shares of its rated speed the affinity laws tell little: losses and the margin of the shaft change. */
const SPEEDS = [0.4, 1.2] as const;

/**
 * A pump at another speed, with its wheel turned down, or both, by the affinity laws.
 * @param name - as it is told
 * @returns or what is missing: its curve, its own speed or diameter, or a wheel that is larger than the one it has
 */
export function changedPump(
  name: string,
  { situation }: ComparedPump,
  { speed, diameter }: PumpChange,
): ComparedPump | WhatIfLack {
  const { curve } = situation;
  if (!curve) return "curve";
  if (speed !== undefined && !curve.speed) return "speed";
  if (diameter !== undefined && !curve.diameter) return "diameter";
  const trim = diameter !== undefined && curve.diameter ? diameter / curve.diameter : 1;
  if (trim > 1) return "larger";
  const turned = speed !== undefined && curve.speed ? speed / curve.speed : 1;
  const cut = trim === 1 ? curve : { ...scaleCurve(curve, trimScale(trim)), diameter };
  const says = [
    ...(1 - trim > TRIM_LIMIT_PERCENT / 100
      ? [
          `Its wheel is ${formatNumber(100 * (1 - trim), 2)} % smaller: beyond ${TRIM_LIMIT_PERCENT} % the trim law no longer holds, ask the maker.`,
        ]
      : []),
    ...(trim < 1
      ? [
          "A wheel that is turned down rarely gives quite what the law says: cut half of it, read again.",
        ]
      : []),
    ...(turned < SPEEDS[0] || turned > SPEEDS[1]
      ? [
          `At ${formatNumber(100 * turned, 2)} % of its rated speed shaft, motor and seal have to bear it: ask the maker.`,
        ]
      : []),
  ];
  return {
    name,
    says,
    situation: {
      ...situation,
      curve: curveAtSpeed(cut, speed),
      statedBestFlow:
        situation.statedBestFlow === undefined
          ? undefined
          : situation.statedBestFlow * turned * trim,
    },
  };
}

/** A pump of which one rated point is known, of the kind of the one that stands there. */
export function onePointPump(
  name: string,
  point: { readonly flow: number; readonly head: number; readonly speed?: number | undefined },
  place: Situation,
): ComparedPump | undefined {
  const { flow, head, speed } = point;
  const guessed = curveFromOnePoint(
    { flow, head, ...(speed === undefined ? {} : { speed }) },
    place.stages,
    place.liquid.density,
  );
  if (!guessed.ok) return undefined;
  return {
    name,
    says: [],
    situation: {
      ...place,
      ...{
        curve: guessed.value.curve,
        curves: [guessed.value.curve],
        sheets: [guessed.value.curve],
      },
      ...{ estimatedCurve: true, statedBestFlow: undefined, motor: undefined },
    },
  };
}
