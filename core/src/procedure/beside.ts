/** Two pumps of one kind, read one after the other: where they differ by more than a reading wanders. */
import { parseReading, type UnitSystem } from "../quantity/index.ts";
import { type PositionStrip, readingKey, type VisitState } from "../visit/index.ts";
import { apartText, moved, type Moved } from "./captures/change.ts";

export interface BesideLine {
  readonly slot: string;
  readonly name: string;
  /** As they were typed. */
  readonly here: string;
  readonly there: string;
  /** This one against the other. */
  readonly how: Moved;
  readonly say: string;
}

/**
 * Strips that were read on both, as found.
 * @param other - what was typed on the other one, by strip
 */
export function besideLines(
  state: Pick<VisitState, "readings">,
  other: Readonly<Record<string, string>>,
  strips: readonly PositionStrip[],
  units: UnitSystem,
): BesideLine[] {
  return strips.flatMap(({ slot, name, dimension }) => {
    const here = state.readings.get(readingKey("as found", slot));
    const text = other[slot];
    const there = text === undefined ? undefined : parseReading(text, dimension);
    if (typeof here?.si !== "number" || text === undefined || !there?.ok) return [];
    const how = moved(there.value.mean, here.si, dimension) ?? "same";
    const by = apartText(here.si, there.value.mean, dimension, units);
    const say =
      how === "same" ? "alike" : `${by} ${how === "up" ? "more" : "less"} than the other one`;
    return [{ slot, name, here: here.raw, there: text, how, say }];
  });
}
