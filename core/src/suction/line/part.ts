/** A part of a suction or discharge line, as it lies. SI throughout; heights over the pump's datum. */
import type { LineElement } from "../../hydraulics/index.ts";

export type ReducerShape = "eccentric-flat-top" | "eccentric-flat-bottom" | "concentric";

export interface LinePart extends LineElement {
  readonly shape?: ReducerShape;
  /** Height of its downstream end [m]. */
  readonly height?: number;
  /** Of an inlet: water over its mouth, and from its mouth to the floor [m]. */
  readonly submergence?: number;
  readonly bottomClearance?: number;
}

/** One change of a line. */
export type LineEdit =
  | { readonly set: number; readonly to: Partial<LinePart> }
  | { readonly insertAt: number; readonly part: LinePart }
  | { readonly remove: number };

/** The line after some changes, each on what the one before it left. A place that is not there changes nothing. */
export function edited(parts: readonly LinePart[], edits: readonly LineEdit[]): LinePart[] {
  let next = [...parts];
  for (const edit of edits) {
    if ("set" in edit) next = next.map((p, i) => (i === edit.set ? { ...p, ...edit.to } : p));
    else if ("remove" in edit) next = next.filter((_, i) => i !== edit.remove);
    else next = [...next.slice(0, edit.insertAt), edit.part, ...next.slice(edit.insertAt)];
  }
  return next;
}

/** Kinds with which a line may begin at its source. */
export const SOURCE_ENDS: ReadonlySet<LinePart["kind"]> = new Set([
  "inlet",
  "bell",
  "foot-valve",
  "strainer",
]);

/** Kinds that have a length of their own. */
export const hasLength = ({ kind }: LinePart): boolean => kind === "pipe" || kind === "hose";

/** Inside diameter of each part [m]: its own, else that of the part before it, the first of the next; undefined for none. */
export function boresOf(parts: readonly LinePart[]): (number | undefined)[] {
  let bore = parts.find((p) => p.bore !== undefined)?.bore;
  return parts.map((p) => (bore = p.bore ?? bore));
}

/** Nominal bores that can be bought [m]. */
const SIZES = [
  ...[15, 20, 25, 32, 40, 50, 65, 80, 100, 125, 150, 200, 250, 300, 350, 400, 450, 500, 600, 700],
  ...[800, 900, 1000],
].map((mm) => mm / 1000);

/** The smallest nominal bore of at least so much [m]; itself beyond the largest. */
export const sizeFrom = (bore: number): number => SIZES.find((s) => s >= bore * 0.995) ?? bore;

/** The next nominal bore above [m]. */
export const nextSize = (bore: number): number => SIZES.find((s) => s > bore * 1.04) ?? bore * 1.25;
