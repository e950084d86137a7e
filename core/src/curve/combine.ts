/** Several pumps on one system. */
import { valueAt } from "./pchip.ts";
import { curveEnd, curveStart, flowsAtHead, type RatedCurve } from "./rated-curve.ts";
import { rootsBetween } from "./roots.ts";

/** Head a system asks for at a flow: static + k Q². */
export interface SystemCurve {
  /** [m] */
  readonly staticHead: number;
  /** [m/(m³/s)²], at least 0 */
  readonly resistance: number;
}

/** Head [m] the system asks for at `flow` [m³/s]. */
export const systemHead = (system: SystemCurve, flow: number): number =>
  system.staticHead + system.resistance * flow ** 2;

/**
 * The system through a known duty.
 * @param flow - [m³/s], above 0
 * @param head - [m]
 * @returns k = (H − static)/Q², never below 0
 */
export const systemThrough = (staticHead: number, flow: number, head: number): SystemCurve => ({
  staticHead,
  resistance: Math.max(0, (head - staticHead) / flow ** 2),
});

export interface Intersection {
  /** [m³/s] */
  readonly flow: number;
  /** [m] */
  readonly head: number;
}

/** Every duty of one pump on a system, inside the curve, ascending in flow. */
export function intersections(curve: RatedCurve, system: SystemCurve): Intersection[] {
  const gap = (q: number) => (valueAt(curve.head, q) ?? Number.NaN) - systemHead(system, q);
  return rootsBetween(gap, curveStart(curve), curveEnd(curve)).map((flow) => ({
    flow,
    head: systemHead(system, flow),
  }));
}

/** Duties of pumps in series: heads add at equal flow. Check the later casing's pressure rating. */
export function seriesDuties(
  curves: readonly RatedCurve[],
  system: SystemCurve,
): readonly (Intersection & { readonly headOfEach: readonly number[] })[] {
  const low = Math.max(...curves.map(curveStart));
  const high = Math.min(...curves.map(curveEnd));
  const heads = (q: number) => curves.map((c) => valueAt(c.head, q) ?? Number.NaN);
  const gap = (q: number) => heads(q).reduce((a, b) => a + b, 0) - systemHead(system, q);
  return rootsBetween(gap, low, high).map((flow) => ({
    flow,
    head: systemHead(system, flow),
    headOfEach: heads(flow),
  }));
}

/**
 * Duties of pumps in parallel behind check valves: flows add at equal head, and a pump whose
 * shut-off head is below the common head gives nothing.
 */
export function parallelDuties(
  curves: readonly RatedCurve[],
  system: SystemCurve,
): readonly (Intersection & { readonly flowOfEach: readonly number[] })[] {
  const flowAt = (curve: RatedCurve, head: number): number => {
    const roots = flowsAtHead(curve, head);
    const last = roots[roots.length - 1];
    if (last !== undefined) return last;
    const shutOff = valueAt(curve.head, curveStart(curve)) ?? 0;
    return head >= shutOff ? 0 : Number.NaN;
  };
  const top = Math.max(...curves.flatMap((c) => c.head.y));
  const bottom = Math.max(...curves.map((c) => valueAt(c.head, curveEnd(c)) ?? 0));
  const gap = (head: number) =>
    systemHead(
      system,
      curves.reduce((sum, c) => sum + flowAt(c, head), 0),
    ) - head;
  return rootsBetween(gap, Math.max(bottom, system.staticHead), top).map((head) => {
    const flowOfEach = curves.map((c) => flowAt(c, head));
    return { flow: flowOfEach.reduce((a, b) => a + b, 0), head, flowOfEach };
  });
}
