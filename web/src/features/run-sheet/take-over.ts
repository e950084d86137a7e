/** A text that a watch or a counter made, taken over as a reading of the sheet. */
import { dimensionAt, type SnapshotLabel } from "@yard-tack/core/case";
import { parseQuantity } from "@yard-tack/core/quantity";
import type { Sheet } from "./use-sheet";

export function takeOver(sheet: Sheet, snapshot: SnapshotLabel, slot: string, raw: string): void {
  const dimension = dimensionAt(snapshot, slot);
  if (!dimension) throw new Error(`no strip ${slot} at ${snapshot}`);
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
  });
}
