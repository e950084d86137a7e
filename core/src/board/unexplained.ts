/** Head that goes missing before the flange, and when that is more than gauge and drawing can be off by. */
import { K95, type Uncertain } from "../quantity/index.ts";

/** How well a drawn level and its clean loss are known together [m]. */
const DRAWING_U = 0.2;

/** Whether a difference between gauge and layout [m] is more than either's error. */
export const isClear = ({ value, u }: Uncertain): boolean =>
  Math.abs(value) > K95 * Math.hypot(u, DRAWING_U);
