/** The marginal likelihood of all snapshots under one cause: size and own curve summed out. */
import { type Situation, toleranceOf } from "../visit/index.ts";
import type { CauseRow } from "./causes.ts";
import { type Condition, SOUND } from "./condition.ts";
import { integrateFlow } from "./flow-integral.ts";
import type { OperatingState } from "./operating-state.ts";
import { lessened, prepare, type Prepared, settingOf } from "./preparation.ts";
import type { PumpModel } from "./pump-model.ts";

/** Severity of a cause, weighed over the sizes tried; null where size has no meaning. */
export type SeverityBand = {
  readonly value: number;
  readonly low95: number;
  readonly high95: number;
} | null;

/** Standard deviations from the curve tried when several snapshots share it, and prior weights. */
const OWN_CURVE_NODES = [-2, -1, 0, 1, 2] as const;

/** ln weight of each own-curve node: the normal prior times what the fingerprints say. */
export function ownCurveWeights(
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
      integrateFlow(settingOf(p, SOUND, node), p.readings, p.flowPrior, p.scratch);
      log += p.scratch.logTotal;
    }
    return { ...node, log };
  });
}

export interface Weighed {
  readonly logTotal: number;
  /** By snapshot, by reading. */
  readonly logWithout: readonly (readonly number[])[];
  readonly severity: SeverityBand;
  readonly predicted: ReadonlyMap<string, number>;
  readonly states: readonly OperatingState[];
}

/** Marginal likelihood of all snapshots under one cause, severity and own curve summed out. */
export function weigh(
  row: CauseRow,
  prepared: readonly Prepared[],
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
        const setting = settingOf(p, condition, own);
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
            const setting = settingOf(p, condition, own);
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

function severityOf(
  nodes: readonly { readonly log: number; readonly severity: number }[],
  logTotal: number,
): SeverityBand {
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

/** ln Σ exp, without overflow. */
export const logSum = (values: readonly number[]): number => {
  const top = Math.max(...values);
  if (!Number.isFinite(top)) return top;
  return top + Math.log(values.reduce((s, v) => s + Math.exp(v - top), 0));
};
