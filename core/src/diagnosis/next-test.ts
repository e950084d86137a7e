/** Which test tells most per minute, looking two tests ahead where that changes the first choice. */
import type { CauseId } from "../case/index.ts";
import type { Situation } from "../visit/index.ts";
import { readAlready } from "./evidence.ts";
import { forbiddenDry, forbiddenWhy, possible } from "./test-conditions.ts";
import type { Posterior } from "./posterior.ts";
import { type TestRow, TESTS } from "./tables/tests/index.ts";

export interface RankedTest {
  readonly row: TestRow;
  /** Expected fall of the posterior's entropy [bits]. */
  readonly bits: number;
  /** Bits per minute of it and the best test after it, the hazard's minutes included. */
  readonly worth: number;
  /** The two causes it separates best, by index, and the outcome each makes likely. */
  readonly splits: {
    readonly for: number;
    readonly against: number;
    readonly outcome: string;
  } | null;
  /** The test to follow it most often, when looking ahead chose this one. */
  readonly then: TestRow | null;
}

/** A leading cause above this needs no further test. */
export const SETTLED = 0.9;
/** A test that tells less is not worth its minutes [bits]. */
export const WORTH_ASKING = 0.05;
/** Only this many of the best single tests are followed a step further. */
const FOLLOWED = 6;
/** Causes less likely than this cannot change an order of tests. */
const NEGLIGIBLE = 1e-4;

/** A test with its rates for the causes still standing. */
interface Candidate {
  readonly row: TestRow;
  readonly minutes: number;
  /** By cause, by outcome. */
  readonly rates: readonly (readonly number[])[];
}

/** A test that tells next to nothing is not the next one, however quick it is. */
const telling = (s: { readonly bits: number }): number => (s.bits >= WORTH_ASKING ? 1 : 0);

/** Tests that can be done here as it stands, and have not been done yet. */
export const openTests = (
  situation: Situation,
  { nothingFlows }: Pick<Posterior, "nothingFlows">,
): readonly TestRow[] =>
  TESTS.filter(
    (t) =>
      possible(t.where, situation) &&
      !situation.tests.some((d) => d.test === t.id) &&
      !readAlready(t.id, situation) &&
      forbiddenWhy(t, situation) === undefined &&
      forbiddenDry(t, situation, nothingFlows) === undefined,
  );

/** An outcome so frequent under a cause, and so rare elsewhere, shows it. */
const SHOWS = { there: 0.5, elsewhere: 0.1 } as const;

/** Whether a test shows a cause where it is there and hardly elsewhere. */
export const showsCause = ({ under, usual }: TestRow, id: CauseId): boolean =>
  under[id]?.some((rate, k) => rate > SHOWS.there && (usual[k] ?? 1) < SHOWS.elsewhere) ?? false;

/** Bits that a test of a pump which has the cause moves it against all others that still stand. */
export function tellsApart(test: TestRow, leader: number, { causes, rates }: Posterior): number {
  const others = causes.map((c, i) => (i === leader ? 0 : c.probability));
  const rest = normalised(others);
  const under = rates(test.id, leader);
  return under.reduce((bits, there, k) => {
    const elsewhere = rest.reduce(
      (sum, share, i) => sum + (share > NEGLIGIBLE ? share * (rates(test.id, i)[k] ?? 0) : 0),
      0,
    );
    return there > 0 ? bits + there * Math.log2(there / Math.max(elsewhere, 1e-3)) : bits;
  }, 0);
}

/** Possible tests, best first. Tests already done, impossible here or forbidden are not among them. */
export function rankTests(situation: Situation, posterior: Posterior): RankedTest[] {
  const standing = posterior.causes.flatMap((c, i) => (c.probability > NEGLIGIBLE ? [i] : []));
  const p = normalised(standing.map((i) => posterior.causes[i]?.probability ?? 0));
  const candidates = openTests(situation, posterior).map((row): Candidate => ({
    row,
    minutes: row.minutes + row.hazardMinutes,
    rates: standing.map((i) => posterior.rates(row.id, i)),
  }));
  const single = candidates
    .map((c) => ({ c, bits: gain(c, p) }))
    .filter((s) => s.bits > 0.001)
    .sort((a, b) => telling(b) - telling(a) || b.bits / b.c.minutes - a.bits / a.c.minutes);
  const ahead = single
    .slice(0, FOLLOWED)
    .map((s) => ({ ...s, ...twoAhead(s.c, s.bits, p, single) }));
  const rest = single
    .slice(FOLLOWED)
    .map((s) => ({ ...s, worth: s.bits / s.c.minutes, then: null }));
  ahead.sort((a, b) => telling(b) - telling(a) || b.worth - a.worth);
  return [...ahead, ...rest].map(({ c, bits, worth, then }) => ({
    row: c.row,
    bits,
    worth,
    then,
    splits: splitOf(c, p, standing),
  }));
}

/**
 * Bits per minute of a test and, for each of its outcomes that leaves doubt, the best test after it.
 * A first test that settles the matter often costs no second one: its minutes count by how often.
 */
function twoAhead(
  first: Candidate,
  bits: number,
  p: readonly number[],
  all: readonly { readonly c: Candidate }[],
): { readonly worth: number; readonly then: TestRow | null } {
  let sum = bits;
  let { minutes } = first;
  let then: { readonly row: TestRow; readonly share: number } | null = null;
  first.row.outcomes.forEach((_, o) => {
    const joint = p.map((v, c) => v * (first.rates[c]?.[o] ?? 0));
    const total = joint.reduce((a, b) => a + b, 0);
    if (total < 1e-3) return;
    const after = joint.map((j) => j / total);
    if (Math.max(...after) > SETTLED) return;
    let best = { worth: 0, bits: 0, minutes: 0, row: first.row };
    for (const { c } of all) {
      if (c === first) continue;
      const b = gain(c, after);
      if (b / c.minutes > best.worth) {
        best = { worth: b / c.minutes, bits: b, minutes: c.minutes, row: c.row };
      }
    }
    if (best.bits < WORTH_ASKING) return;
    sum += total * best.bits;
    minutes += total * best.minutes;
    if (total > (then?.share ?? 0)) then = { row: best.row, share: total };
  });
  const worth = Math.max(sum / minutes, bits / first.minutes);
  // TypeScript does not follow the assignment inside the loop's callback.
  const follower = then as { readonly row: TestRow } | null;
  return { worth, then: follower?.row ?? null };
}

function normalised(p: readonly number[]): readonly number[] {
  const sum = p.reduce((a, b) => a + b, 0);
  return p.map((v) => v / sum);
}

const plog = (p: number): number => (p > 0 ? p * Math.log2(p) : 0);

/** Expected fall of entropy [bits]: what outcome and cause tell of each other. */
function gain({ row, rates }: Candidate, p: readonly number[]): number {
  let bits = 0;
  for (let o = 0; o < row.outcomes.length; o++) {
    let total = 0;
    for (let c = 0; c < p.length; c++) {
      const joint = (p[c] ?? 0) * (rates[c]?.[o] ?? 0);
      total += joint;
      const r = rates[c]?.[o] ?? 0;
      if (r > 0) bits += joint * Math.log2(r);
    }
    bits -= plog(total);
  }
  return Math.max(0, bits);
}

function splitOf(
  { row, rates }: Candidate,
  p: readonly number[],
  standing: readonly number[],
): RankedTest["splits"] {
  const order = p.map((_, c) => c).sort((a, b) => (p[b] ?? 0) - (p[a] ?? 0));
  let best: { for: number; against: number; outcome: string; score: number } | null = null;
  for (const a of order.slice(0, 4)) {
    for (const b of order.slice(0, 4)) {
      row.outcomes.forEach((outcome, o) => {
        const gap = (rates[a]?.[o] ?? 0) - (rates[b]?.[o] ?? 0);
        const score = gap * Math.sqrt((p[a] ?? 0) * (p[b] ?? 0));
        if (score > (best?.score ?? 0)) {
          best = {
            for: standing[a] ?? 0,
            against: standing[b] ?? 0,
            outcome: outcome.name,
            score,
          };
        }
      });
    }
  }
  return best;
}
