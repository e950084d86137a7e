/**
 * The likelihood of one snapshot with its unknown flow integrated out.
 *
 * The flow is laid on a coarse grid, refined round the best node, and the whole set is summed
 * by trapezoids; alongside, the same sum with each reading left out in turn, so that what one
 * reading weighs is known exactly and not by approximation.
 */
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import type { Expectation, ReadingEvidence } from "./reading-evidence.ts";

/** Degrees of freedom of the Student-t: a reading far off costs much, but not everything. */
const FREEDOM = 5;
const COARSE = 10;
/**
 * Rounds of refinement on both sides of the best node so far, each half as wide. Three do nearly
 * always; where head falls off a cliff (vapour) it goes on while it still climbs [ln].
 */
const ROUNDS = { least: 3, most: 8, climbing: 0.5 } as const;
const MOST_NODES = COARSE + 1 + 2 * ROUNDS.most;

/** What is known of the flow before the readings. */
export type FlowPrior =
  /** Valve shut: none. */
  | { readonly kind: "none" }
  /** Anywhere up to a limit (throttled by hand) [m³/s]. */
  | { readonly kind: "anywhere"; readonly limit: number }
  /**
   * On the system curve H = static + k Q²: ln k is normal round `logK` with `spread`.
   * `staticHead` [m], `limit` [m³/s].
   */
  | {
      readonly kind: "system";
      readonly limit: number;
      readonly staticHead: number;
      /** Duty head of a system whose static head nobody stated [m]: it may be all of it. */
      readonly unknownStaticOf: number | undefined;
      readonly logK: number;
      readonly spread: number;
    };

export interface SnapshotLikelihood {
  /** ln ∫ p(readings | flow) p(flow) dflow */
  logTotal: number;
  /** The same without reading i. */
  readonly logWithout: Float64Array;
  /** The state at the likeliest flow. */
  readonly best: OperatingState;
  /** The likeliest flow [m³/s]. */
  bestFlow: number;
}

export const emptyLikelihood = (readings: number): SnapshotLikelihood => ({
  logTotal: 0,
  logWithout: new Float64Array(readings),
  best: emptyState(),
  bestFlow: 0,
});

/** ln of the Student-t density of a reading at a prediction with this variance. */
function logStudent(seen: number, predicted: number, variance: number, below = 1): number {
  const gap = seen < predicted ? below * (seen - predicted) : seen - predicted;
  return (
    -0.5 * ((FREEDOM + 1) * Math.log(1 + (gap * gap) / (variance * FREEDOM)) + Math.log(variance))
  );
}

/** Working memory, reused: one integral runs at a time in a thread. */
const flows = new Float64Array(MOST_NODES);
/** Position of each node on the axis the grid is laid on. */
const places = new Float64Array(MOST_NODES);
const axis = new Float64Array(MOST_NODES);
const order = new Int32Array(MOST_NODES);
const totals = new Float64Array(MOST_NODES);
let parts = new Float64Array(MOST_NODES * 16);
const state = emptyState();

/**
 * Fills `out` for one setting. Deterministic.
 * @param readings - evidence of the snapshot; may be empty (then the result is the prior's own 0)
 */
export function integrateFlow(
  setting: Setting,
  readings: readonly ReadingEvidence[],
  prior: FlowPrior,
  out: SnapshotLikelihood,
): void {
  const n = readings.length;
  if (parts.length < MOST_NODES * n) parts = new Float64Array(MOST_NODES * n);
  const moving: { readonly i: number; readonly seen: number; readonly e: Expectation }[] = [];
  let stillTotal = 0;
  out.logWithout.fill(0);
  readings.forEach((r, i) => {
    const e = r.under(setting);
    if (r.still) {
      const ll = logStudent(r.seen, e.predict(state), e.variance(state));
      stillTotal += ll;
      out.logWithout[i] = -ll;
    } else moving.push({ i, seen: r.seen, e });
  });

  let count = 0;
  let bestNode = 0;
  const add = (place: number, flow = flowAt(setting, place)): void => {
    const k = count++;
    places[k] = place;
    flows[k] = flow;
    operate(setting, flow, state);
    let sum = logVapour(setting, state);
    for (const m of moving) {
      const ll = logStudent(m.seen, m.e.predict(state), m.e.variance(state), m.e.below);
      parts[k * n + m.i] = ll;
      sum += ll;
    }
    axis[k] = axisOf(prior, setting, state);
    totals[k] = sum + logPrior(prior, axis[k] ?? Number.NaN, state.head);
    if ((totals[k] ?? 0) > (totals[bestNode] ?? 0)) bestNode = k;
  };

  // A pump that moves nothing stands at no flow whatever the system asks.
  if (prior.kind === "none" || setting.condition.dead) {
    add(0, 0);
    const total =
      (totals[0] ?? 0) - (prior.kind === "none" ? 0 : logPrior(prior, axis[0] ?? 0, state.head));
    rest(total, stillTotal, moving, out);
  } else {
    const end = gridEnd(setting, prior.limit);
    const step = end / COARSE;
    // The first node stands for no flow; a hair above it keeps the system curve finite.
    for (let j = 0; j <= COARSE; j++) add(step * (j === 0 ? 0.02 : j));
    let width = step / 2;
    for (let round = 1; round <= ROUNDS.most; round++, width /= 2) {
      const before = totals[bestNode] ?? 0;
      const centre = places[bestNode] ?? 0;
      add(Math.max(centre - width, 0));
      add(Math.min(centre + width, end));
      const climbed = (totals[bestNode] ?? 0) - before;
      if (round >= ROUNDS.least && climbed < ROUNDS.climbing) break;
    }
    let reachesStatic = false;
    for (let k = 0; k < count; k++) reachesStatic ||= !Number.isNaN(axis[k]);
    if (reachesStatic) {
      sumNodes(count, n, moving, stillTotal, out);
      standStill(prior, setting, moving, stillTotal, out);
    } else {
      // The pump cannot lift to the static head at all: it stands at no flow behind its check valve.
      bestNode = lowestFlow(count);
      for (const m of moving) parts[m.i] = parts[bestNode * n + m.i] ?? 0;
      rest((totals[bestNode] ?? 0) - IMPOSSIBLE, stillTotal, moving, out);
    }
  }
  operate(setting, flows[bestNode] ?? 0, out.best);
  out.bestFlow = flows[bestNode] ?? 0;
}

/**
 * Flow at a place on the grid's axis [m³/s]: the axis is the flow itself, except where head stands
 * nearly upright on the flow; there it is the head.
 */
export function flowAt({ pump, speedRatio: r, condition: c }: Setting, place: number): number {
  if (!pump.flowAtHead) return place;
  const back =
    (c.leak + c.passing) * pump.bestFlow * r * Math.sqrt(place / (pump.bestHead * r * r));
  return Math.max(0, r * c.curveFlow * pump.flowAtHead(place / (r * r * c.curveHead)) - back);
}

const gridEnd = ({ pump }: Setting, limit: number): number =>
  pump.flowAtHead ? pump.shutOffHead : limit;

function lowestFlow(count: number): number {
  let lowest = 0;
  for (let k = 1; k < count; k++) if ((flows[k] ?? 0) < (flows[lowest] ?? 0)) lowest = k;
  return lowest;
}

/**
 * Adds the chance that the pump cannot lift to a static head nobody stated, and stands at no flow:
 * a static head evenly likely up to the duty's lies above the shut-off head left with 1 − H₀/H_duty.
 */
function standStill(
  prior: FlowPrior,
  setting: Setting,
  moving: readonly { readonly i: number }[],
  stillTotal: number,
  out: SnapshotLikelihood,
): void {
  if (prior.kind !== "system" || prior.unknownStaticOf === undefined) return;
  operate(setting, 0, state);
  const chance = 1 - state.head / prior.unknownStaticOf;
  if (chance <= 0) return;
  // The first node stands for no flow; its prior on the system axis does not count here.
  let at = stillTotal + logVapour(setting, state);
  for (const m of moving) at += parts[m.i] ?? 0;
  const runs = Math.log1p(-Math.min(chance, 0.98));
  const stands = Math.log(chance);
  const mix = (running: number, standing: number) => {
    const top = Math.max(runs + running, stands + standing);
    return top + Math.log(Math.exp(runs + running - top) + Math.exp(stands + standing - top));
  };
  const without = out.logWithout.map((w) => mix(w, at + (w - out.logTotal)));
  for (const m of moving) without[m.i] = mix(out.logWithout[m.i] ?? 0, at - (parts[m.i] ?? 0));
  out.logTotal = mix(out.logTotal, at);
  out.logWithout.set(without);
}

/** No integral: everything is at one node, whose parts lie at the front. */
function rest(
  total: number,
  stillTotal: number,
  moving: readonly { readonly i: number }[],
  out: SnapshotLikelihood,
): void {
  out.logTotal = total + stillTotal;
  for (let i = 0; i < out.logWithout.length; i++) {
    out.logWithout[i] = out.logTotal + (out.logWithout[i] ?? 0);
  }
  for (const m of moving) out.logWithout[m.i] = out.logTotal - (parts[m.i] ?? 0);
}

/** Where a state lies on the axis the prior is integrated over: the flow, or ln k of the system. */
function axisOf(prior: FlowPrior, setting: Setting, s: OperatingState): number {
  if (prior.kind !== "system") return s.flow;
  // Extra suction loss is head the system takes too.
  const extra =
    setting.condition.suctionLoss *
    (s.flow / (setting.suction?.referenceFlow ?? setting.pump.bestFlow)) ** 2;
  const left = s.head - prior.staticHead - extra;
  // Otherwise the system asks for more than the pump gives here: no duty.
  return left > 0 && s.flow > 0 ? Math.log(left / (s.flow * s.flow)) : Number.NaN;
}

/** A static head nobody stated scatters this much round what is taken, as a share of the duty's. */
const STATIC_U = 0.25;

function logPrior(prior: FlowPrior, at: number, head: number): number {
  if (prior.kind === "none") return 0;
  if (prior.kind === "anywhere") return -Math.log(prior.limit);
  if (Number.isNaN(at)) return IMPOSSIBLE;
  let { spread } = prior;
  if (prior.unknownStaticOf !== undefined) {
    // A pump that makes its full head runs at its duty whatever the static head is; with less head,
    // how much less flow that means hangs on it: d(ln k)/dS = 1/(H_duty − S) − 1/(H − S).
    const full = prior.unknownStaticOf - prior.staticHead;
    const left = Math.max(head - prior.staticHead, 0.02 * full);
    spread = Math.hypot(spread, STATIC_U * prior.unknownStaticOf * (1 / full - 1 / left));
  }
  const z = (at - prior.logK) / spread;
  return -0.5 * z * z - Math.log(spread * ROOT_2_PI);
}

const ROOT_2_PI = Math.sqrt(2 * Math.PI);
const IMPOSSIBLE = -1e6;

/** Weight of the vapour a condition demands or forbids, from the margin over NPSH required. */
function logVapour(setting: Setting, s: OperatingState): number {
  const { vapour } = setting.condition;
  if (vapour === "may" || !setting.suction) return 0;
  // Noise begins somewhat above the 3 % point, and NPSH required is known to about 0.3 m.
  const short = 1.08 * s.npshr + 0.2 - s.npsha;
  const x = clip(short / (setting.pump.npshrKnown ? 0.35 : 0.8));
  return -Math.log1p(Math.exp(vapour === "must" ? -x : x));
}

const clip = (x: number): number => Math.min(Math.max(x, -30), 12);

function sumNodes(
  count: number,
  n: number,
  moving: readonly { readonly i: number }[],
  stillTotal: number,
  out: SnapshotLikelihood,
): void {
  // Insertion sort by flow: two dozen nodes, mostly in order already.
  let valid = 0;
  let top = Number.NEGATIVE_INFINITY;
  for (let k = 0; k < count; k++) {
    if (Number.isNaN(axis[k])) continue;
    top = Math.max(top, totals[k] ?? top);
    let j = valid++;
    while (j > 0 && (flows[order[j - 1] ?? 0] ?? 0) > (flows[k] ?? 0)) {
      order[j] = order[j - 1] ?? 0;
      j--;
    }
    order[j] = k;
  }
  let total = 0;
  const m = moving.length;
  const sums = new Float64Array(m);
  for (let j = 0; j < valid; j++) {
    const k = order[j] ?? 0;
    const before = axis[order[Math.max(j - 1, 0)] ?? k] ?? 0;
    const after = axis[order[Math.min(j + 1, valid - 1)] ?? k] ?? 0;
    // One node alone has no width: all the chance there is lies on it.
    const width = valid === 1 ? 1 : Math.abs(after - before) / 2;
    const f = Math.exp((totals[k] ?? 0) - top) * width;
    if (f === 0) continue;
    total += f;
    for (let i = 0; i < m; i++) {
      sums[i] = (sums[i] ?? 0) + f * Math.exp(-(parts[k * n + (moving[i]?.i ?? 0)] ?? 0));
    }
  }
  const base = top + stillTotal;
  out.logTotal = Math.log(total) + base;
  for (let i = 0; i < out.logWithout.length; i++) {
    out.logWithout[i] = out.logTotal + (out.logWithout[i] ?? 0);
  }
  for (let i = 0; i < m; i++) out.logWithout[moving[i]?.i ?? 0] = Math.log(sums[i] ?? 0) + base;
}
