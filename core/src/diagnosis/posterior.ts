/** From situation to posterior: priors, forward models, observations and tests brought together. */
import { countingHeight } from "../hydraulics/index.ts";
import { GRAVITY } from "../quantity/index.ts";
import { layoutOf, pumpSpeed, type Situation, type Snapshot, toleranceOf } from "../visit/index.ts";
import { type CauseRow, CAUSES } from "./causes.ts";
import { type Condition, SOUND } from "./condition.ts";
import {
  emptyLikelihood,
  type FlowPrior,
  integrateFlow,
  type SnapshotLikelihood,
} from "./flow-integral.ts";
import { observationRate, type ObservationRow, OBSERVATIONS, type Origin } from "./observations.ts";
import type { OperatingState, Setting, SuctionModel } from "./operating-state.ts";
import { FLOOR, priorRow, UNLISTED } from "./priors.ts";
import { type PumpModel, pumpModel } from "./pump-model.ts";
import { type CurveSpread, type ReadingEvidence, readingsOf } from "./readings.ts";
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

export interface PosteriorCause {
  readonly row: CauseRow;
  readonly prior: number;
  readonly probability: number;
  readonly severity: {
    readonly value: number;
    readonly low95: number;
    readonly high95: number;
  } | null;
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

/** Standard deviations from the curve tried when several snapshots share it, and prior weights. */
const OWN_CURVE_NODES = [-2, -1, 0, 1, 2] as const;

/** How widely ln k of a system scatters round its drawing. */
const SYSTEM_SPREAD = { drawn: 0.18, guessedStatic: 0.3, guessed: 0.9 } as const;

/** Weighs every applicable cause. Deterministic. */
export function posteriorOf(situation: Situation): Posterior {
  const causes = CAUSES.filter((c) => applies(c, situation));
  const model = situation.curve && pumpModel(situation.curve);
  const shared = situation.snapshots.length + situation.fingerprints.length > 1;
  const visits = situation.snapshots.filter((s) => s.running);
  const prepared = visits.map((s, i) => prepare(situation, s, i, model, shared));
  const ownWeights = ownCurveWeights(situation, model, shared);
  const weighed = causes.map((row) => weigh(row, prepared, model, ownWeights));

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

interface Prepared {
  readonly snapshot: Snapshot;
  readonly readings: readonly ReadingEvidence[];
  readonly suction: SuctionModel | undefined;
  readonly flowPrior: FlowPrior;
  /** Actual over rated speed with nothing wrong; whether a tachometer fixed it. */
  readonly speedRatio: number;
  readonly speedMeasured: boolean;
  readonly scratch: SnapshotLikelihood;
}

/** A pump nobody has a curve of: flat placeholders, so that suction and drive can still speak. */
const PLACEHOLDER: PumpModel = {
  bestFlow: 0.01,
  bestHead: 30,
  bestPower: undefined,
  reach: 0.02,
  shutOffHead: 36,
  head: (q) => Math.max(0, 36 - 6 * (q / 0.01) ** 2),
  power: () => Number.NaN,
  npshr: () => 2.5,
  npshrKnown: false,
};

function prepare(
  situation: Situation,
  snapshot: Snapshot,
  index: number,
  model: PumpModel | undefined,
  shared: boolean,
): Prepared {
  const pump = model ?? placeholderFor(situation);
  const speed = pumpSpeed(situation, snapshot);
  const rated = situation.curve?.speed;
  const speedRatio = speed && rated ? speed.value / rated : 1;
  const readings = readingsOf(situation, snapshot, index, curveSpread(situation, shared));
  return {
    snapshot,
    readings,
    suction: suctionModel(situation, snapshot, pump),
    flowPrior: flowPriorOf(situation, snapshot, pump, speedRatio),
    speedRatio,
    speedMeasured: speed?.measured ?? false,
    scratch: emptyLikelihood(readings.length),
  };
}

function placeholderFor(situation: Situation): PumpModel {
  const { duty } = situation;
  if (!duty) return PLACEHOLDER;
  const { flow, head } = duty;
  return {
    ...PLACEHOLDER,
    bestFlow: flow,
    bestHead: head,
    reach: 2 * flow,
    shutOffHead: 1.2 * head,
    head: (q) => Math.max(0, head * (1.2 - 0.2 * (q / flow) ** 2)),
  };
}

/**
 * Spread of this pump round its sheet that goes into each reading: all of it for a single snapshot,
 * the width of one node when several snapshots share the deviation.
 */
function curveSpread(situation: Situation, shared: boolean): CurveSpread | undefined {
  if (!situation.curve) return undefined;
  const t = toleranceOf(situation);
  const part = shared ? 1 / Math.sqrt(12) : 1;
  const slopeShare = 0.6;
  return {
    head: (part * Math.hypot(t.head, slopeShare * t.flow)) / 2,
    flow: (part * t.flow) / 2,
    power: Math.max(0.02, (part * t.power) / 2),
  };
}

/** Clean loss taken for a suction nobody drew [m at the duty]. */
const USUAL_SUCTION_LOSS = 0.4;

function suctionModel(
  situation: Situation,
  snapshot: Snapshot,
  pump: PumpModel,
): SuctionModel | undefined {
  const layout = layoutOf(situation, snapshot);
  const { atmosphere, liquid, duty } = situation;
  const referenceFlow = duty?.flow ?? pump.bestFlow;
  const perMetre = liquid.density * GRAVITY;
  const air = atmosphere - liquid.vapourPressure;
  if (!layout) {
    const gauge = snapshot.suction;
    if (!gauge) return undefined;
    const still = (air + gauge.pressure) / perMetre + countingHeight(gauge);
    return { still, loss: 0, referenceFlow, measured: true };
  }
  const still = (air + layout.surfacePressure) / perMetre + layout.sourceLevel;
  const { loss } = layout;
  return loss
    ? { still, loss: loss.head, referenceFlow: loss.flow, measured: false }
    : { still, loss: USUAL_SUCTION_LOSS, referenceFlow, measured: false };
}

function flowPriorOf(
  situation: Situation,
  snapshot: Snapshot,
  pump: PumpModel,
  speedRatio: number,
): FlowPrior {
  if (snapshot.valve === "shut") return { kind: "none" };
  const limit = pump.reach * Math.max(0.6, speedRatio);
  if (snapshot.valve === "throttled") return { kind: "anywhere", limit: limit * 0.85 };
  const { duty, staticHead, closedLoop } = situation;
  const flow = duty?.flow ?? pump.bestFlow;
  const head = duty?.head ?? pump.bestHead;
  const knownStatic = closedLoop ? 0 : staticHead;
  const usable = knownStatic !== undefined && knownStatic < 0.97 * head ? knownStatic : undefined;
  const stat = usable ?? 0.35 * head;
  return {
    kind: "system",
    limit,
    staticHead: stat,
    logK: Math.log(head - stat) - 2 * Math.log(flow),
    spread: !duty
      ? SYSTEM_SPREAD.guessed
      : usable === undefined
        ? SYSTEM_SPREAD.guessedStatic
        : SYSTEM_SPREAD.drawn,
  };
}

/** ln weight of each own-curve node: the normal prior times what the fingerprints say. */
function ownCurveWeights(
  situation: Situation,
  model: PumpModel | undefined,
  shared: boolean,
): readonly { readonly flow: number; readonly head: number; readonly log: number }[] {
  if (!shared || !situation.curve || !model) return [{ flow: 1, head: 1, log: 0 }];
  const t = toleranceOf(situation);
  const prepared = situation.fingerprints
    .filter((s) => s.running)
    .map((s, i) => prepare(situation, s, 100 + i, model, true));
  return OWN_CURVE_NODES.map((z) => {
    const node = { flow: 1 + (z * t.flow) / 2, head: 1 + (z * t.head) / 2 };
    let log = -0.5 * z * z;
    for (const p of prepared) {
      integrateFlow(settingOf(p, SOUND, model, node), p.readings, p.flowPrior, p.scratch);
      log += p.scratch.logTotal;
    }
    return { ...node, log };
  });
}

function settingOf(
  p: Prepared,
  condition: Condition,
  pump: PumpModel,
  own: { readonly flow: number; readonly head: number },
): Setting {
  return {
    pump,
    suction: p.suction,
    condition,
    // A measured speed is the speed, whatever made it so.
    speedRatio: p.speedMeasured ? p.speedRatio : p.speedRatio * condition.speed,
    ownFlow: own.flow,
    ownHead: own.head,
  };
}

/**
 * The healthy pump at its duty with the gauges of a template: for bands before anything is read.
 * The discharge gauge is predicted from the layout, not from a measured suction.
 */
export function settingsForExpectation(situation: Situation, template: Snapshot) {
  const model = situation.curve && pumpModel(situation.curve);
  const suctionOnly = prepare(situation, { ...template, discharge: undefined }, 0, model, false);
  const dischargeOnly = prepare(situation, { ...template, suction: undefined }, 0, model, false);
  const pump = model ?? placeholderFor(situation);
  const setting = settingOf(dischargeOnly, SOUND, pump, { flow: 1, head: 1 });
  const best = emptyLikelihood(0);
  integrateFlow(setting, [], dischargeOnly.flowPrior, best);
  return {
    setting,
    readings: [...suctionOnly.readings, ...dischargeOnly.readings],
    flow: best.bestFlow,
  };
}

interface Weighed {
  readonly logTotal: number;
  /** By snapshot, by reading. */
  readonly logWithout: readonly (readonly number[])[];
  readonly severity: PosteriorCause["severity"];
  readonly predicted: ReadonlyMap<string, number>;
  readonly states: readonly OperatingState[];
}

/** Marginal likelihood of all snapshots under one cause, severity and own curve summed out. */
function weigh(
  row: CauseRow,
  prepared: readonly Prepared[],
  model: PumpModel | undefined,
  ownWeights: ReturnType<typeof ownCurveWeights>,
): Weighed {
  const weightSum = row.severities.reduce((s, [, w]) => s + w, 0);
  const ownSum = logSum(ownWeights.map((o) => o.log));
  const nodes: { log: number; severity: number; without: number[][] }[] = [];
  let top = Number.NEGATIVE_INFINITY;
  let predicted = new Map<string, number>();
  let states: OperatingState[] = [];
  for (const [severity, weight] of row.severities) {
    const condition: Condition = { ...SOUND, ...row.condition(severity) };
    for (const own of ownWeights) {
      let log = Math.log(weight / weightSum) + own.log - ownSum;
      const per: { total: number; without: readonly number[] }[] = [];
      for (const p of prepared) {
        const pump = model ?? placeholderOf(p);
        const setting = settingOf(p, condition, pump, own);
        integrateFlow(setting, p.readings, lessened(p.flowPrior, setting), p.scratch);
        per.push({ total: p.scratch.logTotal, without: [...p.scratch.logWithout] });
        log += p.scratch.logTotal;
      }
      nodes.push({
        log,
        severity,
        without: per.map((q) => q.without.map((w) => log - q.total + w)),
      });
      if (log > top) {
        top = log;
        states = prepared.map((p) => ({ ...p.scratch.best }));
        predicted = new Map(
          prepared.flatMap((p) => {
            const setting = settingOf(p, condition, model ?? placeholderOf(p), own);
            return p.readings.map((r) => [r.id, r.predict(p.scratch.best, setting)] as const);
          }),
        );
      }
    }
  }
  const logTotal = logSum(nodes.map((n) => n.log));
  return {
    logTotal,
    logWithout: prepared.map((p, k) =>
      p.readings.map((_, i) => logSum(nodes.map((n) => n.without[k]?.[i] ?? n.log))),
    ),
    severity: row.severityMeans ? severityOf(nodes, logTotal) : null,
    predicted,
    states,
  };
}

const placeholderOf = (p: Prepared): PumpModel => ({
  ...PLACEHOLDER,
  bestFlow: p.flowPrior.kind === "system" ? p.flowPrior.limit / 2 : PLACEHOLDER.bestFlow,
  reach: p.flowPrior.kind === "system" ? p.flowPrior.limit : PLACEHOLDER.reach,
});

/**
 * The system as a discharge restriction leaves it: k grows until the flow is short by its share.
 */
function lessened(prior: FlowPrior, setting: Setting): FlowPrior {
  const lost = setting.condition.flowLost;
  if (lost <= 0 || prior.kind !== "system") return prior;
  const { pump, speedRatio: r } = setting;
  const head = (q: number) => r * r * pump.head(q / r);
  // Flow of the clean system on this curve, by bisection: head falls, system rises.
  const k = Math.exp(prior.logK);
  let low = 0;
  let high = prior.limit;
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (head(mid) > prior.staticHead + k * mid * mid) low = mid;
    else high = mid;
  }
  const wanted = Math.max(low * (1 - lost), 1e-6);
  const left = Math.max(head(wanted) - prior.staticHead, 0.01);
  return {
    ...prior,
    logK: Math.log(left) - 2 * Math.log(wanted),
    spread: Math.hypot(prior.spread, 0.15),
  };
}

function severityOf(
  nodes: readonly { readonly log: number; readonly severity: number }[],
  logTotal: number,
): PosteriorCause["severity"] {
  const weights = new Map<number, number>();
  for (const n of nodes) {
    weights.set(n.severity, (weights.get(n.severity) ?? 0) + Math.exp(n.log - logTotal));
  }
  const sorted = [...weights].sort((a, b) => a[0] - b[0]);
  const value = sorted.reduce((s, [v, w]) => s + v * w, 0);
  const quantile = (share: number): number => {
    let sum = 0;
    for (const [v, w] of sorted) {
      sum += w;
      if (sum >= share) return v;
    }
    return sorted[sorted.length - 1]?.[0] ?? value;
  };
  return {
    value,
    low95: Math.min(value, quantile(0.025)),
    high95: Math.max(value, quantile(0.975)),
  };
}

/** Chance that something present was looked at and written down. */
const NOTED = 0.5;

/**
 * Weight of the second and later observations of one origin: they mostly say the same again.
 */
const REPEATED = 0.45;

function observationItems(situation: Situation, causes: readonly CauseRow[]): EvidenceItem[] {
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

function testItems(situation: Situation, causes: readonly CauseRow[]): EvidenceItem[] {
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

const logSum = (values: readonly number[]): number => {
  const top = Math.max(...values);
  if (!Number.isFinite(top)) return top;
  return top + Math.log(values.reduce((s, v) => s + Math.exp(v - top), 0));
};

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
