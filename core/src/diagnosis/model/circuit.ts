/** Whether a pump works on a closed circuit, also where nobody wrote it down. */
import { countingHeight } from "../../hydraulics/index.ts";
import { GRAVITY } from "../../quantity/index.ts";
import type { Situation } from "../../visit/index.ts";

/** Head no open source keeps over a suction, but every circuit under pressure does [m]. */
const NOBODYS_TANK = 6;

/**
 * As stated; else a suction under more than six metres is a circuit's, and so is an inline circulator,
 * unless the plan shows a level or a static head, which circuits have not.
 */
export function inCircuit(s: Situation): boolean {
  if (s.loopStated) return s.closedLoop;
  if (s.installation !== "flooded" || s.layout || s.staticHead !== undefined) return false;
  if (s.family === "inline-circulator") return true;
  const perMetre = s.liquid.density * GRAVITY;
  return [...s.snapshots, ...s.fingerprints].some(
    ({ suction: g }) => g !== undefined && g.pressure / perMetre + countingHeight(g) > NOBODYS_TANK,
  );
}
