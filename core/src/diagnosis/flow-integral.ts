/**
 * The likelihood of one snapshot with its unknown flow integrated out.
 *
 * The flow is laid on a coarse grid, refined twice round the best node, and the whole set is summed
 * by trapezoids; alongside, the same sum with each reading left out in turn, so that what one
 * reading weighs is known exactly and not by approximation.
 */
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import type { ReadingEvidence } from "./readings.ts";

/** Degrees of freedom of the Student-t: a reading far off costs much, but not everything. */
const FREEDOM = 5;
const COARSE = 14;
const FINE = 9;
const MOST_NODES = COARSE + FINE + 1;

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

/** ln of the Student-t density of a reading at a prediction, in units of the reading's span. */
function logStudent(seen: number, predicted: number, spread: number): number {
  const gap = (seen - predicted) / spread;
  return -0.5 * (FREEDOM + 1) * Math.log1p((gap * gap) / FREEDOM) - Math.log(spread);
}

/** Working memory, reused: one integral runs at a time in a thread. */
const flows = new Float64Array(MOST_NODES);
const priors = new Float64Array(MOST_NODES);
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
  let count = 0;
  let bestNode = 0;
  const add = (flow: number): number => {
    const k = count++;
    flows[k] = flow;
    operate(setting, flow, state);
    let sum = logVapour(setting, state);
    for (let i = 0; i < n; i++) {
      const r = readings[i];
      if (!r) continue;
      const ll = logStudent(r.seen, r.predict(state, setting), r.spread(state, setting));
      parts[k * n + i] = ll;
      sum += ll;
    }
    const p = logPrior(prior, setting, state);
    axis[k] = p.axis;
    priors[k] = p.log;
    totals[k] = sum + p.log;
    if ((totals[k] ?? 0) > (totals[bestNode] ?? 0)) bestNode = k;
    return k;
  };

  if (prior.kind === "none") {
    add(0);
    atRest(n, totals[0] ?? 0, out);
  } else {
    const step = prior.limit / COARSE;
    // The first node stands for no flow; a hair above it keeps the system curve finite.
    for (let j = 0; j < COARSE; j++) add(step * (j === 0 ? 0.02 : j));
    add(prior.limit);
    let centre = flows[bestNode] ?? 0;
    for (const f of [-2 / 3, -1 / 3, 1 / 3, 2 / 3]) add(within(centre + f * step, prior.limit));
    centre = flows[bestNode] ?? 0;
    for (const f of [-2 / 9, -1 / 9, 1 / 9, 2 / 9]) add(within(centre + f * step, prior.limit));
    const reachesStatic = axis.subarray(0, count).some((a) => !Number.isNaN(a));
    if (reachesStatic) sumNodes(count, n, out);
    else {
      // The pump cannot lift to the static head at all: it stands at no flow behind its check valve.
      bestNode = 0;
      atRest(n, (totals[0] ?? 0) - (priors[0] ?? 0), out);
    }
  }
  operate(setting, flows[bestNode] ?? 0, out.best);
  out.bestFlow = flows[bestNode] ?? 0;
}

/** No integral: everything is at the first node. */
function atRest(n: number, total: number, out: SnapshotLikelihood): void {
  out.logTotal = total;
  for (let i = 0; i < n; i++) out.logWithout[i] = total - (parts[i] ?? 0);
}

const within = (flow: number, limit: number): number => Math.min(Math.max(flow, 0), limit);

/** The prior's integration axis and log density at a state. */
function logPrior(
  prior: FlowPrior,
  setting: Setting,
  s: OperatingState,
): { readonly axis: number; readonly log: number } {
  if (prior.kind !== "system") {
    return { axis: s.flow, log: prior.kind === "anywhere" ? -Math.log(prior.limit) : 0 };
  }
  // Extra suction loss is head the system takes too.
  const extra =
    setting.condition.suctionLoss *
    (s.flow / (setting.suction?.referenceFlow ?? setting.pump.bestFlow)) ** 2;
  const left = s.head - prior.staticHead - extra;
  if (left <= 0 || s.flow <= 0) {
    // The system asks for more than the pump gives here: no duty.
    return { axis: Number.NaN, log: IMPOSSIBLE };
  }
  const logK = Math.log(left) - 2 * Math.log(s.flow);
  const z = (logK - prior.logK) / prior.spread;
  return { axis: logK, log: -0.5 * z * z - Math.log(prior.spread * Math.sqrt(2 * Math.PI)) };
}

const IMPOSSIBLE = -1e6;

/** Weight of the vapour a condition demands or forbids, from the margin over NPSH required. */
function logVapour(setting: Setting, s: OperatingState): number {
  const { vapour } = setting.condition;
  if (vapour === "may" || !setting.suction) return 0;
  // Noise begins somewhat above the 3 % point, and NPSH required is known to about 0.3 m.
  const short = 1.08 * s.npshr + 0.2 - s.npsha;
  const x = short / (setting.pump.npshrKnown ? 0.35 : 0.8);
  return vapour === "must" ? -Math.log1p(Math.exp(-clip(x))) : -Math.log1p(Math.exp(clip(x)));
}

const clip = (x: number): number => Math.min(Math.max(x, -30), 12);

function sumNodes(count: number, n: number, out: SnapshotLikelihood): void {
  for (let k = 0; k < count; k++) order[k] = k;
  const sorted = order.subarray(0, count).sort((a, b) => (flows[a] ?? 0) - (flows[b] ?? 0));
  let valid = 0;
  let top = Number.NEGATIVE_INFINITY;
  for (const k of sorted) {
    if (Number.isNaN(axis[k])) continue;
    order[valid++] = k;
    top = Math.max(top, totals[k] ?? top);
  }
  out.logWithout.fill(0);
  let total = 0;
  for (let j = 0; j < valid; j++) {
    const k = order[j] ?? 0;
    const before = axis[order[j - 1] ?? k] ?? 0;
    const after = axis[j + 1 < valid ? (order[j + 1] ?? k) : k] ?? 0;
    const f = Math.exp((totals[k] ?? 0) - top) * (Math.abs(after - before) / 2);
    total += f;
    for (let i = 0; i < n; i++) {
      out.logWithout[i] = (out.logWithout[i] ?? 0) + f * Math.exp(-(parts[k * n + i] ?? 0));
    }
  }
  out.logTotal = Math.log(total) + top;
  for (let i = 0; i < n; i++) out.logWithout[i] = Math.log(out.logWithout[i] ?? 0) + top;
}
