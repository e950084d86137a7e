/** Run both ways at the same valve: which way is right, and how sure that is. */
import { chanceBelow } from "../quantity/index.ts";

export interface TwoDirectionInputs {
  /** As found, and with two wires exchanged: gauge pressure [Pa], or throw of the jet [m]. */
  readonly forward: number;
  readonly reverse: number;
  readonly of: "pressure" | "throw";
  /** Standard uncertainty of each reading, same unit. */
  readonly u: number;
  /** Straight vanes pump alike both ways. */
  readonly straightVanes: boolean;
}

export interface TwoDirection {
  readonly better: "forward" | "reverse" | "cannot-tell";
  /** Probability that the better reading is the right direction; 0.5 knows nothing. */
  readonly sure: number;
  /** Lesser reading over the greater. */
  readonly ratio: number | undefined;
  /** Why it is what it is, for a sentence. */
  readonly why: "clear" | "small-drop" | "alike" | "straight-vanes" | "no-reading";
}

/**
 * A radial wheel with backward vanes in reverse leaves half to seven tenths of its flow on a usual
 * system, so about 0.25 to 0.5 of the pressure across a fixed valve, and as much of a throw's length
 * as of the flow. With static head behind the valve less is lost.
 */
const REVERSED_RATIO = {
  pressure: { low: 0.25, high: 0.7 },
  throw: { low: 0.5, high: 0.75 },
} as const;

/** Above this ratio the wires may not have been exchanged at all. */
const ALIKE = 0.93;
/** How sure it must be to be said. */
const SURE_ENOUGH = 0.9;

/** Compares two readings at one valve position. Negative and zero readings carry no direction. */
export function twoDirection(inputs: TwoDirectionInputs): TwoDirection {
  const { forward, reverse, u } = inputs;
  const greater = Math.max(forward, reverse);
  if (!(greater > 0) || !Number.isFinite(forward + reverse)) {
    return { better: "cannot-tell", sure: 0.5, ratio: undefined, why: "no-reading" };
  }
  const ratio = Math.max(0, Math.min(forward, reverse)) / greater;
  const sure = chanceBelow(Math.abs(forward - reverse) / Math.hypot(u, u));
  if (inputs.straightVanes)
    return { better: "cannot-tell", sure: 0.5, ratio, why: "straight-vanes" };
  if (ratio > ALIKE || sure < SURE_ENOUGH) {
    return { better: "cannot-tell", sure, ratio, why: "alike" };
  }
  return {
    better: forward > reverse ? "forward" : "reverse",
    sure,
    ratio,
    why: ratio > REVERSED_RATIO[inputs.of].high ? "small-drop" : "clear",
  };
}
