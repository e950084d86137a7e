/** Two causes at once, for the leaders: what both together would do, with a penalty for being two. */
import type { CauseId } from "../case/index.ts";
import type { EvidenceItem } from "./evidence.ts";
import { type Condition, SOUND, SOUND_SUPPLY, type Supply } from "./model/condition.ts";
import type { Modelled, Weighed } from "./model/marginal.ts";
import { whatIsLeft } from "./model/remedy.ts";
import type { CauseRow } from "./tables/causes/index.ts";

/** Two independent troubles in one visit are rarer than the product of their shares says: one is mended. */
const PENALTY = 0.3;
/** Only causes that stand this high are paired. */
const LEADS = 0.05;
const MOST_LEADERS = 3;

export interface PairWeight {
  readonly ids: readonly [CauseId, CauseId];
  /** Index of the first, which carries the pair's probability. */
  readonly first: number;
  /** ln of prior times likelihood. */
  readonly log: number;
}

interface PairInputs {
  readonly causes: readonly CauseRow[];
  readonly prior: readonly number[];
  readonly probability: readonly number[];
  readonly weighed: readonly Weighed[];
  /** Readings, and what was noticed of the state. */
  readonly integrated: readonly EvidenceItem[];
  /** Items that are not readings. */
  readonly others: readonly EvidenceItem[];
  readonly weigh: (row: Modelled) => Weighed;
}

/** A reading so many standard deviations off is not explained by one cause alone. */
const UNEXPLAINED = 2.2;
/** Causes tried beside a leader for what it leaves unexplained. */
const MOST_HELPERS = 4;
/** Shares of its likeliest size alone that each of two takes when both are there. */
const SHARES = { plain: [1, 0.5], helping: [1, 0.7, 0.4] } as const;

/** Weighs the pairs of the leading causes, and of a leader with what explains a reading that it does not. */
export function weighPairs(inputs: PairInputs): PairWeight[] {
  const leaders = inputs.causes
    .map((_, i) => i)
    .filter((i) => canBePaired(inputs, i) && (inputs.probability[i] ?? 0) > LEADS)
    .sort((a, b) => (inputs.probability[b] ?? 0) - (inputs.probability[a] ?? 0))
    .slice(0, MOST_LEADERS);
  const plain = leaders.flatMap((a, k) =>
    leaders.slice(k + 1).map((b) => ({ a, b, shares: SHARES.plain as readonly number[] })),
  );
  const known = new Set(plain.map(({ a, b }) => nameOf(a, b)));
  const helped = leaders.slice(0, 2).flatMap((a) =>
    helpersOf(inputs, a)
      .filter((b) => !known.has(nameOf(a, b)))
      .map((b) => {
        known.add(nameOf(a, b));
        return { a, b, shares: SHARES.helping as readonly number[] };
      }),
  );
  return [...plain, ...helped].flatMap(({ a, b, shares }) => pairOf(inputs, a, b, shares) ?? []);
}

const nameOf = (a: number, b: number): string => `${Math.min(a, b)}+${Math.max(a, b)}`;

const canBePaired = ({ causes }: PairInputs, i: number): boolean => {
  const id = causes[i]?.id;
  return id !== "healthy" && id !== "unlisted";
};

/** What would explain best a reading that a leader leaves unexplained, were it there besides: the likeliest helpers. */
function helpersOf(inputs: PairInputs, leader: number): number[] {
  const { causes, prior, integrated, weighed } = inputs;
  const gaps = weighed[leader]?.picture().gaps;
  const open = integrated.filter(
    ({ reading }) => reading && Math.abs(gaps?.get(reading.id) ?? 0) > UNEXPLAINED,
  );
  return causes
    .map((_, i) => i)
    .filter((i) => i !== leader && canBePaired(inputs, i))
    .map((i) => {
      const helps = open.map(({ logLikelihood: l }) => (l[i] ?? 0) - (l[leader] ?? 0));
      return { i, log: Math.max(...helps) + Math.log(prior[i] ?? 0) };
    })
    .filter(({ log }) => log > Math.log(LEAST_HELP))
    .sort((x, y) => y.log - x.log)
    .slice(0, MOST_HELPERS)
    .map(({ i }) => i);
}

/** Prior times what it betters the reading by: a cause below this is not tried beside a leader. */
const LEAST_HELP = 0.05;

function pairOf(
  inputs: PairInputs,
  a: number,
  b: number,
  shares: readonly number[],
): PairWeight | undefined {
  const { causes, prior, weighed, others } = inputs;
  const [rowA, rowB] = [causes[a], causes[b]];
  const [sizeA, sizeB] = [sizeOf(rowA, weighed[a]), sizeOf(rowB, weighed[b])];
  // Two of the same kind explain nothing together that one of them does not.
  if (!rowA || !rowB || rowA.inseparable?.includes(rowB.id)) return undefined;
  const sizes = shares.flatMap((x) => shares.map((y) => [x, y] as const));
  const tried = shares === SHARES.plain ? sizes.filter(([, y]) => y === 1) : sizes;
  const condition = (i: number, share: (cause: CauseId) => number): Partial<Condition> => {
    const [x, y] = tried[i - 1] ?? [1, 1];
    return together(
      whatIsLeft(rowA, x * sizeA, share(rowA.id)),
      whatIsLeft(rowB, y * sizeB, share(rowB.id)),
    );
  };
  const both = inputs.weigh({
    both: [rowA.id, rowB.id],
    severities: tried.map((_, i) => [i + 1, 1] as const),
    severityMeans: null,
    condition: (i) => condition(i, () => 1),
    remaining: condition,
  });
  const healthy = causes.findIndex((c) => c.id === "healthy");
  const seen = others.reduce((sum, item) => sum + itemLog(item, a, b, healthy), 0);
  const priors = Math.log((prior[a] ?? 0) * (prior[b] ?? 0) * PENALTY);
  return { ids: [rowA.id, rowB.id], first: a, log: priors + both.logTotal + seen };
}

/** The likeliest size of a cause; 1 where it has none. */
const sizeOf = (row: CauseRow | undefined, w: Weighed | undefined): number =>
  row?.severityMeans ? (w?.severity?.value ?? 0) : 1;

/** ln of an item under both: seen if either shows it, not seen if neither does, a test in between. */
function itemLog(
  { kind, observation, logLikelihood }: EvidenceItem,
  a: number,
  b: number,
  h: number,
) {
  const [la = 0, lb = 0, lh = 0] = [logLikelihood[a], logLikelihood[b], logLikelihood[h]];
  if (kind === "test" || kind === "search") return Math.log((Math.exp(la) + Math.exp(lb)) / 2);
  if (observation?.present) return Math.log(1 - (1 - Math.exp(la)) * (1 - Math.exp(lb)));
  return Math.min(la, lb, la + lb - lh);
}

const FACTORS = ["speed", "thick", "curveFlow", "curveHead", "curvePower", "suctionThick"] as const;
const SUMS = [
  "thickHead",
  "leak",
  "passing",
  "innerLoss",
  "gas",
  "suctionLoss",
  "flowLost",
  "staticExtra",
  "drag",
  "headDoubt",
  "shortBy",
  "slow",
  "suctionOffset",
  "dischargeOffset",
  "offsetSpread",
] as const;

/** Both conditions on one pump: factors multiply, losses add. */
export function together(one: Partial<Condition>, two: Partial<Condition>): Partial<Condition> {
  const [a, b] = [
    { ...SOUND, ...one },
    { ...SOUND, ...two },
  ];
  const factors = Object.fromEntries(FACTORS.map((k) => [k, a[k] * b[k]]));
  const sums = Object.fromEntries(SUMS.map((k) => [k, a[k] + b[k]]));
  const vapours = [a.vapour, b.vapour];
  return {
    ...factors,
    ...sums,
    dead: a.dead ?? b.dead,
    fallen: a.fallen || b.fallen,
    vapour: vapours.includes("must") ? "must" : vapours.includes("may") ? "may" : "must-not",
    supply: bothSupplies(a.supply, b.supply),
  };
}

const bothSupplies = (a: Supply, b: Supply): Supply => ({
  phaseLost: a.phaseLost || b.phaseLost,
  imbalance: Math.hypot(a.imbalance, b.imbalance),
  oneLow: Math.min(a.imbalance, b.imbalance) > 0 ? 0 : Math.max(a.oneLow, b.oneLow),
  imbalanceSpread: Math.hypot(a.imbalanceSpread, b.imbalanceSpread),
  voltImbalance: Math.max(a.voltImbalance, b.voltImbalance),
  voltImbalanceSpread: Math.max(a.voltImbalanceSpread, b.voltImbalanceSpread),
  volts: a.volts * b.volts,
  voltsSpread: Math.max(a.voltsSpread, b.voltsSpread, SOUND_SUPPLY.voltsSpread),
  apparentLoad: a.apparentLoad * b.apparentLoad,
  apparentSpread: Math.hypot(a.apparentSpread, b.apparentSpread),
});
