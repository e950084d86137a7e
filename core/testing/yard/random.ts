/** Draws by a seed: the same seed, the same yard. */

export interface Draws {
  readonly uniform: (low: number, high: number) => number;
  /** Even in the logarithm. */
  readonly spread: (low: number, high: number) => number;
  readonly normal: (sd: number) => number;
  readonly chance: (p: number) => boolean;
  readonly pick: <T>(list: readonly T[]) => T;
  readonly weighted: <T>(rows: readonly (readonly [T, number])[]) => T;
}

/** mulberry32: small, and good enough for a yard. */
export function drawsOf(seed: number): Draws {
  let a = seed >>> 0;
  const next = (): number => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const pick = <T>(list: readonly T[]): T => {
    const chosen = list[Math.floor(next() * list.length)];
    if (chosen === undefined) throw new Error("nothing to pick from");
    return chosen;
  };
  return {
    uniform: (low, high) => low + (high - low) * next(),
    spread: (low, high) => low * (high / low) ** next(),
    normal: (sd) => sd * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    chance: (p) => next() < p,
    pick,
    weighted: (rows) => {
      let left = next() * rows.reduce((s, [, w]) => s + w, 0);
      for (const [value, w] of rows) {
        left -= w;
        if (left < 0) return value;
      }
      return pick(rows)[0];
    },
  };
}
