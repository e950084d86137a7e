/** What a reading is as evidence: what was seen, and what a state would show. */
import type { Dimension } from "../../quantity/index.ts";
import type { Situation, Snapshot } from "../../visit/index.ts";
import type { OperatingState, Setting } from "./operating-state.ts";
import type { PumpModel } from "./pump-model.ts";

/** What a reading should be at one state. Filled anew for each: one object is reused because millions are. */
export interface Expected {
  predicted: number;
  /** Variance of (seen − predicted). */
  variance: number;
  /**
   * Standard deviation of that part of the gap which is the same at every visit: a level nobody wrote
   * down, a motor that takes more than its plate says. A fingerprint teaches it. 0 where nothing lasts, and
   * never more than the whole.
   */
  lasting: number;
}

export const nothingExpected = (): Expected => ({ predicted: 0, variance: 0, lasting: 0 });

/** What a reading should be under one setting. */
export interface Expectation {
  readonly at: (state: OperatingState, out: Expected) => void;
  /** Times a gap counts when the reading lies below what was predicted: some errors go one way. */
  readonly below?: number;
  /** ln density of what was seen, for a still reading that does not scatter round a figure as others do. */
  readonly log?: number;
}

export type ReadingKind =
  | "suction-gauge"
  | "discharge-gauge"
  /** The discharge gauge where no suction gauge was read: the level is in its doubt. */
  | "discharge-alone"
  | "flow-meter"
  | "motor-load"
  | "phase-balance"
  | "phase-shape"
  | "volt-balance"
  | "supply-voltage"
  | "speed"
  | "speed-setting";

/** One reading as evidence. Prediction and seen value share a unit (SI; speeds r/min). */
export interface ReadingEvidence {
  /** `snapshot index : kind`, for example `0:discharge-gauge`. */
  readonly id: string;
  /** The same for every snapshot. */
  readonly kind: ReadingKind;
  readonly label: string;
  readonly snapshot: string;
  readonly dimension: Dimension | "percent" | "metres" | "shape";
  readonly seen: number;
  /** Does not depend on the flow: weighed once for a condition. */
  readonly still: boolean;
  readonly under: (setting: Setting) => Expectation;
  /** How far what lasts of its gap moves from visit to visit at most (standard deviation); see `FORGOTTEN`. */
  readonly wanders?: number;
}

/** Standard deviation of this pump from its sheet that the model has not already given a value. */
export interface CurveSpread {
  readonly head: number;
  readonly flow: number;
  readonly power: number;
}

export interface ReadingContext {
  readonly situation: Situation;
  readonly snapshot: Snapshot;
  readonly model: PumpModel | undefined;
  readonly spread: CurveSpread;
  /** Id and kind of a reading taken there. */
  readonly named: (kind: ReadingKind) => Pick<ReadingEvidence, "id" | "kind">;
}

/** An expectation at one state, in an object of its own. */
export function expectedAt(expectation: Expectation, state: OperatingState): Expected {
  const out = nothingExpected();
  expectation.at(state, out);
  return out;
}

/** A reading that hangs on the condition alone. */
export const constant = (predicted: number, variance: number, lasting = 0): Expectation => ({
  at: (_, out) => {
    out.predicted = predicted;
    out.variance = variance;
    out.lasting = lasting;
  },
});
