/** Looks at a line that several flags share. SI throughout. */
import type { PlacedPart } from "../profile.ts";
import { hasLength, type LinePart } from "../part.ts";
import type { Audited } from "./row.ts";

/** What is straight and of one bore, or nearly: what follows it sees an even stream. */
const EVEN: ReadonlySet<LinePart["kind"]> = new Set([
  ...(["pipe", "hose", "joint", "gauge-port", "air-vent"] as const),
]);

/** Straight length before the flange [m], and the first part that disturbs it; undefined where none does. */
export function straightBeforeFlange(parts: readonly LinePart[]): {
  readonly length: number;
  readonly disturbs: number | undefined;
} {
  let length = 0;
  for (let i = parts.length - 1; i >= 0; i--) {
    const p = parts[i];
    if (!p || !EVEN.has(p.kind)) return { length, disturbs: i };
    if (hasLength(p)) length += p.length ?? 0;
  }
  return { length, disturbs: undefined };
}

/** A rise and fall smaller than this is how pipes lie [m]. */
const LEVEL = 0.03;

/** Parts at whose downstream end the line is higher than before it and after it: where air gathers. */
export function highPoints(laid: readonly PlacedPart[]): readonly PlacedPart[] {
  return laid.filter((p, i) => {
    const next = laid[i + 1];
    if (!next || next.to >= p.to - 1e-9) return false;
    const falls = (heights: readonly number[]): boolean => {
      // As far as the line does not come higher again, which would be the high point then.
      const until = heights.findIndex((h) => h > p.to + 1e-9);
      const near = until < 0 ? heights : heights.slice(0, until);
      return p.to - Math.min(...near, p.to) > LEVEL;
    };
    const before = laid.slice(0, i + 1).map((b) => b.from);
    return falls(before.toReversed()) && falls(laid.slice(i + 1).map((a) => a.to));
  });
}

/** Gauge pressure at its worst end of a part [m of the liquid]. */
export const lowestGauge = ({ line }: Audited, index: number): number =>
  Math.min(
    ...line.points.filter((p) => p.index === index).map((p) => p.absolute - line.atmosphere),
  );
