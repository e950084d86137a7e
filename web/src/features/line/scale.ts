/** Where each part stands on the sheet of a drawing: metres to pixels. */
import type { DrawnPart } from "@yard-tack/core/board";

/** Room for the tank and the pump beside a line, and for the pressure under it [px]. */
export const MARGINS = { tank: 128, pump: 96, pressure: 150 } as const;

/** What has no length of its own still has a body on the sheet [px]. */
const BODY = 46;
const LEAST_BODY = 24;
/** A pipe is never drawn shorter, or nobody could tap it [px]. */
const LEAST_PIPE = 22;
/** Heights are drawn as large as lengths, or larger where else they would not be seen. */
const MOST_STRETCH = 4;

export interface Box {
  readonly width: number;
  readonly height: number;
}

export interface PlacedOnSheet {
  readonly index: number;
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

export interface SheetScale {
  readonly parts: readonly PlacedOnSheet[];
  /** Of a height over the shaft [px]. */
  readonly y: (height: number) => number;
  readonly width: number;
  /** How many times larger heights are drawn than lengths; 1 where both are to one scale. */
  readonly stretch: number;
}

/**
 * Fits a line into a box, the source to the left. Lengths and heights have one scale where that shows both; the sheet
 * gets wider than the box where there are too many parts for it.
 * @param heights - further heights that have to be on it: water levels
 */
export function sheetScale(
  parts: readonly Pick<DrawnPart, "from" | "to" | "run" | "length">[],
  heights: readonly number[],
  box: Box,
): SheetScale {
  const bodies = parts.filter((p) => p.length === 0).length;
  const pipes = parts.length - bodies;
  const body = Math.max(LEAST_BODY, Math.min(BODY, (0.6 * box.width) / Math.max(1, bodies)));
  const taken = bodies * body + pipes * LEAST_PIPE;
  const width = Math.max(box.width, taken + 60);
  const run = parts.reduce((sum, p) => sum + p.run, 0);
  const all = [...heights, 0, ...parts.flatMap((p) => [p.from, p.to])];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const tall = Math.max(0.5, high - low);
  const across = run > 0 ? (width - taken) / run : Number.POSITIVE_INFINITY;
  const up = box.height / tall;
  const perMetre = Math.min(across, up);
  const stretch = Math.min(MOST_STRETCH, Math.max(1, up / perMetre));
  const vertical = Math.min(up, perMetre * stretch);
  const spare = box.height - vertical * tall;
  const y = (height: number) => spare / 2 + (high - height) * vertical;
  // Short of the width a line is drawn to its scale and stands to the right, where the pump is.
  const used = taken + (run > 0 ? run * perMetre : 0);
  let x = Math.max(0, width - used);
  const placed = parts.map((p, index): PlacedOnSheet => {
    const x0 = x;
    x += p.length === 0 ? body : LEAST_PIPE + p.run * (run > 0 ? perMetre : 0);
    return { index, x0, x1: x, y0: y(p.from), y1: y(p.to) };
  });
  return { parts: placed, y, width, stretch: vertical / perMetre };
}
