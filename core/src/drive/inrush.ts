/** What a captured start says. */

export interface Inrush {
  /** Start current over full-load current. */
  readonly ratio: number;
  readonly outcome: "low" | "usual" | "high";
}

/** Usual start current of a cage motor switched straight on, as a multiple of full load. */
export const USUAL_INRUSH = { low: 5, high: 8 } as const;

/**
 * Start current against the plate. Low: started through a soft starter or in star, or the meter was
 * too slow to catch it. High: low voltage, a jammed pump, or a wrong connection.
 * @param start - captured peak, r.m.s. [A]
 * @param fullLoad - plate [A], above 0
 */
export function inrush(start: number, fullLoad: number): Inrush {
  const ratio = start / fullLoad;
  const { low, high } = USUAL_INRUSH;
  return { ratio, outcome: ratio < low ? "low" : ratio > high ? "high" : "usual" };
}
