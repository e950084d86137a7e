/** Where a line lies: height and running length of each part's ends. SI; heights over the pump's datum. */
import { boresOf, hasLength, type LinePart, SOURCE_ENDS } from "./part.ts";

export interface PlacedPart {
  readonly part: LinePart;
  readonly index: number;
  /** [m]; undefined where no bore is known. */
  readonly bore: number | undefined;
  /** Heights of its two ends [m]. */
  readonly from: number;
  readonly to: number;
  /** How far it goes to the side [m]; 0 for what has no length. */
  readonly run: number;
  /** Side-ways distance of its upstream end from the source [m]. */
  readonly at: number;
  /** Its heights were not given: they lie evenly between those that were. */
  readonly assumed: boolean;
}

/** Where a line's ends are, as far as they are known. */
export interface LineEnds {
  /** Level of the source over the datum, the pumping one [m]. */
  readonly level: number;
  /** Height of the flange it leads to [m]. */
  readonly flange?: number;
}

/** An inlet of which nobody measured how deep it hangs is this far under the water [m]. */
const USUAL_DEPTH = 0.5;

/**
 * A suction line's parts in their places, from the source to the flange.
 * Heights that nobody gave lie evenly along the pipe between those that are known.
 */
export function placed(parts: readonly LinePart[], ends: LineEnds): PlacedPart[] {
  const bores = boresOf(parts);
  const flange = ends.flange ?? 0;
  const first = parts[0];
  const begin = mouthHeight(parts, ends);
  // The height after each part; a source end without length is where the line begins.
  const heights: (number | undefined)[] = parts.map((p) => p.height);
  if (heights.length > 0) heights[heights.length - 1] ??= flange;
  if (first && SOURCE_ENDS.has(first.kind) && heights.length > 1) heights[0] ??= begin.height;
  const along = evenly([begin.height, ...heights], [0, ...parts.map(lengthOf)]);
  let at = 0;
  return parts.map((part, index): PlacedPart => {
    const [from, to] = [along[index] ?? 0, along[index + 1] ?? 0];
    const length = lengthOf(part);
    const run = Math.sqrt(Math.max(0, length ** 2 - (to - from) ** 2));
    const last = index === parts.length - 1;
    const assumed = part.height === undefined && !(last && !begin.assumed);
    const here = { part, index, bore: bores[index], from, to, run, at, assumed };
    at += run;
    return here;
  });
}

const lengthOf = (p: LinePart): number => (hasLength(p) ? Math.max(0, p.length ?? 0) : 0);

/** Height of the line's mouth. */
function mouthHeight(
  parts: readonly LinePart[],
  { level, flange = 0 }: LineEnds,
): { readonly height: number; readonly assumed: boolean } {
  const first = parts[0];
  if (first && SOURCE_ENDS.has(first.kind)) {
    if (first.height !== undefined) return { height: first.height, assumed: false };
    if (first.submergence !== undefined)
      return { height: level - first.submergence, assumed: false };
  }
  const known = parts.find((p) => p.height !== undefined)?.height ?? flange;
  // Below its source a line begins at the tank's side; above it, under the water.
  return { height: Math.min(level - USUAL_DEPTH, known), assumed: true };
}

/** Fills what is unknown evenly along the lengths between the known; both ends are known. */
function evenly(heights: readonly (number | undefined)[], lengths: readonly number[]): number[] {
  const found = heights.map((h) => h ?? Number.NaN);
  let last = 0;
  for (let i = 1; i < found.length; i++) {
    if (Number.isNaN(found[i])) continue;
    const total = lengths.slice(last + 1, i + 1).reduce((s, l) => s + l, 0);
    const [low, high] = [found[last] ?? 0, found[i] ?? 0];
    let gone = 0;
    for (let k = last + 1; k < i; k++) {
      gone += lengths[k] ?? 0;
      found[k] = total > 0 ? low + ((high - low) * gone) / total : low;
    }
    last = i;
  }
  return found;
}
