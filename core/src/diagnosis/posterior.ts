/** From situation to posterior: priors, forward models, observations and tests brought together. */
import type { CauseId, TestId } from "../case/index.ts";
import type { Situation, Snapshot } from "../visit/index.ts";
import { type EvidenceItem, observationItems, runningItem, testItems } from "./evidence.ts";
import { countedItems } from "./counted-signs.ts";
import { historyFactor } from "./history.ts";
import { noticedItems } from "./impressions.ts";
import { logSum } from "./model/log-sum.ts";
import { scales, type SeverityBand, type Weighed } from "./model/marginal.ts";
import { ownCurves } from "./model/own-curves.ts";
import type { OperatingState, Setting } from "./model/operating-state.ts";
import { weighPairs } from "./pairs.ts";
import { levelItem } from "./level-evidence.ts";
import { marginItem } from "./margin-evidence.ts";
import { prepare } from "./model/preparation.ts";
import { modelOf } from "./model/pump-model.ts";
import { applies, type CauseRow, CAUSES, onPump } from "./tables/causes/index.ts";
import { priorOf, priorRow } from "./tables/priors.ts";
import { drawnFactor } from "./drawn-line.ts";
import { leakSearchItem } from "./leak-evidence.ts";
import { setupFactor } from "./setup.ts";
import { testRates } from "./test-rates.ts";

export interface PosteriorCause {
  readonly row: CauseRow;
  readonly prior: number;
  readonly probability: number;
  readonly severity: SeverityBand;
  /** What each reading would be under this cause at its likeliest size, by reading id. */
  readonly predicted: ReadonlyMap<string, number>;
  /** How far each reading lies from that, in its standard deviations, by reading id. */
  readonly gaps: ReadonlyMap<string, number>;
  /** State and setting of each running snapshot at that point, by the snapshot's key. */
  readonly states: ReadonlyMap<string, OperatingState>;
  readonly settings: ReadonlyMap<string, Setting>;
}

export interface Posterior {
  readonly causes: readonly PosteriorCause[];
  readonly items: readonly EvidenceItem[];
  /** Two causes at once, likeliest first; their probability is counted with the first of them. */
  readonly pairs: readonly {
    readonly ids: readonly [CauseId, CauseId];
    readonly probability: number;
  }[];
  /** Bits each item speaks for a cause: change of its log odds when the item is left out. */
  readonly bits: (item: EvidenceItem, causeIndex: number) => number;
  /**
   * Bits all readings together speak for a cause. Readings that agree count for little one by one, since each is
   * borne out by the others: what they say together is more than their sum.
   */
  readonly bitsOfReadings: (causeIndex: number) => number;
  /** How likely it is that nothing worth the name flows as the pump stands: dry, shut in, or not turning. */
  readonly nothingFlows: number;
  /** Probability of every cause with one item left out, in the order of `causes`. */
  readonly without: (item: EvidenceItem) => readonly number[];
  /** Probability of each outcome of a test under a cause, by index. */
  readonly rates: (test: TestId, causeIndex: number) => readonly number[];
}

/** Weighs every applicable cause. Deterministic. */
export function posteriorOf(situation: Situation): Posterior {
  const causes = CAUSES.filter((c) => applies(c, situation)).map((c) => onPump(c, situation));
  const model = modelOf(situation);
  const shared =
    situation.displacement !== undefined ||
    situation.snapshots.length + situation.fingerprints.length > 1;
  const running = snapshotsOf(situation);
  const keys = running.map((s) => s.key);
  // What people tell of belongs to the pump as it was found; without a rating only tables know it.
  const found = model ? running.findIndex((s) => s.valve === "as-found" || s.valve === "open") : -1;
  const byState = found >= 0;
  const noticed = byState ? noticedItems(situation) : [];
  const prepared = running.map((s) => prepare(situation, s, model, shared));
  const scale = scales(prepared, ownCurves(situation, model, shared), causes, {
    snapshot: found,
    impressions: noticed,
  });
  const weighed = causes.map((row) => scale.weigh(row));
  const rates = testRates(causes, weighed, prepared[found]?.surroundings);

  const integrated: EvidenceItem[] = [
    ...prepared
      .flatMap((p) => p.readings)
      .map((reading, i) => ({
        kind: "reading" as const,
        id: reading.id,
        reading,
        logLikelihood: weighed.map((w) => w.logTotal - (w.logWithout[i] ?? w.logTotal)),
      })),
    ...noticed.map(({ item }, j) => ({
      ...item,
      logLikelihood: weighed.map((w) => w.logTotal - (w.logUnnoticed[j] ?? w.logTotal)),
    })),
  ];
  const others: EvidenceItem[] = [
    ...levelItem(situation, causes),
    ...countedItems(situation, causes),
    ...marginItem(situation, prepared[found], causes),
    ...runningItem(situation, causes),
    ...observationItems(situation, causes, byState),
    ...testItems(situation, causes, rates, byState),
    ...leakSearchItem(situation, causes),
  ];
  const items = [...integrated, ...others];
  const prior = priorsOf(situation, causes);
  const log = causes.map(
    (_, c) =>
      Math.log(prior[c] ?? 0) +
      (weighed[c]?.logTotal ?? 0) +
      others.reduce((sum, item) => sum + (item.logLikelihood[c] ?? 0), 0),
  );
  const leftOut = (item: EvidenceItem) => log.map((l, k) => l - (item.logLikelihood[k] ?? 0));
  const alone = softmax(log);
  const pairs = weighPairs({
    causes,
    prior,
    probability: alone,
    weighed,
    integrated,
    others,
    weigh: scale.weigh,
  });
  const shares = softmax([...log, ...pairs.map((w) => w.log)]);
  const probability = causes.map((_, c) =>
    pairs.reduce(
      (sum, w, k) => (w.first === c ? sum + (shares[causes.length + k] ?? 0) : sum),
      shares[c] ?? 0,
    ),
  );
  const odds = logOdds(log);
  let unread: readonly number[] | undefined;
  const spared = new Map<EvidenceItem, readonly number[]>();
  return {
    causes: causes.map((row, c) =>
      causeOf(row, prior[c] ?? 0, probability[c] ?? 0, weighed[c], keys),
    ),
    items,
    pairs: pairs
      .map(({ ids }, k) => ({ ids, probability: shares[causes.length + k] ?? 0 }))
      .sort((a, b) => b.probability - a.probability),
    bits: (item, c) => {
      const without = spared.get(item) ?? logOdds(leftOut(item));
      spared.set(item, without);
      return ((odds[c] ?? 0) - (without[c] ?? 0)) / Math.LN2;
    },
    bitsOfReadings: (c) => {
      if (prepared.every((p) => p.readings.length === 0)) return 0;
      unread ??= logOdds(
        log.map((l, k) => l - (weighed[k]?.logTotal ?? 0) + (weighed[k]?.logUnread ?? 0)),
      );
      return ((odds[c] ?? 0) - (unread[c] ?? 0)) / Math.LN2;
    },
    nothingFlows: causes.reduce((sum, _, c) => {
      const sizes = weighed[c]?.sizes() ?? [];
      if (found < 0) return sum + (probability[c] ?? 0) * dryAsTold(situation, causes[c]);
      const dry = sizes.reduce(
        (s, { share, state, setting }) => s + (isDry(state, setting) ? share : 0),
        0,
      );
      return sum + (probability[c] ?? 0) * dry;
    }, 0),
    without: (item) => softmax(leftOut(item)),
    rates,
  };
}

/** Below this share of its best-point flow nothing worth the name comes. */
const NEXT_TO_NOTHING = 0.04;

const isDry = ({ flow }: OperatingState, { pump, condition }: Setting): boolean =>
  condition.dead !== null || flow < NEXT_TO_NOTHING * pump.bestFlow;

/** Chance that nothing comes where only people tell of it. */
const NOTHING_AS_TOLD = 0.8;

const dryAsTold = (situation: Situation, row: CauseRow | undefined): number => {
  if (situation.snapshots.some((s) => (s.flow?.value ?? 0) > 0)) return 0;
  if (row?.condition(1).dead) return 1;
  return situation.present.includes("complaint.no-flow") ? NOTHING_AS_TOLD : 0;
};

function causeOf(
  row: CauseRow,
  prior: number,
  probability: number,
  weighed: Weighed | undefined,
  keys: readonly string[],
): PosteriorCause {
  const byKey = <T>(list: readonly T[] | undefined): ReadonlyMap<string, T> =>
    new Map((list ?? []).map((value, i) => [keys[i] ?? "", value]));
  return {
    row,
    prior,
    probability,
    severity: weighed?.severity ?? null,
    get predicted() {
      return weighed?.picture().predicted ?? new Map();
    },
    get gaps() {
      return weighed?.picture().gaps ?? new Map();
    },
    get states() {
      return byKey(weighed?.picture().states);
    },
    get settings() {
      return byKey(weighed?.picture().settings);
    },
  };
}

/** The running snapshots; where nothing was read but people tell of it, the pump as they found it. */
function snapshotsOf(situation: Situation): readonly Snapshot[] {
  const running = situation.snapshots.filter((s) => s.running);
  return running.length > 0 || situation.snapshots.length > 0 ? running : [AS_TOLD];
}

const AS_TOLD: Snapshot = {
  key: "told",
  label: "",
  valve: "as-found",
  running: true,
  volts: [],
  amps: [],
};

function priorsOf(situation: Situation, causes: readonly CauseRow[]): readonly number[] {
  const row = priorRow(situation.family, situation.installation, situation.driver);
  const raw = causes.map(
    ({ id }) =>
      priorOf(row, id) *
      historyFactor(situation, id) *
      setupFactor(situation, id) *
      drawnFactor(situation, id),
  );
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((p) => p / sum);
}

function softmax(log: readonly number[]): readonly number[] {
  const total = logSum(log);
  const p = log.map((l) => Math.exp(l - total));
  const sum = p.reduce((a, b) => a + b, 0);
  return p.map((v) => v / sum);
}

/** ln odds of each entry against all others. */
function logOdds(log: readonly number[]): readonly number[] {
  const first = log.indexOf(Math.max(...log));
  const top = log[first] ?? 0;
  const weights = log.map((l) => Math.exp(l - top));
  const sum = weights.reduce((a, b) => a + b, 0);
  // The leader's rivals are summed without it: a difference would lose them.
  const rivals = weights.reduce((a, b, k) => (k === first ? a : a + b), 0);
  return log.map((l, c) => l - top - Math.log(c === first ? rivals : sum - (weights[c] ?? 0)));
}
