/** What speaks for or against causes apart from the readings: observations and tests. */
import type { CauseId, ObservationId, TestId } from "../case/index.ts";
import type { LeakSearch, Situation } from "../visit/index.ts";
import type { ReadingEvidence } from "./model/reading-evidence.ts";
import { type CauseRow, CAUSES } from "./tables/causes/index.ts";
import { type ObservationRow, OBSERVATIONS, type Origin } from "./tables/observations/index.ts";
import { hangsOnState, observationRate } from "./tables/observations/rates.ts";
import { testRow, type TestRow } from "./tables/tests/index.ts";
import { isModelled } from "./test-rates.ts";

/** One thing that speaks for or against causes. */
export interface EvidenceItem {
  readonly kind:
    "reading" | "observation" | "test" | "running" | "level" | "margin" | "counted" | "search";
  readonly id: string;
  /** ln p(item | cause, everything else), one per cause in the order of the posterior. */
  readonly logLikelihood: readonly number[];
  readonly reading?: ReadingEvidence;
  readonly observation?: ObservationRow & { readonly present: boolean };
  readonly outcome?: string;
  /** What was counted, over what is usual of it. */
  readonly counted?: { readonly what: string; readonly ratio: number; readonly of: string };
  /** Where the drawn line lets air in, as far as it was searched. */
  readonly search?: LeakSearch;
  /** NPSH available less required at the duty, by layout and sheet [m]. */
  readonly margin?: number;
  /** Level of the source over the shaft, today and in the register [m]. */
  readonly level?: { readonly seen: number; readonly register: number };
}

/** Ids of the two items made of silence: what was not seen, and what the state gave nobody reason to tell. */
const NOT_MENTIONED = "not-mentioned";
export const NOT_COMPLAINED = "not-complained";

export const isSilence = ({ id }: Pick<EvidenceItem, "id">): boolean =>
  id === NOT_MENTIONED || id === NOT_COMPLAINED;

export const groupOf = (o: ObservationRow): string => o.id.slice(0, o.id.indexOf("."));

/**
 * Chance that an observation is known and written down where it could be made. A complaint is why somebody
 * came; what strikes whoever stands at the pump is written down; what meets eye and ear is mostly noted; what has
 * to be tried or opened is seldom known at all.
 */
const NOTED = { complained: 0.95, struck: 0.9, met: 0.65, tried: 0.3, opened: 0.12 } as const;

const STRIKING: readonly ObservationId[] = [
  "mechanical.seal-drip",
  "mechanical.bearing-hot",
  "mechanical.casing-hot",
  "mechanical.vibration-high",
];

const TRIED: readonly ObservationId[] = [
  "gauges.suction-zero-off",
  "gauges.discharge-zero-off",
  "mechanical.shaft-hard-to-turn",
  "mechanical.shaft-free",
  "mechanical.coupling-slips",
  "mechanical.belt-loose",
  "electrical.terminal-warm",
  "control.float-free",
  "control.hand-mode-pumps",
  "control.hand-mode-no-pump",
  "suction.strainer-dirty",
  "rotation.arrow-agrees",
  "rotation.arrow-disagrees",
];

export function notedShare({ id }: ObservationRow): number {
  if (id.startsWith("complaint.")) return NOTED.complained;
  if (id.startsWith("damage.")) return NOTED.opened;
  if (STRIKING.includes(id)) return NOTED.struck;
  return TRIED.includes(id) ? NOTED.tried : NOTED.met;
}

/** Of what nobody mentioned: observations of one key count once. Each complaint is one of its own. */
export const silenceKey = (o: ObservationRow): string =>
  o.origin === "own" || groupOf(o) === "complaint" ? o.id : o.origin;

/** Weight of the second and later items of one origin: they mostly say the same again. */
const SAID_AGAIN = 0.7;

/** Groups of which one thing is told: the kind of noise, since when, what the throttle does to it. */
const ONE_OF = ["noise", "onset", "throttled"] as const;

export const isOneOf = (o: ObservationRow): boolean => ONE_OF.some((g) => g === groupOf(o));

/** How often somebody says since when: of what is in order, and of a gauge that misleads, there is less to say. */
const SAID_SINCE_WHEN = { ofTrouble: 0.6, ofNone: 0.5 } as const;

const saidSinceWhen = ({ id, side }: CauseRow): number =>
  id === "healthy" || side === "instrument" ? SAID_SINCE_WHEN.ofNone : SAID_SINCE_WHEN.ofTrouble;

const tellsSinceWhen = (id: string): boolean => id.startsWith("onset.");

type How = "there" | "not" | "silent";

/** ln rates of an observation by the index of each cause in {@link CAUSES}. */
type LogRates = Readonly<Record<How, readonly number[]>>;

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
        there: rates.map((p, i) => {
          const cause = CAUSES[i];
          const said = cause && tellsSinceWhen(o.id) ? saidSinceWhen(cause) : 1;
          return Math.log(said * (all[i] ? p / all[i] : p));
        }),
        not: rates.map((p) => Math.log(1 - p)),
        silent: rates.map((p) => Math.log(1 - notedShare(o) * p)),
      },
    ];
  }),
);

/** ln rate of one observation under each of the causes at hand. */
function logRates(o: ObservationRow, causes: readonly CauseRow[], how: How): number[] {
  const list = LOG_RATES.get(o.id)?.[how] ?? [];
  return causes.map((c) => list[CAUSE_PLACE.get(c.id) ?? 0] ?? 0);
}

const CAUSE_PLACE: ReadonlyMap<CauseId, number> = new Map(CAUSES.map((c, i) => [c.id, i]));

/** An observation that was made, and how much it counts beside others of its origin. */
export interface Told {
  readonly row: ObservationRow;
  readonly present: boolean;
  readonly weight: number;
}

/** What was seen or looked for and not there; of one origin, what tells most comes first and counts in full. */
export function toldOf({ present, absent, tests }: Situation): readonly Told[] {
  const answered = new Set(tests.flatMap((t) => testRow(t.test)?.echoes ?? []));
  const seen = OBSERVATIONS.flatMap((row) => {
    const isPresent = present.includes(row.id);
    // Listed both ways it was not looked at.
    if (isPresent === absent.includes(row.id)) return [];
    const raw = LOG_RATES.get(row.id)?.[isPresent ? "there" : "not"] ?? [];
    return [{ row, present: isPresent, reach: Math.max(...raw) - Math.min(...raw) }];
  }).sort((a, b) => b.reach - a.reach);
  const met = new Set<Origin>();
  return seen.map(({ row, present: isPresent }) => {
    const again = answered.has(row.id) || (row.origin !== "own" && met.has(row.origin));
    met.add(row.origin);
    return { row, present: isPresent, weight: again ? SAID_AGAIN : 1 };
  });
}

/**
 * Observations by their tables.
 * @param byState - true when those that hang on the pump's state are weighed with the readings
 */
export function observationItems(
  situation: Situation,
  causes: readonly CauseRow[],
  byState: boolean,
): EvidenceItem[] {
  const items = toldOf(situation)
    .filter(({ row }) => !(byState && hangsOnState(row)))
    .map(({ row, present, weight }): EvidenceItem => ({
      kind: "observation",
      id: row.id,
      observation: { ...row, present },
      logLikelihood: logRates(row, causes, present ? "there" : "not").map((r) => r * weight),
    }));
  if (situation.present.length + situation.absent.length === 0) return items;
  return [...items, notMentioned(situation, causes, byState)];
}

/** What nobody wrote down, of the questions that are not one of several answers. */
export function unmentioned({ present, absent }: Situation): readonly ObservationRow[] {
  const told = new Set([...present, ...absent]);
  return OBSERVATIONS.filter((o) => !told.has(o.id) && !isOneOf(o));
}

/** What nobody wrote down was probably not there: weak, and taken together as one item. */
function notMentioned(
  situation: Situation,
  causes: readonly CauseRow[],
  byState: boolean,
): EvidenceItem {
  const silent = unmentioned(situation).filter((o) => !(byState && hangsOnState(o)));
  // Of one origin only what is missed most counts.
  const byOrigin = new Map<string, number[]>();
  for (const o of silent) {
    const logs = logRates(o, causes, "silent");
    const key = silenceKey(o);
    const known = byOrigin.get(key);
    byOrigin.set(key, known ? logs.map((l, c) => Math.min(l, known[c] ?? l)) : logs);
  }
  const said = situation.present.some(tellsSinceWhen);
  const logLikelihood = causes.map((cause, c) =>
    [...byOrigin.values()].reduce(
      (sum, logs) => sum + (logs[c] ?? 0),
      said ? 0 : Math.log(1 - saidSinceWhen(cause)),
    ),
  );
  return { kind: "observation", id: NOT_MENTIONED, logLikelihood };
}

/**
 * Tests that were done, each by its outcome.
 * @param rates - probability of each outcome of a test under a cause, by index
 */
export function testItems(
  situation: Situation,
  causes: readonly CauseRow[],
  rates: (test: TestId, cause: number) => readonly number[],
  byState: boolean,
): EvidenceItem[] {
  return doneTests(situation)
    .filter(({ row }) => !(byState && isModelled(row.id)))
    .map(({ row, outcome, shares, weight }): EvidenceItem => ({
      kind: "test",
      id: row.id,
      outcome,
      logLikelihood: causes.map((_, c) => weight * Math.log(chanceOf(shares, rates(row.id, c)))),
    }));
}

/** Chance of a test as it turned out, where its readings leave open which outcome that was. */
const chanceOf = (shares: readonly number[], rates: readonly number[]): number =>
  shares.reduce((sum, share, k) => sum + share * (rates[k] ?? 1), 0);

/** A test that was done: its outcome, and how much that counts. */
export interface DoneTest {
  readonly row: TestRow;
  readonly outcome: string;
  readonly index: number;
  /** Chance of each outcome of the row: 1 for what was entered, or as its readings have it. */
  readonly shares: readonly number[];
  readonly weight: number;
}

export function doneTests(situation: Situation): readonly DoneTest[] {
  return situation.tests.flatMap((t): DoneTest[] => {
    const row = testRow(t.test);
    const index = row?.outcomes.findIndex((o) => o.id === t.outcome) ?? -1;
    if (!row || index < 0) return [];
    // What its after-reading shows is weighed there; the word for it says the same again.
    const isRead = situation.snapshots.some((s) => s.label !== "" && s.label === t.after);
    const weight = isRead || readAlready(row.id, situation) ? SAID_AGAIN : 1;
    const shares = row.outcomes.map(
      (o, k) => t.shares?.[o.id] ?? (!t.shares && k === index ? 1 : 0),
    );
    return [{ row, outcome: row.outcomes[index]?.id ?? "", index, shares, weight }];
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
  // Whoever says that it does start has seen it run.
  if (!ran && !situation.absent.includes("complaint.wont-start")) return [];
  return [{ kind: "running", id: "ran", logLikelihood: causes.map((c) => Math.log(c.runs ?? 1)) }];
}
