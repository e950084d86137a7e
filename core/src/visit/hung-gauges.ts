/** How a pump's gauges hang, as a snapshot: for the bands of readings before anything is read. */
import { type CaseFile, type CaseSnapshot, snapshotSchema } from "../case/index.ts";
import type { Situation } from "./situation.ts";
import { leadingOf, type Snapshot, snapshotOf } from "./snapshot-of-case.ts";

/**
 * The leading snapshot's gauges without what they showed: heights, lines, classes. Their pressures are
 * placeholders and not to be looked at.
 */
export function hungGauges(file: CaseFile, situation: Situation): Snapshot {
  const leading = leadingOf(file.snapshots);
  const bare = snapshotSchema.parse({
    label: "hung",
    valve: "as-found",
    suctionPressure: situation.installation === "submerged" ? null : "0 bar",
    dischargePressure: "1 bar",
  });
  const hung: CaseSnapshot = leading
    ? {
        ...bare,
        suctionGaugeHeight: leading.suctionGaugeHeight,
        suctionTappingHeight: leading.suctionTappingHeight,
        suctionLine: leading.suctionLine,
        dischargeGaugeHeight: leading.dischargeGaugeHeight,
        dischargeTappingHeight: leading.dischargeTappingHeight,
        dischargeLine: leading.dischargeLine,
        gaugeClass: leading.gaugeClass,
      }
    : bare;
  const context = { atmosphere: situation.atmosphere, file, notes: [] };
  return snapshotOf(hung, "hung", "hung", context);
}
