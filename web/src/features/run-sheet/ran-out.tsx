import { calibrationRunOut, type PositionStrip } from "@yard-tack/core/visit";
import { day } from "@/shell/times";
import type { Sheet } from "./use-sheet";
import classes from "./strip.module.css";

/** Said at a strip whose instrument is past its calibration; nothing is taken off what it reads. */
export function RanOut({ sheet, slot, at }: { sheet: Sheet; slot: PositionStrip; at: string }) {
  const { pump } = sheet.dto;
  // One clamp reads three phases: said once.
  if (/\.[12]$/.test(slot.slot)) return null;
  const over = calibrationRunOut(pump, sheet.state, slot, at);
  if (!over) return null;
  return (
    <p className={classes.ranOut} role="note">
      {over.name}: its calibration ran out on {day(`${over.goodUntil}T12:00:00Z`, "UTC")}. Read with
      another, or go on: it is said with the reading.
    </p>
  );
}
