/** From situation to posterior: priors, forward models, observations and tests brought together. */
import type { Situation } from "../visit/index.ts";
import { type CauseRow, CAUSES } from "./causes.ts";
import { type EvidenceItem, observationItems, testItems } from "./evidence.ts";
import { logSum, ownCurveWeights, type SeverityBand, weigh } from "./marginal.ts";
import type { OperatingState } from "./operating-state.ts";
import { prepare } from "./preparation.ts";
import { FLOOR, priorRow, UNLISTED } from "./priors.ts";
import { pumpModel } from "./pump-model.ts";

export interface PosteriorCause {
  readonly row: CauseRow;
  readonly prior: number;
  readonly probability: number;
  readonly severity: SeverityBand;
  /** What each reading would be under this cause at its likeliest size, by reading id. */
  readonly predicted: ReadonlyMap<string, number>;
  /** State of each snapshot at that point. */
  readonly states: readonly OperatingState[];
}

export interface Posterior {
  readonly causes: readonly PosteriorCause[];
  readonly items: readonly EvidenceItem[];
  /** Bits each item speaks for a cause: change of its log odds when the item is left out. */
  readonly bits: (item: EvidenceItem, causeIndex: number) => number;
}

/** Weighs every applicable cause. Deterministic. */
export function posteriorOf(situation: Situation): Posterior {
  const causes = CAUSES.filter((c) => applies(c, situation));
  const model = situation.curve && pumpModel(situation.curve);
  const shared = situation.snapshots.length + situation.fingerprints.length > 1;
  const visits = situation.snapshots.filter((s) => s.running);
  const prepared = visits.map((s, i) => prepare(situation, s, i, model, shared));
  const ownWeights = ownCurveWeights(situation, model, shared);
  const weighed = causes.map((row) => weigh(row, prepared, ownWeights));

  const items: EvidenceItem[] = prepared.flatMap((p, snapshotIndex) =>
    p.readings.map((reading, i) => ({
      kind: "reading" as const,
      id: reading.id,
      reading,
      logLikelihood: weighed.map(
        (w) => w.logTotal - (w.logWithout[snapshotIndex]?.[i] ?? w.logTotal),
      ),
    })),
  );
  items.push(...observationItems(situation, causes), ...testItems(situation, causes));

  const prior = priorsOf(situation, causes);
  const others = items.filter((i) => i.kind !== "reading");
  const log = causes.map(
    (_, c) =>
      Math.log(prior[c] ?? FLOOR) +
      (weighed[c]?.logTotal ?? 0) +
      others.reduce((sum, item) => sum + (item.logLikelihood[c] ?? 0), 0),
  );
  const probability = softmax(log);
  return {
    causes: causes.map((row, c) => ({
      row,
      prior: prior[c] ?? 0,
      probability: probability[c] ?? 0,
      severity: weighed[c]?.severity ?? null,
      predicted: weighed[c]?.predicted ?? new Map(),
      states: weighed[c]?.states ?? [],
    })),
    items,
    bits: (item, c) => {
      const without = log.map((l, k) => l - (item.logLikelihood[k] ?? 0));
      return (oddsOf(log, c) - oddsOf(without, c)) / Math.LN2;
    },
  };
}

function applies(c: CauseRow, s: Situation): boolean {
  return !(c.not?.installations?.includes(s.installation) || c.not?.drivers?.includes(s.driver));
}

function priorsOf(situation: Situation, causes: readonly CauseRow[]): readonly number[] {
  const row = priorRow(situation.family, situation.installation, situation.driver);
  const raw = causes.map((c) => (c.id === "unlisted" ? UNLISTED : (row[c.id] ?? FLOOR)));
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((p) => p / sum);
}

function softmax(log: readonly number[]): readonly number[] {
  const total = logSum(log);
  const p = log.map((l) => Math.exp(l - total));
  const sum = p.reduce((a, b) => a + b, 0);
  return p.map((v) => v / sum);
}

/** ln odds of entry c against all others. */
function oddsOf(log: readonly number[], c: number): number {
  const rest = log.filter((_, k) => k !== c);
  return (log[c] ?? 0) - logSum(rest);
}
