/** From the picture of a curve sheet to its figures: two marked points on each axis. */
import { fail, ok, type Result } from "../quantity/index.ts";

/** A place on a picture, in its own pixels from the upper left corner. */
export interface PicturePoint {
  readonly x: number;
  readonly y: number;
}

/** A marked place on an axis, and the figure printed there (in any unit). */
export interface AxisMark {
  readonly at: PicturePoint;
  readonly value: number;
}

export interface AxisMarks {
  readonly flow: readonly [AxisMark, AxisMark];
  readonly head: readonly [AxisMark, AxisMark];
}

export interface SheetAxes {
  /** Figures at a point of the picture. */
  readonly read: (at: PicturePoint) => { readonly flow: number; readonly head: number };
  /** Point of a pair of figures; inverse of `read`. */
  readonly locate: (flow: number, head: number) => PicturePoint;
  /** How far the sheet is turned on the picture [rad]; 0 when the flow axis runs level. */
  readonly turn: number;
  /** Angle between the axes less a right angle [rad]: a slanted photo. */
  readonly skew: number;
  /** Figures one pixel is worth along each axis: what a tap cannot tell. */
  readonly perPixel: { readonly flow: number; readonly head: number };
}

export type AxesFault = "marks-too-near" | "axes-parallel" | "same-figure";

/** Marks nearer than this many pixels would turn a tap's error into a large one. */
const NEAREST_MARKS = 20;

/**
 * The axes of a sheet from two marks on each. The picture may be turned, stretched or slanted (any
 * affine map); a photo taken at a steep angle is not straightened.
 * Fails with `marks-too-near`, `same-figure`, `axes-parallel`.
 */
export function sheetAxes(marks: AxisMarks): Result<SheetAxes, AxesFault> {
  const [a, b] = marks.flow;
  const [c, d] = marks.head;
  const u = { x: b.at.x - a.at.x, y: b.at.y - a.at.y };
  const v = { x: d.at.x - c.at.x, y: d.at.y - c.at.y };
  const lengthU = Math.hypot(u.x, u.y);
  const lengthV = Math.hypot(v.x, v.y);
  if (lengthU < NEAREST_MARKS || lengthV < NEAREST_MARKS) return fail("marks-too-near");
  if (a.value === b.value || c.value === d.value) return fail("same-figure");
  const cross = u.x * v.y - u.y * v.x;
  if (Math.abs(cross) < 0.2 * lengthU * lengthV) return fail("axes-parallel");
  const perU = b.value - a.value;
  const perV = d.value - c.value;
  // p = a + s u + t v; flow follows s. For head the same from c.
  const along = (p: PicturePoint, from: PicturePoint) => {
    const w = { x: p.x - from.x, y: p.y - from.y };
    return { s: (w.x * v.y - w.y * v.x) / cross, t: (u.x * w.y - u.y * w.x) / cross };
  };
  const corner = along(c.at, a.at);
  return ok({
    read: (p) => ({
      flow: a.value + perU * along(p, a.at).s,
      head: c.value + perV * along(p, c.at).t,
    }),
    locate: (flow, head) => {
      const s = (flow - a.value) / perU;
      const t = corner.t + (head - c.value) / perV;
      return { x: a.at.x + s * u.x + t * v.x, y: a.at.y + s * u.y + t * v.y };
    },
    turn: Math.atan2(u.y, u.x),
    skew: Math.asin(Math.min(1, Math.abs(cross) / (lengthU * lengthV))) - Math.PI / 2,
    perPixel: { flow: Math.abs(perU) / lengthU, head: Math.abs(perV) / lengthV },
  });
}
