/**
 * Where the words of a chart stand: beside what they name, on no line, on no mark and not on each other.
 * Pure geometry in pixels, so that it can be tried on every pump without a browser.
 */

/** A place in the picture [px from its upper left corner]. */
export type Pixel = readonly [x: number, y: number];

export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export interface LabelWish {
  readonly text: string;
  /** Size of the letters [px]. */
  readonly size: number;
  /** What it names: a mark has one place, a line many, the best one first. */
  readonly anchors: readonly Pixel[];
  /** How far from its anchor the words may begin [px]; a mark needs room for itself. */
  readonly near?: number;
}

export interface PlacedLabel {
  readonly text: string;
  readonly box: Box;
  readonly centre: Pixel;
  /** From what it names to the words, when they stand too far off to be taken for its. */
  readonly leader: readonly [Pixel, Pixel] | undefined;
}

/** About how wide a letter is, as a part of its height; on the wide side, so that words never touch. */
const LETTER = 0.54;
/** Air kept between words and lines [px]. */
const AIR = 3;
/** Words farther from their anchor than this have a line that leads to it [px]. */
const LED = 26;
const STEPS: readonly number[] = [0, 6, 14, 24, 36, 50, 66, 84, 104, 126, 150];
/** To which side of its anchor words may stand: above and below first, shifted along before farther off. */
const DIRECTIONS: readonly Pixel[] = [-1, 1]
  .flatMap((dy): Pixel[] => [0, 0.5, -0.5, 1, -1].map((dx): Pixel => [dx, dy]))
  .concat([
    [1, 0],
    [-1, 0],
  ]);

/** How wide and tall words are drawn, about [px]; a line break begins a new line. */
function extentOf({ text, size }: LabelWish): { width: number; height: number } {
  const rows = text.split("\n");
  return {
    width: LETTER * size * Math.max(...rows.map((r) => r.length)),
    height: 1.25 * size * rows.length,
  };
}

/**
 * Places each wish in turn, the most important first.
 * @param lines - everything drawn as a line [px]
 * @param marks - everything else words must keep off
 * @param frame - words stay inside
 */
export function placeLabels(
  wishes: readonly LabelWish[],
  lines: readonly (readonly Pixel[])[],
  marks: readonly Box[],
  frame: Box,
): PlacedLabel[] {
  const drawn = lines.map((l) => [...l]);
  const taken = [...marks];
  return wishes.map((wish) => {
    const placed = place(wish, drawn, taken, frame);
    taken.push(placed.box);
    if (placed.leader) drawn.push([...placed.leader]);
    return placed;
  });
}

/** The nearest free place; where none is free, the one with the least under it. */
function place(
  wish: LabelWish,
  lines: readonly (readonly Pixel[])[],
  taken: readonly Box[],
  frame: Box,
): PlacedLabel {
  const size = extentOf(wish);
  let best: { placed: PlacedLabel; hits: number } | undefined;
  for (const step of STEPS) {
    for (const anchor of wish.anchors) {
      for (const [dx, dy] of DIRECTIONS) {
        const away = (wish.near ?? AIR + 2) + step;
        const centre: Pixel = [
          anchor[0] + dx * (size.width / 2 + (Math.abs(dx) === 1 ? away : 0)),
          anchor[1] + dy * (size.height / 2 + away),
        ];
        const box = slidIn(boxAbout(centre, size.width, size.height), frame);
        if (!box) continue;
        const leader = step > LED ? ([anchor, nearestOf(box, anchor)] as const) : undefined;
        const hits =
          hitsOf(box, lines, taken) + (leader ? taken.filter((t) => leads(leader, t)).length : 0);
        if (best && hits >= best.hits) continue;
        best = { placed: { text: wish.text, box, centre: centreOf(box), leader }, hits };
        if (hits === 0) return best.placed;
      }
    }
  }
  if (best) return best.placed;
  const [x, y] = wish.anchors[0] ?? [frame.left, frame.top];
  const height = Math.max(frame.top + size.height / 2, Math.min(frame.bottom - size.height / 2, y));
  const box = boxAbout([x, height], size.width, size.height);
  const slid = slidIn(box, frame) ?? box;
  return { text: wish.text, box: slid, centre: centreOf(slid), leader: undefined };
}

const boxAbout = ([x, y]: Pixel, width: number, height: number): Box => ({
  left: x - width / 2,
  right: x + width / 2,
  top: y - height / 2,
  bottom: y + height / 2,
});

const centreOf = (b: Box): Pixel => [(b.left + b.right) / 2, (b.top + b.bottom) / 2];

/** A box that would begin beyond the left or right edge begins at it; above and below there is no room. */
function slidIn(b: Box, frame: Box): Box | undefined {
  if (b.top < frame.top || b.bottom > frame.bottom) return undefined;
  const by = Math.max(0, frame.left - b.left) - Math.max(0, b.right - frame.right);
  return { ...b, left: b.left + by, right: b.right + by };
}

const nearestOf = (b: Box, [x, y]: Pixel): Pixel => [
  Math.max(b.left, Math.min(b.right, x)),
  Math.max(b.top, Math.min(b.bottom, y)),
];

/** How many lines and boxes lie under a box. */
function hitsOf(box: Box, lines: readonly (readonly Pixel[])[], taken: readonly Box[]): number {
  const air: Box = {
    left: box.left - AIR,
    right: box.right + AIR,
    top: box.top - AIR,
    bottom: box.bottom + AIR,
  };
  return lines.filter((l) => crosses(l, air)).length + taken.filter((t) => overlap(t, box)).length;
}

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/** Whether a leader passes through a box that is not the mark it begins at. */
const leads = (leader: readonly [Pixel, Pixel], box: Box): boolean =>
  crosses(leader, box) && nearestOf(box, leader[0]).some((v, i) => v !== leader[0][i]);

const crosses = (line: readonly Pixel[], box: Box): boolean =>
  line.some((p, i) => i > 0 && segmentMeets(line[i - 1] ?? p, p, box));

/** Whether a straight piece passes through a box: clipped at its four sides (Liang and Barsky). */
function segmentMeets([x0, y0]: Pixel, [x1, y1]: Pixel, box: Box): boolean {
  let enter = 0;
  let leave = 1;
  const sides: readonly Pixel[] = [
    [x0 - x1, x0 - box.left],
    [x1 - x0, box.right - x0],
    [y0 - y1, y0 - box.top],
    [y1 - y0, box.bottom - y0],
  ];
  for (const [p, q] of sides) {
    if (p === 0) {
      if (q < 0) return false;
      continue;
    }
    const t = q / p;
    if (p < 0) enter = Math.max(enter, t);
    else leave = Math.min(leave, t);
    if (enter > leave) return false;
  }
  return true;
}
