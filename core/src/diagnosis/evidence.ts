/** What speaks for or against causes apart from the readings: observations and tests. */
import type { CauseId, ObservationId, TestId } from "../case/index.ts";
import type { Situation } from "../visit/index.ts";
import type { ReadingEvidence } from "./model/reading-evidence.ts";
import { type CauseRow, CAUSES } from "./tables/causes/index.ts";
import {
  observationRate,
  type ObservationRow,
  OBSERVATIONS,
  type Origin,
} from "./tables/observations/index.ts";
import { testRow } from "./tables/tests/index.ts";

/** One thing that speaks for or against causes. */
export interface EvidenceItem {
  readonly kind: "reading" | "observation" | "test" | "running" | "level";
  readonly id: string;
  /** ln p(item | cause, everything else), one per cause in the order of the posterior. */
  readonly logLikelihood: readonly number[];
  readonly reading?: ReadingEvidence;
  readonly observation?: ObservationRow & { readonly present: boolean };
  readonly outcome?: string;
  /** Level of the source over the shaft, today and in the register [m]. */
  readonly level?: { readonly seen: number; readonly register: number };
}

/** Chance that something present was looked at and written down. */
const NOTED = 0.6;

/** Weight of the second and later items of one origin: they mostly say the same again. */
const REPEATED = 0.45;

/** Groups of which one thing is told: the kind of noise, since when, what the throttle does to it. */
const ONE_OF = ["noise", "onset", "throttled"] as const;

const groupOf = (o: ObservationRow): string => o.id.slice(0, o.id.indexOf("."));
const isOneOf = (o: ObservationRow): boolean => ONE_OF.some((g) => g === groupOf(o));

type Told = "there" | "not" | "silent";

/** ln rates of an observation by the place of each cause in {@link CAUSES}. */
type LogRates = Readonly<Record<Told, readonly number[]>>;

/** There, not there and not told, for every observation; made once. */
const LOG_RATES: ReadonlyMap<ObservationId, LogRates> = new Map(
  OBSERVATIONS.map((o) => {
    const group = isOneOf(o) ? OBSERVATIONS.filter((x) => groupOf(x) === groupOf(o)) : [];
    const rates = CAUSES.map((c) => observationRate(o, c.id));
    // One answer to one question: its share of all the answers there could be.
    const all = CAUSES.map((c) => group.reduce((sum, x) => sum + observationRate(x, c.id), 0));
    return [
      o.id,
      {
        there: rates.map((p, i) => Math.log(all[i] ? p / all[i] : p)),
        not: rates.map((p) => Math.log(1 - p)),
        silent: rates.map((p) => Math.log(1 - NOTED * p)),
      },
    ];
  }),
);

/** ln rate of one observation under each of the causes at hand. */
function logRates(o: ObservationRow, causes: readonly CauseRow[], how: Told): number[] {
  const list = LOG_RATES.get(o.id)?.[how] ?? [];
  return causes.map((c) => list[CAUSE_PLACE.get(c.id) ?? 0] ?? 0);
}

const CAUSE_PLACE: ReadonlyMap<CauseId, number> = new Map(CAUSES.map((c, i) => [c.id, i]));

/** What was seen, looked for and not there, and what nobody mentioned. */
export function observationItems(
  situation: Situation,
  causes: readonly CauseRow[],
): EvidenceItem[] {
  const { present, absent } = situation;
  const answered = new Set(situation.tests.flatMap((t) => testRow(t.test)?.echoes ?? []));
  const seen = OBSERVATIONS.flatMap((o) => {
    const isPresent = present.includes(o.id);
    // Listed both ways it was not looked at.
    if (isPresent === absent.includes(o.id)) return [];
    const raw = logRates(o, causes, isPresent ? "there" : "not");
    return [{ o, present: isPresent, raw, reach: Math.max(...raw) - Math.min(...raw) }];
  }).sort((a, b) => b.reach - a.reach);

  const met = new Set<Origin>();
  const items = seen.map(({ o, present: isPresent, raw }): EvidenceItem => {
    const again = answered.has(o.id) || (o.origin !== "own" && met.has(o.origin));
    met.add(o.origin);
    const weight = again ? REPEATED : 1;
    return {
      kind: "observation",
      id: o.id,
      observation: { ...o, present: isPresent },
      logLikelihood: raw.map((r) => r * weight),
    };
  });
  if (present.length === 0) return items;
  return [...items, notMentioned(situation, causes)];
}

/** What nobody wrote down was probably not there: weak, and taken together as one item. */
function notMentioned(situation: Situation, causes: readonly CauseRow[]): EvidenceItem {
  const told = new Set([...situation.present, ...situation.absent]);
  // A question that was not answered says nothing.
  const silent = OBSERVATIONS.filter((o) => !told.has(o.id) && !isOneOf(o));
  // Of one origin only what is missed most counts.
  const byOrigin = new Map<string, number[]>();
  for (const o of silent) {
    const logs = logRates(o, causes, "silent");
    const key = o.origin === "own" ? o.id : o.origin;
    const known = byOrigin.get(key);
    byOrigin.set(key, known ? logs.map((l, c) => Math.min(l, known[c] ?? l)) : logs);
  }
  const logLikelihood = causes.map((_, c) =>
    [...byOrigin.values()].reduce((sum, logs) => sum + (logs[c] ?? 0), 0),
  );
  return { kind: "observation", id: "not-mentioned", logLikelihood };
}

/**
 * Tests that were done, each by its outcome.
 * @param rates - probability of each outcome of a test under a cause, by index
 */
export function testItems(
  situation: Situation,
  causes: readonly CauseRow[],
  rates: (test: TestId, cause: number) => readonly number[],
): EvidenceItem[] {
  return situation.tests.flatMap((t): EvidenceItem[] => {
    const row = testRow(t.test);
    const k = row?.outcomes.findIndex((o) => o.id === t.outcome) ?? -1;
    if (!row || k < 0) return [];
    // What its after-reading shows is weighed there; the word for it says the same again.
    const isRead = situation.snapshots.some((s) => s.label !== "" && s.label === t.after);
    const weight = isRead || readAlready(row.id, situation) ? REPEATED : 1;
    return [
      {
        kind: "test",
        id: t.test,
        outcome: t.outcome,
        logLikelihood: causes.map((_, c) => weight * Math.log(rates(row.id, c)[k] ?? 1)),
      },
    ];
  });
}

/** Whether readings that were taken answer a test: it would tell the same again. */
export function readAlready(test: TestId, s: Situation): boolean {
  if (test === "shut-off-head") return s.snapshots.some((v) => v.valve === "shut" && v.discharge);
  if (test === "speed-check") return s.snapshots.some((v) => v.speed !== undefined);
  if (test === "suction-pressure-vs-layout") {
    return s.layout !== undefined && s.snapshots.some((v) => v.suction !== undefined);
  }
  return false;
}

/** That it ran at all while readings were taken. */
export function runningItem(situation: Situation, causes: readonly CauseRow[]): EvidenceItem[] {
  const ran = situation.snapshots.some(
    (s) => s.running && (s.suction ?? s.discharge ?? s.flow ?? s.speed ?? s.amps[0]) !== undefined,
  );
  if (!ran) return [];
  return [{ kind: "running", id: "ran", logLikelihood: causes.map((c) => Math.log(c.runs ?? 1)) }];
}
