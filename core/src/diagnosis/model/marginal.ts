/** The marginal likelihood of all snapshots under one cause: size and own curve summed out. */
import type { CauseId } from "../../case/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { integrateFlow } from "./flow-integral.ts";
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import { withBias } from "./bias.ts";
import { logSum } from "./log-sum.ts";
import type { Noticed } from "./impression.ts";
import { expectedAt } from "./reading-evidence.ts";
import { AS_SHEET, type OwnCurve, type OwnCurves } from "./own-curves.ts";
import { type Prepared, settingOf, unlikelyHere } from "./preparation.ts";
import { whatIsLeft } from "./remedy.ts";
import { type Scene, sceneAt } from "./scene.ts";
import { refinedSizes } from "./sizes.ts";
import { changedSystem } from "./system-flow.ts";

/** Severity of a cause, weighed over the sizes tried; null where size has no meaning. */
export type SeverityBand = {
  readonly value: number;
  readonly low95: number;
  readonly high95: number;
} | null;

/** What the model needs to know of a cause, or of two at once (then both instead of an id). */
export interface Modelled {
  readonly id?: CauseId;
  readonly both?: readonly [CauseId, CauseId];
  readonly severities: readonly (readonly [severity: number, weight: number])[];
  readonly severityMeans: string | null;
  /** A size between two that are listed side by side; undefined where there is none. */
  readonly between?: (a: number, b: number) => number | undefined;
  readonly condition: (severity: number) => Partial<Condition>;
  /** The same with a share of each cause left; needed where two are at work. */
  readonly remaining?: (severity: number, share: (cause: CauseId) => number) => Partial<Condition>;
  /** Where it is there it mostly was from the start: a fingerprint may have been taken with it. */
  readonly builtIn?: true;
}

export interface Weighed {
  readonly logTotal: number;
  /** By reading, snapshot after snapshot. */
  readonly logWithout: readonly number[];
  /** By impression. */
  readonly logUnnoticed: readonly number[];
  /** Without any of the readings. */
  readonly logUnread: number;
  readonly severity: SeverityBand;
  /** At the likeliest size; worked out when asked for. */
  readonly picture: () => Picture;
  /** The sizes that are possible, with their shares: setting and state of the pump as it was found. */
  readonly sizes: () => readonly Size[];
}

/** What a cause looks like at one size. */
export interface Picture {
  /** What each reading would be, by reading id. */
  readonly predicted: ReadonlyMap<string, number>;
  /** How far each reading lies from that, in its own standard deviations, by reading id. */
  readonly gaps: ReadonlyMap<string, number>;
  /** By snapshot. */
  readonly states: readonly OperatingState[];
  /** Setting of each snapshot, for pictures of the curve under this cause. */
  readonly settings: readonly Setting[];
}

export interface Size {
  readonly share: number;
  readonly setting: Setting;
  readonly state: OperatingState;
}

/** What a snapshot may show of a cause: all of it, or a share that a remedy left, with ln of how often. */
interface Possible {
  readonly condition: Condition;
  readonly log: number;
}

/** One condition on one own curve. */
interface Outcome {
  /** By snapshot: the likeliest of what it may show. */
  readonly conditions: readonly Condition[];
  readonly own: OwnCurve;
  readonly log: number;
  /** ln total without each reading, snapshot after snapshot. */
  readonly without: Float64Array;
  /** Likeliest flow of each snapshot [m³/s]. */
  readonly flows: readonly number[];
  /** What people saw who noticed anything; undefined when nothing was. */
  readonly scene: Scene | undefined;
}

/** What was tried of a condition, likeliest own curve first, and the own curves still left. */
interface Tried {
  readonly outcomes: Outcome[];
  /** By snapshot. */
  readonly possible: readonly (readonly Possible[])[];
  readonly curves: readonly OwnCurvesAlike[];
  complete: boolean;
}

/** Own curves at one speed and one NPSH, the likeliest first: they differ by what the sheet leaves open. */
type OwnCurvesAlike = readonly [OwnCurve, ...OwnCurve[]];

/** The likeliest first, in groups too. */
function inGroups(curves: readonly OwnCurve[]): readonly OwnCurvesAlike[] {
  const groups = new Map<string, [OwnCurve, ...OwnCurve[]]>();
  for (const curve of curves.toSorted((a, b) => b.log - a.log)) {
    const name = `${curve.speed}|${curve.npshShift}`;
    const group = groups.get(name);
    if (group) group.push(curve);
    else groups.set(name, [curve]);
  }
  return [...groups.values()];
}

/** A condition and a name that those which do the same to the pump share. */
interface Named {
  readonly condition: Condition;
  readonly name: string;
}

/** Conditions of the rows of the table, made once: every diagnosis asks for all of them. */
const CONDITIONS = new WeakMap<Modelled, Map<number, Named>>();

function conditionOf(row: Modelled, severity: number): Named {
  const bySeverity = CONDITIONS.get(row) ?? new Map<number, Named>();
  CONDITIONS.set(row, bySeverity);
  const known = bySeverity.get(severity);
  if (known) return known;
  const change = row.condition(severity);
  const made = { condition: { ...SOUND, ...change }, name: JSON.stringify(change) };
  bySeverity.set(severity, made);
  return made;
}

const atWork = ({ id, both }: Modelled): readonly CauseId[] => both ?? (id ? [id] : []);

const isRemedied = ({ remedy }: Prepared, row: Modelled): boolean =>
  remedy !== undefined && atWork(row).some(remedy.against);

function possibleIn(p: Prepared, row: Modelled, severity: number): readonly Possible[] {
  const { condition } = conditionOf(row, severity);
  const { remedy } = p;
  if (!remedy || !isRemedied(p, row)) return [{ condition, log: 0 }];
  const shareOf = (share: number) => (id: CauseId) => (remedy.against(id) ? share : 1);
  return remedy.left.map(({ share, log }) => ({
    log,
    condition: {
      ...SOUND,
      ...(row.remaining?.(severity, shareOf(share)) ?? whatIsLeft(row, severity, share)),
    },
  }));
}

/**
 * A condition this far below the best one is not tried on the other own curves of the same speed and NPSH [ln]: a
 * deviation from the sheet brings back so much at most. A speed that nobody read and a gauge near full vacuum bring back
 * anything: one curve is tried at each.
 */
const BEYOND_RESCUE = 20;
/** Further below than this, nobody asks what would be noticed there [ln]. */
const BEYOND_NOTICE = 25;

/**
 * A weighing of causes against the snapshots of one visit. Causes that do the same to the pump share
 * the work, and only what stands on the likeliest own curve is tried on the others.
 * What was noticed is weighed at the likeliest flow of each size: there the causes differ that do the same
 * to the pump.
 * @param rows - all that will be weighed
 */
export function scales(
  prepared: readonly Prepared[],
  owns: OwnCurves,
  rows: readonly Modelled[],
  noticed: Noticed = { snapshot: 0, impressions: [] },
) {
  const sound = inGroups(owns.sound);
  const known = new Map<string, Tried>();
  let best = Number.NEGATIVE_INFINITY;
  const firstTries = new Map(
    rows.map((row) => [row, row.severities.map(([s]) => firstTry(row, s))]),
  );

  function firstTry(row: Modelled, severity: number): Tried {
    const { condition, name } = conditionOf(row, severity);
    const remedied = prepared.map((p) => isRemedied(p, row));
    // What is left of a cause is its own, whatever else does the same to the pump.
    const whose = remedied.includes(true) ? `${atWork(row).join()}|${severity}` : "";
    const key = `${name}|${whose}|${row.builtIn ?? ""}`;
    const found = known.get(key);
    if (found) return found;
    const curves = row.builtIn ? inGroups(owns.builtIn(condition)) : sound;
    const possible = prepared.map((p) => possibleIn(p, row, severity));
    const first = outcome(prepared, possible, curves[0]?.[0] ?? AS_SHEET[0], noticed);
    best = Math.max(best, first.log);
    const made: Tried = { outcomes: [first], possible, curves, complete: false };
    known.set(key, made);
    return made;
  }

  const outcomesOf = (tried: Tried): readonly Outcome[] => {
    if (tried.complete) return tried.outcomes;
    tried.complete = true;
    const { outcomes: made, possible, curves } = tried;
    curves.forEach(([likeliest, ...others], i) => {
      const first = i === 0 ? made[0] : outcome(prepared, possible, likeliest, noticed);
      if (!first) return;
      if (i > 0) made.push(first);
      if (first.log < best - BEYOND_RESCUE) return;
      for (const own of others) made.push(outcome(prepared, possible, own, noticed));
    });
    return made;
  };

  const sizesTried = (row: Modelled) =>
    refinedSizes(row, {
      tried: (severity, given) =>
        outcomesOf(
          (given === undefined ? undefined : firstTries.get(row)?.[given]) ??
            firstTry(row, severity),
        ),
      logOf: (made) => made.reduce((most, o) => Math.max(most, o.log), Number.NEGATIVE_INFINITY),
      best: () => best,
    });

  return {
    /** Marginal likelihood of all snapshots under one cause, severity and own curve summed out. */
    weigh(row: Modelled): Weighed {
      const causes = atWork(row);
      const chances = noticed.impressions.map((i) => i.under(causes));
      const nodes = sizesTried(row).flatMap(({ severity, weight, made }) => {
        const share = Math.log(weight);
        return made.map((o): Node => {
          const { scene } = o;
          const seen =
            scene && o.log > best - BEYOND_NOTICE ? chances.map((log) => log(scene)) : [];
          const besides = share + seen.reduce((a, b) => a + b, 0);
          return { o, severity, seen, besides, log: o.log + besides };
        });
      });
      const logTotal = logSum(nodes.map((n) => n.log));
      const top = nodes.reduce((a, b) => (b.log > a.log ? b : a));
      return {
        logTotal,
        logWithout: withoutEach(nodes),
        logUnnoticed: chances.map((_, i) => logSum(nodes.map((n) => n.log - (n.seen[i] ?? 0)))),
        logUnread: logSum(nodes.map((n) => n.besides + n.o.own.log)),
        severity: row.severityMeans ? severityOf(nodes, logTotal) : null,
        picture: once(() => pictureOf(prepared, top.o)),
        sizes: once(() => sizesOf(prepared, noticed.snapshot, nodes, logTotal)),
      };
    },
  };
}

/** One condition on one own curve, as one cause makes it. */
interface Node {
  readonly o: Outcome;
  readonly severity: number;
  /** ln chance of each impression there. */
  readonly seen: readonly number[];
  /** ln of all but the readings: the prior weight of its size and what was noticed. */
  readonly besides: number;
  readonly log: number;
}

/** ln total of one cause without each reading in turn. */
function withoutEach(nodes: readonly Node[]): number[] {
  const readings = nodes[0]?.o.without.length ?? 0;
  const logs = new Array<number>(nodes.length);
  const list: number[] = [];
  for (let i = 0; i < readings; i++) {
    nodes.forEach((n, j) => {
      logs[j] = (n.o.without[i] ?? n.o.log) + n.besides;
    });
    list.push(logSum(logs));
  }
  return list;
}

function outcome(
  prepared: readonly Prepared[],
  possible: readonly (readonly Possible[])[],
  own: OwnCurve,
  { snapshot, impressions }: Noticed,
): Outcome {
  const without = new Float64Array(prepared.reduce((sum, p) => sum + p.readings.length, 0));
  const flows: number[] = [];
  const conditions: Condition[] = [];
  let reading = 0;
  let log = own.log;
  let scene: Scene | undefined;
  for (const [k, p] of prepared.entries()) {
    const all = (possible[k] ?? []).map((what) => snapshotUnder(p, what, own));
    const shown = all.reduce((a, b) => (b.log > a.log ? b : a));
    if (k === 0) log -= unlikelyHere(p, shown.condition);
    const total = logSum(all.map((s) => s.log));
    log += total;
    p.readings.forEach((_, r) => {
      without[reading++] = logSum(all.map((s) => s.without[r] ?? s.log)) - total;
    });
    flows.push(shown.flow);
    conditions.push(shown.condition);
    if (k === snapshot && impressions.length > 0) {
      scene = sceneAt(p.surroundings, shown.setting, shown.state);
    }
  }
  for (let i = 0; i < reading; i++) without[i] = (without[i] ?? 0) + log;
  return { conditions, own, log, without, flows, scene };
}

/** One snapshot under one condition, its flow summed out. */
function snapshotUnder(p: Prepared, { condition, log }: Possible, own: OwnCurve) {
  const setting = settingOf(p, condition, own);
  const { scratch } = p;
  const clean = p.flowPrior.kind === "system" ? (own.system ?? p.flowPrior) : p.flowPrior;
  integrateFlow(setting, p.readings, changedSystem(clean, setting), scratch, own.biases);
  return {
    condition,
    setting,
    log: log + scratch.logTotal,
    without: scratch.logWithout.map((l) => log + l),
    flow: scratch.bestFlow,
    state: { ...scratch.best },
  };
}

/** A value made when it is first asked for. */
function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => (made ??= { value: make() }).value;
}

/** States and predictions at the likeliest size, own curve and flow. */
function pictureOf(prepared: readonly Prepared[], top: Outcome): Picture {
  const settings = prepared.map((p, k) => settingOf(p, top.conditions[k] ?? SOUND, top.own));
  const states = settings.map((setting, k) => {
    const state = emptyState();
    operate(setting, top.flows[k] ?? 0, state);
    return state;
  });
  const predicted = new Map<string, number>();
  const gaps = new Map<string, number>();
  prepared.forEach((p, k) => {
    const [setting, state] = [settings[k], states[k]];
    if (!setting || !state) return;
    for (const r of p.readings) {
      const expectation = withBias(r, setting, top.own.biases);
      const at = expectedAt(expectation, state);
      predicted.set(r.id, at.predicted);
      if (expectation.log === undefined) {
        const gap = (r.seen - at.predicted) / Math.sqrt(at.variance);
        gaps.set(r.id, gap < 0 ? gap * (expectation.below ?? 1) : gap);
      }
    }
  });
  return { settings, states, predicted, gaps };
}

/** Sizes below this share of a cause's chance are left out. */
const NEGLIGIBLE_SIZE = 0.01;

function sizesOf(
  prepared: readonly Prepared[],
  snapshot: number,
  nodes: readonly Node[],
  logTotal: number,
): readonly Size[] {
  const found = prepared[snapshot];
  if (!found) return [];
  return nodes.flatMap(({ o, log }) => {
    const share = Math.exp(log - logTotal);
    if (share < NEGLIGIBLE_SIZE) return [];
    const setting = settingOf(found, o.conditions[snapshot] ?? SOUND, o.own);
    const state = emptyState();
    operate(setting, o.flows[snapshot] ?? 0, state);
    return [{ share, setting, state }];
  });
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
