/** Whether a value can be at all: asked about at once, kept with a reason. */
import { parseQuantity, type Quantity } from "../quantity/index.ts";
import type { VisitState } from "./fold.ts";
import type { Instrument } from "./gauges.ts";
import { gaugeInUse, sideOf } from "./gauge-in-use.ts";
import type { PumpView } from "./pump-view.ts";

/** Largest values any pump of this trade shows [SI]. */
const LARGEST: Readonly<Partial<Record<Quantity["dimension"], number>>> = {
  pressure: 1e7,
  flow: 5,
  speed: 1500,
  current: 3000,
  voltage: 20_000,
  length: 1000,
};

/** What a reading is held against: the gauge it was read on, the plate of its motor. */
export interface Limits {
  readonly range?: readonly [string, string] | undefined;
  /** Full-load current of the plate [A]. */
  readonly plateCurrent?: number | undefined;
  /** Pressure of the air at the pump [Pa]. */
  readonly atmosphere: number;
}

/** Limits of a strip; one that is no gauge of the pump has no range. */
export function limitsOf(
  pump: { readonly instruments: readonly Instrument[]; readonly view: PumpView },
  visit: Pick<VisitState, "notes">,
  slot: string,
): Limits {
  const side = sideOf(slot.replace(/^(before|after|other)\./, ""));
  return {
    range: side ? gaugeInUse(pump, visit, side).range : undefined,
    plateCurrent: pump.view.plate.current,
    atmosphere: pump.view.atmosphere,
  };
}

/** What is hard to believe of a value; the words stand in `words`. */
export type Doubt =
  | { readonly code: "below-vacuum" | "negative"; readonly quantity: Quantity }
  | {
      readonly code: "beyond-gauge" | "before-gauge";
      readonly quantity: Quantity;
      /** The end of the gauge, as written. */
      readonly end: string;
    }
  | { readonly code: "more-than-any"; readonly quantity: Quantity }
  | { readonly code: "more-than-plate"; readonly quantity: Quantity; readonly plate: number };

/** A needle against its stop is read a little beyond it. */
const ROUNDING = 0.005;
/** Beyond the end of a gauge by more than this share it cannot point, nor before its start by so much air. */
const PLAY = 0.02;
/** More than this many times the plate's current no motor draws for long. */
const START_RATIO = 8;
const MAY_BE_NEGATIVE: readonly Quantity["dimension"][] = ["pressure", "length", "temperature"];

/** A question about a value that parses but can hardly be; undefined when there is none. */
export function doubtAbout(quantity: Quantity, limits: Limits): Doubt | undefined {
  const { range, plateCurrent: plate, atmosphere } = limits;
  const { dimension, si, reference } = quantity;
  if (dimension === "pressure") {
    const gauge = reference === "absolute" ? si - atmosphere : si;
    if (gauge < -atmosphere * (1 + ROUNDING)) return { code: "below-vacuum", quantity };
    const ends = range?.map((r) => parseQuantity(r, "pressure"));
    const [low, high] = (ends ?? []).map((e) => (e.ok ? e.value.si : Number.NaN));
    if (high !== undefined && gauge > high * (1 + PLAY))
      return { code: "beyond-gauge", quantity, end: range?.[1] ?? "" };
    if (low !== undefined && gauge < low - PLAY * atmosphere)
      return { code: "before-gauge", quantity, end: range?.[0] ?? "" };
  }
  if (si < 0 && !MAY_BE_NEGATIVE.includes(dimension)) return { code: "negative", quantity };
  const most = LARGEST[dimension];
  if (most !== undefined && Math.abs(si) > most) return { code: "more-than-any", quantity };
  if (dimension === "current" && plate !== undefined && si > START_RATIO * plate)
    return { code: "more-than-plate", quantity, plate };
  return undefined;
}
