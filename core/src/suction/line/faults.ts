/** What cannot be: said at its part, so that the last drawing that could be stays. SI throughout. */
import { boresOf, hasLength, type LinePart, SOURCE_ENDS } from "./part.ts";
import { type LineEnds, placed } from "./profile.ts";

export type LineFaultCode =
  | "no-bore"
  | "bore-not-above-0"
  | "bore-too-large"
  | "length-below-0"
  | "length-too-large"
  | "no-length"
  | "heights-do-not-join"
  | "two-foot-valves"
  | "source-end-not-first"
  | "no-source"
  | "too-many"
  | "opening-not-a-share"
  | "area-not-above-0"
  | "lift-with-level-above";

export interface LineFault {
  readonly code: LineFaultCode;
  /** The part it is about; null where it is about the whole. */
  readonly at: number | null;
  /** Nothing can be drawn or worked out with it; else it is a doubt. */
  readonly stops: boolean;
}

/** Parts of one line. */
export const MOST_PARTS = 200;
const LARGEST_BORE = 5;
const LONGEST_PART = 100_000;
/** A pipe may rise by so much more than its length before its heights are wrong [m]: a tape is read to a centimetre. */
const TAPE = 0.02;

/**
 * Everything wrong with a suction line, in the order of its parts.
 * @param ends - where its source and its flange stand
 * @param lift - the register says that the pump stands above its water
 */
export function lineFaults(
  parts: readonly LinePart[],
  ends: LineEnds,
  lift: boolean,
): readonly LineFault[] {
  const faults: LineFault[] = [];
  const say = (code: LineFaultCode, at: number | null, stops = true) =>
    faults.push({ code, at, stops });
  if (parts.length > MOST_PARTS) say("too-many", null);
  if (lift && ends.level > 0) say("lift-with-level-above", null, false);
  const bores = boresOf(parts);
  const footValves = parts.filter((p) => p.kind === "foot-valve").length;
  let feet = 0;
  for (const [i, p] of parts.entries()) {
    const bore = p.bore;
    if (bore !== undefined && !(bore > 0)) say("bore-not-above-0", i);
    else if (bore !== undefined && bore > LARGEST_BORE) say("bore-too-large", i);
    else if (bores[i] === undefined) say("no-bore", i);
    if (p.length !== undefined && p.length < 0) say("length-below-0", i);
    if (p.length !== undefined && p.length > LONGEST_PART) say("length-too-large", i);
    if (hasLength(p) && p.length === undefined) say("no-length", i);
    if (p.opening !== undefined && !(p.opening >= 0 && p.opening <= 1))
      say("opening-not-a-share", i);
    if (p.freeArea !== undefined && !(p.freeArea > 0)) say("area-not-above-0", i);
    if (p.kind === "foot-valve" && ++feet > 1 && footValves > 1) say("two-foot-valves", i);
    const before = parts.slice(0, i).every((b) => SOURCE_ENDS.has(b.kind));
    if ((p.kind === "inlet" || p.kind === "bell" || p.kind === "foot-valve") && !before)
      say("source-end-not-first", i, false);
  }
  const first = parts[0];
  if (first && !SOURCE_ENDS.has(first.kind)) say("no-source", 0, false);
  if (!faults.some((f) => f.stops)) {
    const laid = placed(parts, ends);
    for (const { part, index, from, to, assumed } of laid) {
      // What nobody measured is laid as well as may be; it is no fault.
      if (assumed || laid[index - 1]?.assumed) continue;
      const reach = hasLength(part) ? (part.length ?? 0) : shortReach(part);
      if (Math.abs(to - from) > reach + TAPE) say("heights-do-not-join", index, false);
    }
  }
  return faults.toSorted((a, b) => (a.at ?? -1) - (b.at ?? -1));
}

/** How much a part without a length may rise: it has a body all the same [m]. */
const shortReach = ({ bore = 0.1, radius = 0 }: LinePart): number =>
  Math.max(0.6, 4 * bore, 2 * radius);
