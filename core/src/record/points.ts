/** Where a pump stood at a visit: head and flow of its own readings, for trend and drift. */
import type { CaseFile } from "../case/index.ts";
import { type RatedCurve, readCurve } from "../curve/index.ts";
import * as z from "zod";
import { partsOf, situationOf } from "../visit/index.ts";

const uncertain = z.object({ value: z.number(), u: z.number() });

/** A point of one snapshot: head [m], flow [m³/s], speed [r/min], each with its standard uncertainty. */
export const visitPoint = z.object({
  /** "as found", or "after" the repair. */
  snapshot: z.enum(["as found", "after"]),
  head: uncertain,
  flow: uncertain,
  speed: uncertain.nullable(),
});
export type VisitPoint = z.output<typeof visitPoint>;

const SNAPSHOTS = ["as found", "after"] as const;

/**
 * The points of a visit. A flow that was only read off the curve at the measured head would lie on the
 * curve whatever the pump does: it makes no point.
 * @param file - the visit, the snapshot after the repair among its snapshots
 */
export function pointsOf(file: CaseFile): VisitPoint[] {
  const situation = situationOf(file);
  return SNAPSHOTS.flatMap((label): VisitPoint[] => {
    const snapshot = situation.snapshots.find((s) => s.label === label && s.running);
    if (!snapshot) return [];
    const { duty, speed } = partsOf(situation, snapshot);
    const flow = [duty.flow, ...duty.alternatives].find(
      (f) => f?.from === "meter" || f?.from === "level-change",
    );
    if (!duty.head || !flow || !(flow.value > 0)) return [];
    return [
      {
        snapshot: label,
        head: { value: duty.head.value, u: duty.head.u },
        flow: { value: flow.value, u: flow.u },
        speed: speed ? { value: speed.value, u: speed.u } : null,
      },
    ];
  });
}

/** Under this share of its curve's head it does not pump: empty, or turned by what flows through it. */
const PUMPS = 0.25;

/**
 * Head of a point over the curve's head at its flow, both at the curve's own speed (Q ∝ N, H ∝ N²).
 * @returns the ratio with its standard uncertainty; undefined off the curve, and where it does not pump at all
 */
export function headRatio(
  { head, flow, speed }: VisitPoint,
  curve: RatedCurve,
): { readonly value: number; readonly u: number } | undefined {
  const n = speed && curve.speed ? curve.speed / speed.value : 1;
  const [q, h] = [flow.value * n, head.value * n * n];
  const rated = readCurve(curve, q);
  if (!rated.head || !(rated.head > 0)) return undefined;
  const value = h / rated.head;
  if (value < PUMPS) return undefined;
  const byFlow = ((rated.headSlope ?? 0) / rated.head) * flow.u * n;
  const bySpeed = speed && curve.speed ? (2 * speed.u) / speed.value : 0;
  return { value, u: value * Math.hypot(head.u / head.value, byFlow, bySpeed) };
}
