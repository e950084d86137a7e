/** Studies that need more than one valve position: the field curve and the fire-water test. */
import { bestEfficiencyFlow, readCurve } from "../curve/index.ts";
import {
  type FieldCurve,
  fieldCurve,
  fireTest,
  type FirePoint,
  type FireResult,
  isIndependent,
} from "../hydraulics/index.ts";
import { GRAVITY } from "../quantity/index.ts";
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

export interface FireStudy extends FireResult {
  readonly points: readonly FirePoint[];
  readonly rating: { readonly flow: number; readonly pressure: number; readonly speed: number };
  /** What is asked of it, where that is stated apart from its rating [m³/s]. */
  readonly demand: number | undefined;
}

/**
 * The three-point test of a fire-water pump, from this visit's snapshots with metered flow (or shut).
 * Rated is the point on its plate, else the stated duty, else the best point of the curve.
 */
export function fireStudy(situation: Situation): FireStudy | undefined {
  const { family, curve, liquid, duty, ratedPoint, motor } = situation;
  const stated = ratedPoint ?? duty;
  const speed = curve?.speed ?? motor?.speed;
  if (family !== "fire" || !speed) return undefined;
  const best = curve && bestEfficiencyFlow(curve);
  const flow = stated?.flow ?? best;
  const head =
    stated?.head ?? (curve && best !== undefined ? readCurve(curve, best).head : undefined);
  if (flow === undefined || head === undefined) return undefined;
  const rating = { flow, pressure: head * liquid.density * GRAVITY, speed };
  const points = situation.snapshots.flatMap((s): FirePoint[] => {
    const q = s.valve === "shut" ? 0 : s.flow?.value;
    if (q === undefined || !s.suction || !s.discharge) return [];
    return [
      {
        flow: q,
        suction: s.suction.pressure,
        discharge: s.discharge.pressure,
        speed: s.speed?.value ?? speed,
      },
    ];
  });
  const [first] = situation.snapshots;
  if (points.length === 0 || !first) return undefined;
  const setup = {
    rating,
    density: liquid.density,
    gaugeHeightDifference: (first.discharge?.gaugeHeight ?? 0) - (first.suction?.gaugeHeight ?? 0),
    suctionBore: situation.ports.suction,
    dischargeBore: situation.ports.discharge,
  };
  return { ...fireTest(setup, points), points, rating, demand: ratedPoint && duty?.flow };
}
