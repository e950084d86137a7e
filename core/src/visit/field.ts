/** The field curve: a study that needs more than one valve position. */
import { readCurve } from "../curve/index.ts";
import { type FieldCurve, fieldCurve, isIndependent } from "../hydraulics/index.ts";
import { partsOf, toleranceOf } from "./parts.ts";
import type { Situation } from "./situation.ts";

/**
 * The field curve of this visit's valve positions; flow comes from the meter, from shut-off, or from
 * shaft power, never from the head itself.
 * @returns undefined with fewer than two usable positions
 */
export function fieldCurveOf(situation: Situation): FieldCurve | undefined {
  const all = situation.snapshots.map((s) => partsOf(situation, s));
  const curve = all[0]?.curve;
  if (!curve) return undefined;
  const points = all.flatMap((p) => {
    const own = [p.duty.flow, ...p.duty.alternatives].find((f) => f && isIndependent(f));
    const flow = p.snapshot.valve === "shut" ? { value: 0, u: 0 } : own;
    const { head } = p.duty;
    if (!flow || !head) return [];
    const slope = readCurve(curve, flow.value).headSlope ?? 0;
    return [
      {
        label: p.snapshot.label || p.snapshot.valve,
        flow: flow.value,
        head: { value: head.value, u: Math.hypot(head.u, slope * flow.u) },
      },
    ];
  });
  // Half the acceptance band is two standard deviations.
  return fieldCurve(curve, points, toleranceOf(situation).head / 2);
}
