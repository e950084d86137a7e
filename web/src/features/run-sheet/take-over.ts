/** A text that a watch or a counter made, taken over as a reading of the sheet. */
import { type Dimension, parseQuantity } from "@yard-tack/core/quantity";
import type { SnapshotLabel } from "./entries";
import { readingKey } from "./sheet-state";
import type { Sheet } from "./use-sheet";

export function takeOver(
  sheet: Sheet,
  snapshot: SnapshotLabel,
  slot: string,
  raw: string,
  dimension: Dimension,
): void {
  const parsed = parseQuantity(raw, dimension);
  if (!parsed.ok) throw new Error(`${raw}: ${parsed.error.message}`);
  sheet.add({
    kind: "reading",
    snapshot,
    slot,
    raw,
    unit: parsed.value.unit,
    si: parsed.value.si,
    fault: null,
    reason: null,
    supersedes: sheet.state.readings.get(readingKey(snapshot, slot))?.id ?? null,
  });
}
