/** Whether a value can be at all: asked about at once, kept with a reason. */
import {
  formatNumber,
  parseQuantity,
  prettyUnit,
  type Quantity,
  toUnit,
  type Unit,
} from "../quantity/index.ts";
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

/** A question about a value that parses but can hardly be; undefined when there is none. */
export function doubtAbout(
  q: Quantity,
  { range, plateCurrent: plate, atmosphere }: Limits,
): string | undefined {
  if (q.dimension === "pressure") {
    const gauge = q.reference === "absolute" ? q.si - atmosphere : q.si;
    if (gauge < -atmosphere * (1 + ROUNDING)) return "That is below a perfect vacuum here.";
    const ends = range?.map((r) => parseQuantity(r, "pressure"));
    const [low, high] = (ends ?? []).map((e) => (e.ok ? e.value.si : Number.NaN));
    if (high !== undefined && gauge > high * 1.02)
      return `That is beyond the end of this gauge (${range?.[1] ?? ""}).`;
    if (low !== undefined && gauge < low - 0.02 * atmosphere)
      return `That is below the start of this gauge (${range?.[0] ?? ""}).`;
  }
  if (
    q.dimension !== "pressure" &&
    q.dimension !== "length" &&
    q.dimension !== "temperature" &&
    q.si < 0
  ) {
    return `${nameOf(q)} cannot be negative.`;
  }
  const most = LARGEST[q.dimension];
  if (most !== undefined && Math.abs(q.si) > most) {
    return `${formatNumber(toUnit(q.si, q.unit as Unit))} ${prettyUnit(q.unit)} is more than any pump of this kind shows.`;
  }
  if (q.dimension === "current" && plate !== undefined && q.si > 8 * plate) {
    return `That is more than eight times the plate's ${formatNumber(plate)} A.`;
  }
  return undefined;
}

/** A needle against its stop is read a little beyond it. */
const ROUNDING = 0.005;

const NAMES: Readonly<Partial<Record<Quantity["dimension"], string>>> = {
  flow: "A flow",
  speed: "A speed",
  current: "A clamp's reading",
  voltage: "A voltage",
};

const nameOf = (q: Quantity): string => NAMES[q.dimension] ?? "This";
