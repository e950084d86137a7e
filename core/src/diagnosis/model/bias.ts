/**
 * Biases of this pump and its gauges learned from its fingerprint: deviations the same at every visit, each
 * in standard deviations of what it was before anything was read.
 */
import type { Setting } from "./operating-state.ts";
import type { Expectation, ReadingEvidence, ReadingKind } from "./reading-evidence.ts";

/** A lasting deviation: normal, of mean 0 and variance 1 before any reading. */
export interface Bias {
  readonly mean: number;
  readonly variance: number;
}

export type Biases = ReadonlyMap<ReadingKind, Bias>;

export const NO_BIASES: Biases = new Map();

/** What a reading should be under a setting, its lasting deviation taken as far as it is known. */
export function withBias(r: ReadingEvidence, setting: Setting, biases: Biases): Expectation {
  const e = r.under(setting);
  const bias = biases.get(r.kind);
  if (!bias) return e;
  const { mean } = bias;
  const known = 1 - bias.variance;
  return {
    at: (s, out) => {
      e.at(s, out);
      out.predicted += mean * out.lasting;
      out.variance -= known * out.lasting * out.lasting;
    },
    // `below` is left out: what lay on one side before is known for itself now.
  };
}
