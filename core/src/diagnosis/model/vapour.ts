/** Vapour at the eye on the way over the flow: where it takes the head, and how rare it is that it is there or not. */
import {
  emptyState,
  marginDoubt,
  operate,
  type OperatingState,
  type Setting,
} from "./operating-state.ts";

/** Shares of the head that vapour has taken at nodes of their own: between two coarse ones its fall would be missed. */
const CLIFF = [0.03, 0.12, 0.25, 0.4, 0.55, 0.7, 0.85, 0.95] as const;
/** How many nodes that are at most. */
export const CLIFF_NODES = CLIFF.length;
const CLIFF_HALVINGS = 11;

/** The flows at which vapour has taken so much of the head, where it does within the grid. */
export function vapourCliff(setting: Setting, end: number): readonly number[] {
  const { vapour, dead } = setting.condition;
  if (vapour === "must-not" || dead || setting.pump.flowAtHead) return [];
  const state = emptyState();
  const lossAt = (flow: number): number => {
    operate(setting, flow, state);
    return state.vapourLoss;
  };
  const most = lossAt(end);
  const found: number[] = [];
  let from = 0;
  for (const share of CLIFF) {
    if (share > most) break;
    let low = from;
    let high = end;
    for (let i = 0; i < CLIFF_HALVINGS; i++) {
      const mid = (low + high) / 2;
      if (lossAt(mid) > share) high = mid;
      else low = mid;
    }
    from = low;
    if (low > 0) found.push((low + high) / 2);
  }
  return found;
}

/** One over the weight of the vapour a condition demands or forbids, from the margin over NPSH required. */
export function vapourRarity(setting: Setting, s: OperatingState): number {
  const { vapour } = setting.condition;
  if (vapour === "may" || setting.suction.still === undefined) return 1;
  // Noise begins somewhat above the 3 % point.
  const short = 1.08 * s.npshr + 0.2 - s.npsha;
  const u = marginDoubt(setting, s.npshr);
  const odds = Math.exp(clip((1.7 * short) / u));
  if (vapour === "must") return (1 + 1 / odds) * Math.exp(unlikeliness(s, u));
  const { measured, levelRead } = setting.suction;
  const wrong = WRONG[measured || levelRead ? "read" : "register"];
  return 1 / (wrong + (1 - wrong) / (1 + odds));
}

/** ln rarity of what is missing beside what is known: within its doubt, by a fallen source, or by warmth unseen. */
function unlikeliness({ missing, fall }: OperatingState, u: number): number {
  const byDoubt = 0.5 * (missing / u) ** 2;
  if (missing <= 0) return byDoubt;
  return Math.min(byDoubt, fall / USUAL_FALL + (missing - fall) / USUAL_WARMTH);
}

/** How far sources fall that nobody looked at, and what warmth and wheel take unseen: ln rarity of 1 for each [m]. */
const USUAL_FALL = 3;
const USUAL_WARMTH = 0.7;
/**
 * Plants in which NPSH is not what it is taken for: level, warmth or sheet are other than the register says,
 * or only the latter two where level or gauge was read.
 */
const WRONG = { register: 0.02, read: 0.004 } as const;

const clip = (x: number): number => Math.min(Math.max(x, -30), 30);
