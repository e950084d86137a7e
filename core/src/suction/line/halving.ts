/** Where a suction line leaks: shut it in the middle, look at the needle, halve what is left. */
import { hasLength, type LinePart } from "./part.ts";

/** Somewhere the line can be shut or blanked, seen from the pump: what lies on the pump's side is tested. */
export interface ShutPlace {
  /** Part at which it is done. */
  readonly at: number;
  /** A valve that is there, or a joint that is opened and blanked with a plate. */
  readonly how: "valve" | "blank";
}

/** What a needle said with the line shut at a place. */
export interface HalvingLook {
  readonly at: number;
  readonly holds: boolean;
}

export interface Halving {
  /** Parts that are left under suspicion, from the source's side to the pump's. */
  readonly from: number;
  readonly to: number;
  /** Where to shut next; undefined when nothing is left to halve. */
  readonly next: ShutPlace | undefined;
  /** Steps that are left at most. */
  readonly steps: number;
  /** Two looks contradict each other: one of them was of something else. */
  readonly contradiction: boolean;
}

/** Where a line can be shut: at its valves, and at each joint and each end of a hose; never at its mouth. */
export function shutPlaces(parts: readonly LinePart[]): readonly ShutPlace[] {
  return parts.flatMap((p, at): ShutPlace[] => {
    if (at === 0) return [];
    if (p.kind === "valve") return [{ at, how: "valve" }];
    const before = parts[at - 1];
    const jointed = p.kind === "joint" || p.kind === "hose" || before?.kind === "hose";
    // Two lengths of pipe are flanged or screwed: they can be parted as well.
    const parted = hasLength(p) && before !== undefined && hasLength(before);
    return jointed || parted ? [{ at, how: "blank" }] : [];
  });
}

/**
 * What is left after some looks. With the line shut at a part, what lies between it and the pump was under vacuum: where
 * that holds, the leak lies on the source's side of it, else on the pump's.
 */
export function halving(parts: readonly LinePart[], looks: readonly HalvingLook[]): Halving {
  let [from, to] = [0, parts.length - 1];
  for (const { at, holds } of looks) {
    if (holds) to = Math.min(to, at - 1);
    else from = Math.max(from, at);
  }
  const contradiction = from > to;
  const left = contradiction ? [] : shutPlaces(parts).filter(({ at }) => at > from && at <= to);
  // A valve costs a turn of the hand, a blank a wrench: of two in the middle the valve.
  const [low, high] = [Math.floor((left.length - 1) / 2), Math.ceil((left.length - 1) / 2)];
  const next = left[low]?.how === "blank" && left[high]?.how === "valve" ? left[high] : left[low];
  return { from, to, next, steps: Math.ceil(Math.log2(left.length + 1)), contradiction };
}
