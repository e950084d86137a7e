/** Whether a value can be at all: asked about at once, kept with a reason. */
import {
  formatNumber,
  parseQuantity,
  prettyUnit,
  type Quantity,
  toUnit,
  type Unit,
} from "@yard-tack/core/quantity";
import type { PumpDto } from "@/features/yard";
import { gaugeInUse, sideOf } from "./gauge-in-use";
import type { SheetState } from "./sheet-state";

const ATMOSPHERE = 101_325;
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
}

/** Limits of a slot of the sheet; a slot that is no gauge of the pump has no range. */
export function limitsOf(pump: PumpDto, notes: SheetState["notes"], slot: string): Limits {
  const side = sideOf(slot.replace(/^(before|after|other)\./, ""));
  return {
    range: side ? gaugeInUse(pump, notes, side).range : undefined,
    plateCurrent: plateCurrent(pump),
  };
}

/** A question about a value that parses but can hardly be; undefined when there is none. */
export function doubtAbout(
  q: Quantity,
  { range, plateCurrent: plate }: Limits,
): string | undefined {
  if (q.dimension === "pressure") {
    const gauge = q.reference === "absolute" ? q.si - ATMOSPHERE : q.si;
    if (gauge < -ATMOSPHERE * 1.005) return "That is below a perfect vacuum.";
    const ends = range?.map((r) => parseQuantity(r, "pressure"));
    const [low, high] = (ends ?? []).map((e) => (e.ok ? e.value.si : Number.NaN));
    if (high !== undefined && gauge > high * 1.02)
      return `That is beyond the end of this gauge (${range?.[1] ?? ""}).`;
    if (low !== undefined && gauge < low - 0.02 * ATMOSPHERE)
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

const NAMES: Readonly<Partial<Record<Quantity["dimension"], string>>> = {
  flow: "A flow",
  speed: "A speed",
  current: "A clamp's reading",
  voltage: "A voltage",
};

const nameOf = (q: Quantity): string => NAMES[q.dimension] ?? "This";

function plateCurrent(pump: PumpDto): number | undefined {
  const raw = pump.motor?.["current"];
  const parsed = typeof raw === "string" ? parseQuantity(raw, "current") : undefined;
  return parsed?.ok ? parsed.value.si : undefined;
}
