/** A signed visit, as the years are told from it. */
import type { CaseFile } from "../case/index.ts";
import type { TrendVisit } from "./trend.ts";

/** A signed visit with its readings. */
export interface YearVisit {
  /** ISO 8601. */
  readonly at: string;
  readonly kind: TrendVisit["kind"];
  readonly fingerprint: boolean;
  readonly file: CaseFile;
}

/** Oldest first. */
export const byTime = (visits: readonly YearVisit[]): YearVisit[] =>
  visits.toSorted((a, b) => a.at.localeCompare(b.at));
