/**
 * What a fingerprint has taught of this pump's place: deviations that are the same at every visit, each
 * in standard deviations of what it was before anything was read.
 */
import type { Setting } from "./operating-state.ts";
import type { Expectation, ReadingEvidence, ReadingKind } from "./reading-evidence.ts";

/** A lasting deviation: normal, of mean 0 and variance 1 before anything taught it. */
export interface Lesson {
  readonly mean: number;
  readonly variance: number;
}

export type Lessons = ReadonlyMap<ReadingKind, Lesson>;

export const UNTAUGHT: Lessons = new Map();

/** What a reading should be under a setting, its lasting deviation taken as far as it was taught. */
export function taught(r: ReadingEvidence, setting: Setting, lessons: Lessons): Expectation {
  const e = r.under(setting);
  const lesson = lessons.get(r.kind);
  if (!lesson) return e;
  const { mean } = lesson;
  const known = 1 - lesson.variance;
  return {
    at: (s, out) => {
      e.at(s, out);
      out.predicted += mean * out.lasting;
      out.variance -= known * out.lasting * out.lasting;
    },
    // `below` is left out: what lay on one side before is known for itself now.
  };
}
