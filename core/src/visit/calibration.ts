/**
 * Whether what a reading was taken with was still calibrated. It is said, and nothing is taken off the reading: a gauge does
 * not become wrong on a day.
 */
import { gaugeInUse, sideOf } from "./gauge-in-use.ts";
import type { VisitState } from "./fold.ts";
import type { Instrument } from "./gauges.ts";
import type { PositionStrip, Tool } from "./strips.ts";

/** Kinds of instruments besides gauges, by what the tick list calls them. */
export const KIND_OF_TOOL: Readonly<Partial<Record<Tool, string>>> = {
  "clamp meter": "clamp",
  voltmeter: "voltmeter",
  tachometer: "tachometer",
  "flow meter": "flow-meter",
  thermometer: "thermometer",
  "vibration meter": "vibration-meter",
  "power meter": "power-meter",
};

/** An instrument whose calibration had run out. */
export interface RunOut {
  readonly name: string;
  /** The last day it was good for, ISO 8601. */
  readonly goodUntil: string;
}

/**
 * The instrument that a reading was taken with, where its calibration had run out by then. Of clamps, meters and
 * thermometers nobody says which one it was: only where every one of the kind had run out it is known.
 * @param day - of the reading, ISO 8601 with or without its time
 */
export function calibrationRunOut(
  pump: { readonly instruments: readonly Instrument[] },
  visit: Pick<VisitState, "notes">,
  { slot, tool }: Pick<PositionStrip, "slot" | "tool">,
  day: string,
): RunOut | undefined {
  const side = sideOf(slot);
  const used = side ? [gaugeInUse(pump, visit, side).gauge] : ofKind(pump.instruments, tool);
  const over = used.map((i) => i && runOut(i, day));
  const [latest] = over
    .filter((o) => o !== undefined)
    .sort((a, b) => (a.goodUntil < b.goodUntil ? 1 : -1));
  return over.every(Boolean) ? latest : undefined;
}

const runOut = ({ name, goodUntil }: Instrument, day: string): RunOut | undefined =>
  goodUntil !== null && day.slice(0, 10) > goodUntil ? { name, goodUntil } : undefined;

/** The pump's own of a kind, else those of the van. */
function ofKind(all: readonly Instrument[], tool: Tool): readonly Instrument[] {
  const kind = KIND_OF_TOOL[tool];
  const those = all.filter((i) => i.kind === kind && !i.retired);
  const own = those.filter((i) => !i.travels);
  return own.length > 0 ? own : those;
}
