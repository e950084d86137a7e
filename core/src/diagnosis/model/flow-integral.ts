/**
 * The likelihood of one snapshot with its unknown flow integrated out.
 *
 * The flow is laid on a coarse grid, refined round the best node, and the whole set is summed
 * by trapezoids; alongside, the same sum with each reading left out in turn, so that what one
 * reading weighs is known exactly and not by approximation.
 */
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import { flowAt, type FlowPrior, type SystemCurve } from "./flow-prior.ts";
import { type Biases, withBias, NO_BIASES } from "./bias.ts";
import { CLIFF_NODES, vapourCliff, vapourRarity } from "./vapour.ts";
import { type Expectation, nothingExpected, type ReadingEvidence } from "./reading-evidence.ts";

/**
 * Degrees of freedom of the Student-t: a reading far off costs much, but not everything. What readings of
 * sound pumps leave unexplained scatters nearly like a normal; a few wild ones must not decide alone.
 */
export const FREEDOM = 8;
const COARSE = 10;
/**
 * Rounds of refinement on both sides of the best node so far, each half as wide. Three do nearly
 * always; where head falls off a cliff (vapour) it goes on while it still climbs [ln].
 */
const ROUNDS = { least: 3, most: 8, climbing: 0.5 } as const;
const MOST_CURVES = 8;
const MOST_NODES = COARSE + 1 + CLIFF_NODES + 2 * ROUNDS.most;

export interface SnapshotLikelihood {
  /** ln ∫ p(readings | flow) p(flow) dflow */
  logTotal: number;
  /** The same without reading i. */
  readonly logWithout: Float64Array;
  /** The state at the likeliest flow. */
  readonly best: OperatingState;
  /** The likeliest flow [m³/s]. */
  bestFlow: number;
  /** The flows it was taken over in rising order, where they are wanted. */
  readonly nodes: FlowNode[] | undefined;
}

/** One flow of an integral, with the prior chance it stands for (over any unit). */
interface FlowNode {
  /** [m³/s] */
  readonly flow: number;
  readonly weight: number;
}

export const emptyLikelihood = (readings: number, withNodes = false): SnapshotLikelihood => ({
  logTotal: 0,
  logWithout: new Float64Array(readings),
  best: emptyState(),
  bestFlow: 0,
  nodes: withNodes ? [] : undefined,
});

/** Beyond this no reading is rarer: what is multiplied stays a number. */
const MOST_INVERSE = 1e30;

/**
 * One over the Student-t density of a reading, but for a constant: √(V t^(ν+1)), t = 1 + gap²/(ν V).
 * Multiplied over all readings and put into one logarithm it costs a fraction of theirs.
 */
function inverseDensity(seen: number, predicted: number, variance: number, below: number): number {
  const gap = seen < predicted ? below * (seen - predicted) : seen - predicted;
  const t = Math.min(1 + (gap * gap) / (variance * FREEDOM), MOST_INVERSE);
  const t2 = t * t;
  // t^((ν + 1)/2) with ν = 8.
  return t2 * t2 * Math.sqrt(variance * t);
}

/** ln density of what was seen at a state, but for a constant: its own where it has one, else a Student-t. */
export function logSeen(seen: number, e: Expectation, at: OperatingState): number {
  if (e.log !== undefined) return e.log;
  e.at(at, expected);
  return -Math.log(inverseDensity(seen, expected.predicted, expected.variance, e.below ?? 1));
}

/** Working memory, reused: one integral runs at a time in a thread. */
const flows = new Float64Array(MOST_NODES);
/** Position of each node on the axis the grid is laid on. */
const positions = new Float64Array(MOST_NODES);
/** Head left for the system [m]. */
const heads = new Float64Array(MOST_NODES);
/** ln k of each node on each system curve. */
const onCurve = new Float64Array(MOST_NODES * MOST_CURVES);
/** ln prior density of each node on each system curve. */
const onPrior = new Float64Array(MOST_NODES * MOST_CURVES);
const axis = new Float64Array(MOST_NODES);
const chosen = new Int32Array(MOST_NODES);
/** Prior chance each node stands for. */
const weights = new Float64Array(MOST_NODES);
/** Sums without each piece of moving evidence, and its inverse density at each node. */
let sums = new Float64Array(16);
let rarities = new Float64Array(MOST_NODES * 16);
const order = new Int32Array(MOST_NODES);
/** ln chance of the evidence at each node, and with the likeliest prior of the flow. */
const totals = new Float64Array(MOST_NODES);
const chances = new Float64Array(MOST_NODES);
const state = emptyState();
const expected = nothingExpected();

/** Evidence whose weight hangs on the flow: its position among all, what was seen, what should be. */
interface Moving {
  readonly i: number;
  readonly seen: number;
  readonly at: Expectation["at"];
  readonly below: number;
}

/** A product is put into its logarithm before it grows beyond numbers. */
const LARGE = 1e120;

/**
 * Fills `out` for one setting. Deterministic.
 * @param readings - evidence of the snapshot; may be empty (then the result is the prior's own 0)
 * @param biases - what is known of lasting deviations
 */
export function integrateFlow(
  setting: Setting,
  readings: readonly ReadingEvidence[],
  prior: FlowPrior,
  out: SnapshotLikelihood,
  biases: Biases = NO_BIASES,
): void {
  const n = readings.length;
  if (sums.length < n) {
    rarities = new Float64Array(MOST_NODES * n);
    sums = new Float64Array(n);
  }
  const moving: Moving[] = [];
  let stillTotal = 0;
  out.logWithout.fill(0);
  for (let i = 0; i < n; i++) {
    const r = readings[i];
    if (!r) continue;
    const e = withBias(r, setting, biases);
    if (r.still) {
      const ll = logSeen(r.seen, e, state);
      stillTotal += ll;
      out.logWithout[i] = -ll;
    } else {
      moving.push({ i, seen: r.seen, at: e.at, below: e.below ?? 1 });
    }
  }

  const headDoubt =
    prior.kind === "system" ? Math.hypot(prior.headDoubt, setting.condition.headDoubt) : 0;
  let count = 0;
  let bestNode = 0;
  const add = (position: number, flow = flowAt(setting, position)): void => {
    const k = count++;
    positions[k] = position;
    flows[k] = flow;
    operate(setting, flow, state);
    heads[k] = freeHead(setting, state);
    const ofFlow = prior.kind === "system" ? likeliestPrior(prior.curves, k, headDoubt) : 0;
    let sum = 0;
    let product = vapourRarity(setting, state);
    for (let j = 0; j < moving.length; j++) {
      const m = moving[j];
      if (!m) continue;
      m.at(state, expected);
      const inverse = inverseDensity(m.seen, expected.predicted, expected.variance, m.below);
      rarities[k * n + j] = inverse;
      product *= inverse;
      if (product > LARGE) {
        sum -= Math.log(product);
        product = 1;
      }
    }
    sum -= Math.log(product);
    totals[k] = sum;
    chances[k] = sum + ofFlow;
    if (sum + ofFlow > (chances[bestNode] ?? 0)) bestNode = k;
  };

  // A pump that moves nothing stands at no flow whatever the system asks.
  if (prior.kind === "none" || setting.condition.dead) {
    add(0, 0);
    out.nodes?.splice(0, Infinity, { flow: 0, weight: 1 });
    rest(stillTotal, moving, out);
  } else {
    const end = gridEnd(setting, prior.limit);
    const step = end / COARSE;
    // The first node stands for no flow; a hair above it keeps the system curve finite.
    for (let j = 0; j <= COARSE; j++) add(step * (j === 0 ? 0.02 : j));
    for (const position of vapourCliff(setting, end)) add(position);
    for (let round = 1; round <= ROUNDS.most; round++) {
      const before = chances[bestNode] ?? 0;
      const centre = positions[bestNode] ?? 0;
      const [left, right] = neighbours(centre, count, end);
      add((left + centre) / 2);
      add((centre + right) / 2);
      const climbed = (chances[bestNode] ?? 0) - before;
      if (round >= ROUNDS.least && climbed < ROUNDS.climbing) break;
    }
    sumNodes(prior, count, n, moving, stillTotal, out);
  }
  operate(setting, flows[bestNode] ?? 0, out.best);
  out.bestFlow = flows[bestNode] ?? 0;
}

/** The nearest positions on both sides of one, the ends of the grid where there is none. */
function neighbours(at: number, count: number, end: number): readonly [number, number] {
  let left = 0;
  let right = end;
  for (let k = 0; k < count; k++) {
    const p = positions[k] ?? 0;
    if (p < at && p > left) left = p;
    if (p > at && p < right) right = p;
  }
  return [left, right];
}

const gridEnd = ({ pump }: Setting, limit: number): number =>
  pump.flowAtHead ? pump.shutOffHead : limit;

/** No integral: everything is at the first node. */
function rest(stillTotal: number, moving: readonly Moving[], out: SnapshotLikelihood): void {
  out.logTotal = (totals[0] ?? 0) + stillTotal;
  for (let i = 0; i < out.logWithout.length; i++) {
    out.logWithout[i] = out.logTotal + (out.logWithout[i] ?? 0);
  }
  moving.forEach(({ i }, j) => {
    out.logWithout[i] = out.logTotal + Math.log(rarities[j] ?? 1);
  });
}

/** Head a state leaves for the system [m]: extra suction loss is head the system takes too. */
export const freeHead = ({ condition, suction }: Setting, s: OperatingState): number =>
  s.head - s.fall - condition.suctionLoss * (s.flow / suction.referenceFlow) ** 2;

const LOG_ROOT_2_PI = 0.5 * Math.log(2 * Math.PI);

/** ln prior density at a ln k. */
export function logDensity({ logK, spread }: SystemCurve, at: number, wider = spread): number {
  const z = (at - logK) / wider;
  return -0.5 * z * z - Math.log(wider) - LOG_ROOT_2_PI;
}

/**
 * Lays a node on every system curve, NaN where the system asks for more than the pump gives. The less head is left
 * beyond the static one, the less the pump's own head may be off before the flow is another one.
 * @returns the greatest ln prior any of them gives it: what the grid is refined by
 */
function likeliestPrior(curves: readonly SystemCurve[], k: number, headDoubt: number): number {
  const flow = flows[k] ?? 0;
  const head = heads[k] ?? 0;
  let most = IMPOSSIBLE;
  for (let c = 0; c < curves.length; c++) {
    const curve = curves[c];
    if (!curve) continue;
    const left = head - curve.staticHead;
    const at = left > 0 && flow > 0 ? Math.log(left / (flow * flow)) : Number.NaN;
    onCurve[c * MOST_NODES + k] = at;
    if (Number.isNaN(at)) continue;
    const byHead = Math.min(WIDEST, (headDoubt * head) / left);
    const log = logDensity(curve, at, Math.sqrt(curve.spread ** 2 + byHead * byHead));
    onPrior[c * MOST_NODES + k] = log;
    most = Math.max(most, log);
  }
  return most;
}

/** ln k scatters by no more, however little head is left. */
const WIDEST = 1.5;

const IMPOSSIBLE = -1e6;
/** Systems less likely than this are all the same: nothing there [ln]. */
const LEAST_DENSITY = -600;

/**
 * The integral over the flow by trapezoids. On a system it runs over ln k, once for each of its curves; a
 * curve that asks for more than the pump gives anywhere leaves it standing at no flow behind its check valve.
 */
function sumNodes(
  prior: Exclude<FlowPrior, { kind: "none" }>,
  count: number,
  n: number,
  moving: readonly Moving[],
  stillTotal: number,
  out: SnapshotLikelihood,
): void {
  sortByFlow(count);
  weights.fill(0, 0, count);
  // Densities far from the system would vanish: they are taken over the greatest of them.
  let unit = prior.kind === "system" ? LEAST_DENSITY : 0;
  if (prior.kind === "system") {
    for (let k = 0; k < count; k++) unit = Math.max(unit, (chances[k] ?? 0) - (totals[k] ?? 0));
    prior.curves.forEach((curve, c) => {
      weighBySystem(curve, c, count, unit);
    });
  } else weighByFlow(prior.limit, count);
  out.nodes?.splice(0, Infinity, ...weighedNodes(count));
  let top = Number.NEGATIVE_INFINITY;
  for (let k = 0; k < count; k++) {
    if ((weights[k] ?? 0) > 0) top = Math.max(top, totals[k] ?? top);
  }
  let total = 0;
  const m = moving.length;
  sums.fill(0, 0, m);
  for (let k = 0; k < count; k++) {
    const f = (weights[k] ?? 0) * Math.exp((totals[k] ?? 0) - top);
    if (f === 0) continue;
    total += f;
    for (let j = 0; j < m; j++) {
      sums[j] = (sums[j] ?? 0) + f * (rarities[k * n + j] ?? 1);
    }
  }
  const base = (total > 0 ? top + unit : IMPOSSIBLE) + stillTotal;
  out.logTotal = total > 0 ? Math.log(total) + base : base;
  for (let i = 0; i < out.logWithout.length; i++) {
    out.logWithout[i] = out.logTotal + (out.logWithout[i] ?? 0);
  }
  for (let j = 0; j < m; j++) {
    const sum = sums[j] ?? 0;
    out.logWithout[moving[j]?.i ?? 0] = sum > 0 ? Math.log(sum) + base : out.logTotal;
  }
}

const weighedNodes = (count: number): FlowNode[] =>
  Array.from(order.subarray(0, count), (k) => ({ flow: flows[k] ?? 0, weight: weights[k] ?? 0 }));

/** Adds to each node its share of the prior along one system curve, over a unit of density [ln]. */
function weighBySystem(curve: SystemCurve, c: number, count: number, unit: number): void {
  let valid = 0;
  for (let j = 0; j < count; j++) {
    const k = order[j] ?? 0;
    const at = onCurve[c * MOST_NODES + k] ?? Number.NaN;
    if (Number.isNaN(at)) continue;
    chosen[valid] = k;
    axis[valid] = at;
    valid++;
  }
  if (valid === 0) {
    const lowest = order[0] ?? 0;
    weights[lowest] = (weights[lowest] ?? 0) + curve.weight * Math.exp(-unit);
  }
  for (let j = 0; j < valid; j++) {
    const k = chosen[j] ?? 0;
    // One node alone has no width: all the chance there is lies on it.
    const width = axis[0] === axis[valid - 1] ? 1 / valid : widthAt(j, valid);
    weights[k] =
      (weights[k] ?? 0) +
      curve.weight * width * Math.exp((onPrior[c * MOST_NODES + k] ?? 0) - unit);
  }
}

/** The prior of a flow that may be anywhere. */
function weighByFlow(limit: number, count: number): void {
  for (let j = 0; j < count; j++) axis[j] = flows[order[j] ?? 0] ?? 0;
  for (let j = 0; j < count; j++) weights[order[j] ?? 0] = widthAt(j, count) / limit;
}

/** Half the way to the neighbours on both sides. */
const widthAt = (j: number, count: number): number =>
  Math.abs((axis[Math.min(j + 1, count - 1)] ?? 0) - (axis[Math.max(j - 1, 0)] ?? 0)) / 2;

/** Insertion sort: two dozen nodes, mostly in order already. */
function sortByFlow(count: number): void {
  for (let k = 0; k < count; k++) {
    let j = k;
    while (j > 0 && (flows[order[j - 1] ?? 0] ?? 0) > (flows[k] ?? 0)) {
      order[j] = order[j - 1] ?? 0;
      j--;
    }
    order[j] = k;
  }
}
