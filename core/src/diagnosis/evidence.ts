/** What speaks for or against causes apart from the readings: observations and tests. */
import type { TestId } from "../case/index.ts";
import type { Situation } from "../visit/index.ts";
import type { ReadingEvidence } from "./model/readings.ts";
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
  readonly kind: "reading" | "observation" | "test" | "running";
  readonly id: string;
  /** ln p(item | cause, everything else), one per cause in the order of the posterior. */
  readonly logLikelihood: readonly number[];
  readonly reading?: ReadingEvidence;
  readonly observation?: ObservationRow & { readonly present: boolean };
  readonly outcome?: string;
}

/** Chance that something present was looked at and written down. */
const NOTED = 0.6;

/** Weight of the second and later items of one origin: they mostly say the same again. */
const REPEATED = 0.8;

/** Observations that say the same as a test that was done. */
const ECHOES: Readonly<Partial<Record<TestId, readonly string[]>>> = {
  "throttle-and-listen": ["throttled.quieter", "throttled.same", "throttled.louder"],
  "rotation-look": ["rotation.arrow-agrees", "rotation.arrow-disagrees"],
  "gauge-zero": [
    "gauges.suction-zero-off",
    "gauges.discharge-zero-off",
    "gauges.suction-stuck",
    "gauges.discharge-stuck",
  ],
  "open-strainer-look": ["suction.strainer-dirty"],
  "discharge-valve-look": ["discharge.valve-part-closed"],
  "hand-mode": ["control.hand-mode-pumps", "control.hand-mode-no-pump"],
  "float-lift": ["control.float-free", "control.float-held-up"],
  "hand-turn-shaft": ["mechanical.shaft-hard-to-turn", "mechanical.shaft-free"],
};

/** Groups of which one thing is told: the kind of noise, since when, what the throttle does to it. */
const ONE_OF = ["noise", "onset", "throttled"] as const;

const groupOf = (o: ObservationRow): string => o.id.slice(0, o.id.indexOf("."));
const isOneOf = (o: ObservationRow): boolean => ONE_OF.some((g) => g === groupOf(o));

/** ln rates of every observation under every cause, there, not there and not told; made once. */
const LOG_RATES = new Map(
  OBSERVATIONS.map((o) => {
    const group = isOneOf(o) ? OBSERVATIONS.filter((x) => groupOf(x) === groupOf(o)) : [];
    const byCause = CAUSES.map((c) => {
      const p = observationRate(o, c.id);
      // One answer to one question: its share of all the answers there could be.
      const all = group.reduce((sum, x) => sum + observationRate(x, c.id), 0);
      const rates = {
        there: Math.log(all > 0 ? p / all : p),
        not: Math.log(1 - p),
        silent: Math.log(1 - NOTED * p),
      };
      return [c.id, rates] as const;
    });
    return [o.id, new Map(byCause)] as const;
  }),
);

const logRate = (o: ObservationRow, c: CauseRow, how: "there" | "not" | "silent"): number =>
  LOG_RATES.get(o.id)?.get(c.id)?.[how] ?? 0;

/** What was seen, looked for and not there, and what nobody mentioned. */
export function observationItems(
  situation: Situation,
  causes: readonly CauseRow[],
): EvidenceItem[] {
  const { present, absent } = situation;
  const told = new Set(situation.tests.flatMap((t) => ECHOES[t.test] ?? []));
  const seen = OBSERVATIONS.flatMap((o) => {
    const isPresent = present.includes(o.id);
    // Listed both ways it was not looked at.
    if (isPresent === absent.includes(o.id)) return [];
    const raw = causes.map((c) => logRate(o, c, isPresent ? "there" : "not"));
    return [{ o, present: isPresent, raw, reach: Math.max(...raw) - Math.min(...raw) }];
  }).sort((a, b) => b.reach - a.reach);

  const met = new Set<Origin>();
  const items = seen.map(({ o, present: isPresent, raw }): EvidenceItem => {
    const again = told.has(o.id) || (o.origin !== "own" && met.has(o.origin));
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
  const logLikelihood = causes.map((c) => {
    const byOrigin = new Map<string, number>();
    for (const o of silent) {
      const l = logRate(o, c, "silent");
      const key = o.origin === "own" ? o.id : o.origin;
      byOrigin.set(key, Math.min(byOrigin.get(key) ?? 0, l));
    }
    return [...byOrigin.values()].reduce((a, b) => a + b, 0);
  });
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
