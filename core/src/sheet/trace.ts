/** A curve traced over a picture: taps in pixels, turned into a sheet with its error. */
import { fail, ok, type Result, type Unit } from "../quantity/index.ts";
import type { PicturePoint, SheetAxes } from "./axes.ts";
import { smoothTrace } from "./smooth.ts";
import type { WrittenPoint } from "./written.ts";

export interface TracedCurve {
  /** Head [m] over flow [m³/s] as written points, evenly spaced. */
  readonly points: readonly WrittenPoint[];
  readonly degree: number;
  /** What the trace is worth, as percent of its greatest head. */
  readonly errorPercent: number;
  /** What one pixel of a tap is worth, as percent of the greatest head. */
  readonly pixelPercent: number;
}

/** Taps this near to zero flow, as a share of the range, are meant to be at it. */
const AT_ZERO = 0.015;
const POINTS = 9;

/**
 * Smooths the taps along a head curve and writes it as a sheet.
 * @param taps - along the line, in any order
 * @param units - of the two axes as printed
 * Fails with `too-few-points` below four taps, `off-the-sheet` when flows or heads are negative.
 */
export function traceHeadCurve(
  axes: SheetAxes,
  taps: readonly PicturePoint[],
  units: { readonly flow: Unit; readonly head: Unit },
): Result<TracedCurve, "too-few-points" | "off-the-sheet"> {
  if (taps.length < 4) return fail("too-few-points");
  const read = taps.map((p) => axes.read(p));
  const widest = Math.max(...read.map((r) => r.flow));
  const highest = Math.max(...read.map((r) => r.head));
  const lowest = Math.min(...read.map((r) => r.flow));
  if (!(widest > 0 && highest > 0) || lowest < -0.05 * widest) return fail("off-the-sheet");
  const smooth = smoothTrace(
    read.map((r) => ({ x: r.flow, y: r.head })),
    true,
  );
  if (!smooth.ok) return smooth;
  const line = smooth.value;
  const from = Math.abs(line.low) < AT_ZERO * widest ? 0 : line.low;
  const points = Array.from({ length: POINTS }, (_, i): WrittenPoint => {
    const flow = from + ((line.high - from) * i) / (POINTS - 1);
    return {
      flow: `${rounded(flow)} ${units.flow}`,
      head: `${rounded(Math.max(0, line.at(flow)))} ${units.head}`,
    };
  });
  return ok({
    points,
    degree: line.degree,
    errorPercent: (100 * line.error) / highest,
    pixelPercent: (100 * axes.perPixel.head) / highest,
  });
}

const rounded = (v: number): string => String(Number(v.toPrecision(4)));
