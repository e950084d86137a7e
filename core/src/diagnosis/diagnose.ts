/** One case in, one result out: the computation behind the command, the API and the Board. */
import type { CaseFile, CauseId, DiagnosisResult, Evidence, ResultCause } from "../case/index.ts";
import type { UnitSystem } from "../quantity/index.ts";
import {
  leadingSnapshot,
  partsOf,
  type Situation,
  situationOf,
  type Snapshot,
  standingTests,
  type VisitParts,
} from "../visit/index.ts";
import { noteWords } from "../words/index.ts";
import { cautionRow } from "./tables/cautions.ts";
import type { CauseSide } from "./tables/causes/index.ts";
import {
  openTests,
  type RankedTest,
  rankTests,
  showsCause,
  SETTLED,
  tellsApart,
  WORTH_ASKING,
} from "./next-test.ts";
import { withoutDoubtful } from "./doubtful.ts";
import { explain } from "./explain.ts";
import { dutyResult, motorResult, npshResult } from "./parts-result.ts";
import { forbiddenTests } from "./test-conditions.ts";
import { groupOf, isSilence } from "./evidence.ts";
import type { ReadingEvidence } from "./model/reading-evidence.ts";
import { type Posterior, type PosteriorCause, posteriorOf } from "./posterior.ts";
import { DATA_VERSION } from "./tables/priors.ts";
import type { TestRow } from "./tables/tests/index.ts";
import { shortUnder } from "./short-of-npsh.ts";
import { failedPoints, passedAll } from "./three-points.ts";
import { evidencePhrase, readingValue } from "./words.ts";
import { worthInWords } from "./worth.ts";

/** Version of the engine; stored with every result. */
export const ENGINE_VERSION = "0.9.1";

/** Evidence below this many bits either way is not worth a line. */
const WORTH_SAYING = 0.1;
/** A pair of causes below this is not named. */
const WORTH_NAMING = 0.005;
/** Above this one side is named, below it is "unclear". */
const SIDE_CLEAR = 0.5;

export interface Diagnosis {
  readonly situation: Situation;
  readonly parts: VisitParts | undefined;
  readonly posterior: Posterior;
  readonly tests: readonly RankedTest[];
  readonly result: DiagnosisResult;
}

/** A case worked out as far as its readings go, before it is asked why. */
export interface Measured {
  readonly situation: Situation;
  readonly snapshot: Snapshot | undefined;
  readonly parts: VisitParts | undefined;
  /** What was left out, taken for granted or could not be worked out. */
  readonly notes: readonly string[];
}

/** The figures of a case, readings that cannot be left out: the same for every command and screen. */
export function measured(file: CaseFile): Measured {
  const { situation, notes } = withoutDoubtful(situationOf(file));
  const snapshot = leadingSnapshot(situation);
  const parts = snapshot && partsOf(situation, snapshot);
  return {
    situation,
    snapshot,
    parts,
    notes: [
      ...situation.notes.map(noteWords),
      ...notes,
      ...standingTests(file).notes.map(noteWords),
      ...missing(situation, parts),
    ],
  };
}

/** The whole diagnosis with its inner parts, for screens that draw more than the result tells. */
export function diagnoseFully(file: CaseFile, units: UnitSystem = "metric"): Diagnosis {
  const { situation, snapshot, parts: gauged, notes: doubtful } = measured(file);
  const posterior = posteriorOf(situation);
  const parts = snapshot && gauged && withLikeliestFlow(situation, snapshot, gauged, posterior);
  const tests = rankTests(situation, posterior);
  const causes = causesOf(posterior, units);
  const leader = leaderOf(posterior);
  // Figures of the Board that the leader does not account for: said, and nothing stops on it.
  const bound = [...shortUnder(gauged, leader, units), ...failedPoints(situation, leader?.row.id)];
  const notes = [
    ...doubtful,
    ...misfit(posterior, units),
    ...bound,
    ...passedAll(situation, leader?.row.id),
  ];
  const where = whereOf(posterior);
  const stop = bound.length > 0 ? null : stopWhy(causes, tests, situation, posterior);
  return {
    situation,
    parts,
    posterior,
    tests,
    result: {
      format: "yard-tack/result",
      version: 1,
      id: file.id ?? null,
      engine: ENGINE_VERSION,
      dataVersion: DATA_VERSION,
      where,
      duty: parts ? dutyResult(parts, situation) : null,
      npsh: parts ? npshResult(parts, situation) : null,
      motor: parts ? motorResult(parts, situation, file) : null,
      causes,
      pairs: posterior.pairs
        .filter((w) => w.probability > WORTH_NAMING)
        .map((w) => ({ ids: [...w.ids], probability: w.probability })),
      nextTests: tests.map((t) => ({
        id: t.row.id,
        bits: t.bits,
        minutes: t.row.minutes,
        why: whyTest(t, posterior),
      })),
      forbiddenTests: forbiddenTests(situation, posterior.nothingFlows),
      stop,
      explanation: explain(posterior, where, situation, snapshot, hasRating(situation), units),
      cautions: cautionsOf(tests),
      notes,
    },
  };
}

const leaderOf = ({ causes }: Posterior): PosteriorCause | undefined =>
  causes.toSorted((a, b) => b.probability - a.probability)[0];

/** How far the flow of a cause strays round that of its likeliest size, as a share of it. */
const WITHIN_CAUSE = 0.12;

/** A pump that boils moves what its causes leave: each by its chance. */
function withLikeliestFlow(
  situation: Situation,
  snapshot: Snapshot,
  gauged: VisitParts,
  { causes }: Posterior,
): VisitParts {
  if (gauged.duty.flow?.from !== "vapour") return gauged;
  const flows = causes.flatMap((c) => {
    const state = c.states.get(snapshot.key);
    return state ? [{ flow: state.flow, share: c.probability }] : [];
  });
  const sum = flows.reduce((s, f) => s + f.share, 0);
  if (sum < 0.5) return gauged;
  const value = flows.reduce((s, f) => s + (f.share / sum) * f.flow, 0);
  const variance = flows.reduce((s, f) => s + (f.share / sum) * (f.flow - value) ** 2, 0);
  return partsOf(situation, snapshot, {
    value,
    u: Math.hypot(Math.sqrt(variance), WITHIN_CAUSE * value),
  });
}

/** Whether anything says what the pump should do. */
export const hasRating = (s: Situation): boolean =>
  (s.curve ?? s.displacement ?? s.jet) !== undefined;

/** The result alone. */
export const diagnose = (file: CaseFile, units: UnitSystem = "metric"): DiagnosisResult =>
  diagnoseFully(file, units).result;

function causesOf(posterior: Posterior, units: UnitSystem): ResultCause[] {
  const phrases = posterior.items.map((item) => evidencePhrase(item, units));
  return posterior.causes
    .map((c, i): ResultCause => {
      const weighed = posterior.items.flatMap((item, k): Evidence[] => {
        const bits = posterior.bits(item, i);
        return Math.abs(bits) < WORTH_SAYING ? [] : [{ what: phrases[k]?.(c) ?? "", bits }];
      });
      return {
        id: c.row.id,
        probability: c.probability,
        severity: c.severity,
        for: weighed.filter((e) => e.bits > 0).sort((a, b) => b.bits - a.bits),
        against: weighed.filter((e) => e.bits < 0).sort((a, b) => a.bits - b.bits),
      };
    })
    .sort((a, b) => b.probability - a.probability);
}

function whereOf(posterior: Posterior): DiagnosisResult["where"] {
  const sums = new Map<CauseSide, number>();
  for (const c of posterior.causes) {
    sums.set(c.row.side, (sums.get(c.row.side) ?? 0) + c.probability);
  }
  const [side, probability] = [...sums].sort((a, b) => b[1] - a[1])[0] ?? ["unclear", 1];
  return probability >= SIDE_CLEAR
    ? { pumpOrSystem: side, probability: Math.min(1, probability) }
    : { pumpOrSystem: "unclear", probability: 1 - probability };
}

/** One line for each part that could not be computed. */
function missing(situation: Situation, parts: VisitParts | undefined): string[] {
  const lines: string[] = [];
  if (!parts) return ["No snapshot: duty point, NPSH and motor were not worked out."];
  if (!situation.curve) lines.push("No rated curve: the head cannot be compared with it.");
  if (!parts.duty.head) {
    lines.push(
      "Total head needs a discharge gauge and a suction gauge (or, submerged, the level).",
    );
  }
  if (!parts.npsh.available) {
    lines.push("NPSH available needs a suction gauge, or the source level and a flow.");
  } else if (parts.npsh.required === undefined) {
    lines.push("NPSH required is unknown at this flow: no margin is given.");
  }
  if (!parts.electrical.shaftPower && parts.electrical.lostPhase === undefined) {
    lines.push("Shaft power needs a motor plate and a current or power reading.");
  }
  if (parts.electrical.imbalanceWithheld) {
    lines.push(
      "The imbalance of the currents is within the clamp's own error of its limit: no verdict. Several turns through the jaw would narrow it.",
    );
  }
  return lines;
}

/** What the leader does not explain; and when nothing known fits, the reading that fits least under the best known cause. */
function misfit(posterior: Posterior, units: UnitSystem): string[] {
  const order = posterior.causes
    .map((_, i) => i)
    .sort(
      (a, b) => (posterior.causes[b]?.probability ?? 0) - (posterior.causes[a]?.probability ?? 0),
    );
  const [first = 0] = order;
  const leader = posterior.causes[first];
  const unlisted = posterior.causes.find((c) => c.row.id === "unlisted");
  const at = (r: ReadingEvidence) => readingValue(r, r.seen, units);
  if (leader && (!unlisted || unlisted.probability < 0.35)) {
    return contradictions(posterior, first).map((r) => {
      const wanted = leader.predicted.get(r.id);
      const would =
        wanted === undefined ? "" : ` It would be ${readingValue(r, wanted, units)} there.`;
      return `The ${r.label} (${at(r)}) does not fit “${leader.row.name.toLowerCase()}”.${would} Read it again, by another instrument, before anything is opened.`;
    });
  }
  const known = order.find((i) => posterior.causes[i]?.row.id !== "unlisted") ?? 0;
  const [worst] = posterior.items
    .filter((i) => i.reading)
    .sort((a, b) => posterior.bits(a, known) - posterior.bits(b, known));
  if (!worst?.reading) return [];
  return [
    `No known cause fits well. The ${worst.reading.label} (${at(worst.reading)}) fits least: read it again, by another instrument.`,
  ];
}

/**
 * Why no further test is worth it; null while there is one, and while the leader may not be trusted: no cause on the
 * list, only told by somebody on the phone, or at odds with a reading.
 */
function stopWhy(
  causes: readonly ResultCause[],
  tests: readonly RankedTest[],
  situation: Situation,
  posterior: Posterior,
): string | null {
  const [first] = causes;
  const index = posterior.causes.findIndex((c) => c.row.id === first?.id);
  const row = posterior.causes[index]?.row;
  if (!first || !row || first.id === "unlisted") return null;
  if (contradictions(posterior, index).length > 0 || !isCarried(posterior, index)) return null;
  if (first.probability > SETTLED) {
    const sure = first.probability > 0.995 ? "over 99" : Math.round(100 * first.probability);
    const looked = (t: TestRow) =>
      t.echoes?.some((o) => situation.present.includes(o) || situation.absent.includes(o));
    const look = openTests(situation, posterior).find(
      (t) => confirms(t, row.id) && !looked(t) && tellsApart(t, index, posterior) > CONFIRMS,
    );
    const before = look
      ? ` Before anything is opened, ${look.minutes} min: ${look.name.charAt(0).toLowerCase()}${look.name.slice(1)}.`
      : "";
    return `${row.name}, ${sure} %: no further test would change what to do.${before}`;
  }
  const best = Math.max(0, ...tests.map((t) => t.bits));
  return best < WORTH_ASKING ? "No test that can be done here tells more than it costs." : null;
}

/** A look that takes no longer and harms nobody. */
const QUICK = { minutes: 5, hazardMinutes: 1 } as const;

/** Bits from which on a look is a confirmation, and not one more thing that others would show too. */
const CONFIRMS = 1;

const confirms = (test: TestRow, id: CauseId): boolean =>
  test.minutes <= QUICK.minutes &&
  test.hazardMinutes <= QUICK.hazardMinutes &&
  showsCause(test, id);

/** A reading so many standard deviations from what the leader would have it contradicts it. */
const CONTRADICTS = 2.8;
/** Two causes at once that stand this high explain what one of them does not. */
const EXPLAINED_BY_TWO = 0.3;

/** Readings that the cause does not explain at its likeliest size. */
function contradictions(posterior: Posterior, index: number): ReadingEvidence[] {
  const cause = posterior.causes[index];
  if (!cause || cause.row.id === "unlisted") return [];
  const pair = posterior.pairs.find(({ ids }) => ids.includes(cause.row.id));
  if ((pair?.probability ?? 0) > EXPLAINED_BY_TWO) return [];
  return posterior.items.flatMap(({ reading }) =>
    reading && Math.abs(cause.gaps.get(reading.id) ?? 0) > CONTRADICTS ? [reading] : [],
  );
}

/** Bits that something read, looked at or tested must speak for a cause before anything may stop on it. */
const CARRIES = 0.3;

/** Whether more than a story on the phone speaks for a cause. */
const isCarried = (posterior: Posterior, index: number): boolean =>
  posterior.bitsOfReadings(index) > CARRIES ||
  posterior.items.some((item) => {
    const told = item.observation && ["complaint", "onset"].includes(groupOf(item.observation));
    return !told && !isSilence(item) && posterior.bits(item, index) > CARRIES;
  });

function whyTest(test: RankedTest, posterior: Posterior): string {
  const { splits, bits } = test;
  const tells = `It ${worthInWords(bits)}.`;
  const a = splits && posterior.causes[splits.for]?.row.name;
  const b = splits && posterior.causes[splits.against]?.row.name;
  if (!a || !b) return tells;
  return `"${splits.outcome}" would point to "${a.toLowerCase()}" and away from "${b.toLowerCase()}". ${tells}`;
}

function cautionsOf(tests: readonly RankedTest[]): string[] {
  const [first] = tests;
  return (first?.row.cautions ?? []).map((id) => {
    const c = cautionRow(id);
    return `Caution, ${c.title.toLowerCase()}: ${c.text}`;
  });
}
