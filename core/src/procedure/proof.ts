/** What was read as found and again after the work, and whether it moved by more than it wanders by itself. */
import type { UnitSystem } from "../quantity/index.ts";
import { type PositionStrip, readingKey, type VisitState } from "../visit/index.ts";
import { apartText, moved, type Moved } from "./captures/change.ts";

export interface ProofLine {
  readonly slot: string;
  readonly name: string;
  /** As it was typed. */
  readonly before: string;
  readonly after: string;
  readonly how: Moved;
  readonly say: string;
}

/**
 * Strips that were read both times, in their order.
 * @param strips - of the pump's positions
 */
export function proofLines(
  state: Pick<VisitState, "readings">,
  strips: readonly PositionStrip[],
  units: UnitSystem,
): ProofLine[] {
  return strips.flatMap((strip) => {
    const [before, after] = (["as found", "after"] as const).map((p) =>
      state.readings.get(readingKey(p, strip.slot)),
    );
    if (typeof before?.si !== "number" || typeof after?.si !== "number") return [];
    const how = moved(before.si, after.si, strip.dimension) ?? "same";
    const by = apartText(after.si, before.si, strip.dimension, units);
    const say =
      how === "same"
        ? "within what it wanders by itself"
        : `${by} ${how === "up" ? "more" : "less"} than as found`;
    return [{ slot: strip.slot, name: strip.name, before: before.raw, after: after.raw, how, say }];
  });
}
