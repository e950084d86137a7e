/** What speaks for or against causes apart from the readings: observations and tests. */
import type { Situation } from "../visit/index.ts";
import type { CauseRow } from "./causes.ts";
import { observationRate, type ObservationRow, OBSERVATIONS, type Origin } from "./observations.ts";
import type { ReadingEvidence } from "./readings.ts";
import { outcomeRates, testRow } from "./tests.ts";

/** One thing that speaks for or against causes. */
export interface EvidenceItem {
  readonly kind: "reading" | "observation" | "test";
  readonly id: string;
  /** ln p(item | cause, everything else), one per cause in order of {@link PosteriorCause}. */
  readonly logLikelihood: readonly number[];
  readonly reading?: ReadingEvidence;
  readonly observation?: ObservationRow & { readonly present: boolean };
  readonly outcome?: string;
}

/** Chance that something present was looked at and written down. */
const NOTED = 0.5;

/**
 * Weight of the second and later observations of one origin: they mostly say the same again.
 */
const REPEATED = 0.45;

/** What was seen, looked for and not there, and what nobody mentioned. */
export function observationItems(
  situation: Situation,
  causes: readonly CauseRow[],
): EvidenceItem[] {
  const seen = OBSERVATIONS.flatMap((o) => {
    const present = situation.present.includes(o.id);
    if (!present && !situation.absent.includes(o.id)) return [];
    const raw = causes.map((c) => {
      const p = observationRate(o, c.id);
      return Math.log(present ? p : 1 - p);
    });
    return [{ o, present, raw, reach: Math.max(...raw) - Math.min(...raw) }];
  }).sort((a, b) => b.reach - a.reach);

  const met = new Set<Origin>();
  const items = seen.map(({ o, present, raw }): EvidenceItem => {
    const again = o.origin !== "own" && met.has(o.origin);
    met.add(o.origin);
    const weight = again ? REPEATED : 1;
    return {
      kind: "observation",
      id: o.id,
      observation: { ...o, present },
      logLikelihood: raw.map((r) => r * weight),
    };
  });
  if (situation.present.length === 0) return items;
  // What nobody wrote down was probably not there: weak, and taken together as one item.
  const silent = OBSERVATIONS.filter(
    (o) => !situation.present.includes(o.id) && !situation.absent.includes(o.id),
  );
  const logLikelihood = causes.map((c) => {
    const byOrigin = new Map<Origin | string, number>();
    for (const o of silent) {
      const l = Math.log(1 - NOTED * observationRate(o, c.id));
      const key = o.origin === "own" ? o.id : o.origin;
      byOrigin.set(key, Math.min(byOrigin.get(key) ?? 0, l));
    }
    return [...byOrigin.values()].reduce((a, b) => a + b, 0);
  });
  return [...items, { kind: "observation", id: "not-mentioned", logLikelihood }];
}

/** Tests that were done, each by its outcome. */
export function testItems(situation: Situation, causes: readonly CauseRow[]): EvidenceItem[] {
  return situation.tests.flatMap((t): EvidenceItem[] => {
    const row = testRow(t.test);
    const k = row?.outcomes.findIndex((o) => o.id === t.outcome) ?? -1;
    if (!row || k < 0) return [];
    return [
      {
        kind: "test",
        id: t.test,
        outcome: t.outcome,
        logLikelihood: causes.map((c) => Math.log(outcomeRates(row, c.id)[k] ?? 1)),
      },
    ];
  });
}
