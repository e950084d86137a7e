/**
 * Everything the Board draws, worked out from a case in one go. Numbers are SI, sentences are in the
 * reader's units; nothing here knows how it will be drawn.
 */
import { type CaseFile, type CaseError, readCase, type TestId } from "../case/index.ts";
import {
  type Diagnosis,
  diagnoseFully,
  expectationsOf,
  hasRating,
  type Expectations,
  type MissingReading,
  missingReadings,
  openTests,
  SETTLED,
  showsCause,
  testRow,
  type TestRow,
  type Verdict,
  verdictOf,
} from "../diagnosis/index.ts";
import { type TakeAlong, takeAlong } from "../procedure/index.ts";
import { formatSi, type UnitSystem } from "../quantity/index.ts";
import {
  caseOfVisit,
  factsOf,
  foldEntries,
  heatStudy,
  hungGauges,
  type SheetEntry,
  type Typing,
  type VisitBasis,
  type VisitState,
} from "../visit/index.ts";
import { causeViews, type CauseView, type WhatIf, whatIfs } from "./causes-view.ts";
import { chartOf, type ChartView } from "./chart-view.ts";
import { compareAll, type Comparison } from "./comparisons.ts";
import { doubtsOf } from "./doubts.ts";
import { type Figure, figuresOf } from "./figures/index.ts";
import { ratingOf, type RatingView } from "./rating-view.ts";
import { phasesOf, type PhasesView, suctionOf, type SuctionView } from "./site-views.ts";
import {
  fieldView,
  type FieldView,
  fireView,
  type FireView,
  leversView,
  type LeversView,
} from "./study-views.ts";

export interface TestView {
  readonly id: TestId;
  readonly name: string;
  readonly minutes: number;
  readonly hazard: string | null;
  readonly bits: number;
  readonly why: string;
  /** What it takes along. */
  readonly tools: readonly string[];
  /** It shows the leading cause where it is there, however little that would change now. */
  readonly confirms: boolean;
}

export interface BoardView {
  readonly verdict: Verdict;
  readonly chart: ChartView | undefined;
  /** For pumps rated by flow over pressure. */
  readonly rating: RatingView | undefined;
  readonly field: FieldView | undefined;
  readonly fire: FireView | undefined;
  readonly levers: LeversView | undefined;
  readonly figures: readonly Figure[];
  /** What is hard to believe about the pump's sheets. */
  readonly doubts: readonly string[];
  readonly suction: SuctionView | undefined;
  readonly phases: PhasesView | undefined;
  readonly causes: readonly CauseView[];
  /** Why the first cause leads, in sentences. */
  readonly explanation: readonly string[];
  /** The ranking with each piece of evidence left out. */
  readonly whatIf: readonly WhatIf[];
  readonly tests: readonly TestView[];
  /** What to load for the readings, the first tests and the likeliest repairs. */
  readonly load: TakeAlong;
  readonly forbidden: readonly { readonly name: string; readonly why: string }[];
  readonly stop: string | null;
  /** What mends and what proves it, once a fault is settled. */
  readonly mend: string | null;
  readonly missing: readonly MissingReading[];
  readonly expectations: Expectations;
  /** Seconds against a shut valve until the casing is at its heat limit; null where there is none. */
  readonly deadHeadSeconds: number | null;
  readonly comparisons: readonly Comparison[];
  /** Flow nobody metered, as the other readings tell it; empty when they do not. */
  readonly flowHint: string;
  readonly notes: readonly string[];
  /** Strips that were read on two devices, differently, and of which nobody has chosen one. */
  readonly disputed: number;
  readonly engine: string;
  readonly dataVersion: string;
}

export type BoardOutcome =
  | { readonly ok: true; readonly view: BoardView }
  | { readonly ok: false; readonly errors: readonly CaseError[] };

/** A visit as a device holds it: what the Board is worked out from, before it is a case. */
export interface VisitAsked extends VisitBasis {
  readonly entries: readonly SheetEntry[];
  /** What is being typed at this moment, by {@link readingKey}. */
  readonly typing?: Typing;
}

/** Works out the Board of a visit from its entries, with the band each reading should lie in. */
export function boardOfVisit(visit: VisitAsked, units: UnitSystem): BoardOutcome {
  return boardOfState(visit, foldEntries(visit.entries), units, visit.typing);
}

/** The Board of a visit whose entries are folded already. */
export function boardOfState(
  basis: VisitBasis,
  state: VisitState,
  units: UnitSystem,
  typing?: Typing,
): BoardOutcome {
  const file = readCase(caseOfVisit(basis, state, typing));
  return file.ok
    ? {
        ok: true,
        view: { ...boardView(file.value, units, true), disputed: state.rivals.size },
      }
    : { ok: false, errors: file.error };
}

/** Works out the Board of a case file; an empty snapshot is fine: then it says what to read first. */
export function boardOf(json: unknown, units: UnitSystem): BoardOutcome {
  const file = readCase(json);
  return file.ok
    ? { ok: true, view: boardView(file.value, units, false) }
    : { ok: false, errors: file.error };
}

/** @param expected - whether the band of each reading is asked for */
function boardView(file: CaseFile, units: UnitSystem, expected: boolean): BoardView {
  const diagnosis = diagnoseFully(file, units);
  const { situation, parts, posterior, result } = diagnosis;
  const missing = missingReadings(situation, parts?.snapshot, posterior, hasRating(situation));
  return {
    verdict: verdictOf(diagnosis, missing, units),
    chart: situation.curve ? chartOf(diagnosis, situation.curve) : undefined,
    rating: ratingOf(diagnosis, units),
    field: fieldView(diagnosis),
    fire: fireView(diagnosis, units),
    levers: leversView(diagnosis, units),
    figures: figuresOf(file, diagnosis, units),
    doubts: doubtsOf(situation, units),
    suction: suctionOf(diagnosis),
    phases: phasesOf(diagnosis),
    causes: causeViews(diagnosis, units),
    explanation: result.explanation,
    whatIf: whatIfs(diagnosis, units),
    tests: testsOf(diagnosis),
    load: takeAlong(
      factsOf(situation),
      result.nextTests.map((t) => t.id),
      result.causes,
    ),
    forbidden: result.forbiddenTests.map((t) => ({
      name: testRow(t.id)?.name ?? t.id,
      why: t.why,
    })),
    stop: result.stop,
    mend: mendOf(diagnosis),
    missing,
    expectations: expected ? expectationsOf(situation, hungGauges(file, situation)) : {},
    deadHeadSeconds: heatStudy(situation, parts).deadHead?.seconds ?? null,
    comparisons: compareAll(diagnosis, units),
    flowHint: flowHint(parts, units),
    notes: result.notes,
    disputed: 0,
    engine: result.engine,
    dataVersion: result.dataVersion,
  };
}

/** Tests as they are asked for, then those that would only show what is all but certain. */
function testsOf({ result, posterior, situation }: Diagnosis): TestView[] {
  const [first] = result.causes;
  const leads = first && first.id !== "healthy" && first.probability > SETTLED ? first : undefined;
  const confirms = (row: TestRow) => leads !== undefined && showsCause(row, leads.id);
  const asked = result.nextTests.flatMap(({ id, bits, why }) => {
    const row = testRow(id);
    return row ? [{ row, bits, why }] : [];
  });
  const shown = openTests(situation, posterior)
    .filter((row) => confirms(row) && !asked.some((a) => a.row.id === row.id))
    .map((row) => ({ row, bits: 0, why: "Where this is the cause it mostly shows." }));
  return [...asked, ...shown].map(({ row, bits, why }) => ({
    id: row.id,
    name: row.name,
    minutes: row.minutes,
    hazard: row.hazard,
    bits,
    why,
    tools: row.tools,
    confirms: confirms(row),
  }));
}

function mendOf({ result, posterior }: Diagnosis): string | null {
  const [first] = result.causes;
  const row = posterior.causes.find((c) => c.row.id === first?.id)?.row;
  if (!first || !row || first.id === "healthy" || first.probability <= SETTLED) return null;
  return `${row.repair} Proven by: ${row.proof}`;
}

const HINTED = {
  meter: "metered",
  "level-change": "from the level",
  head: "from head",
  vapour: "as the suction feeds",
  power: "from power",
} as const;

function flowHint(parts: Diagnosis["parts"], units: UnitSystem): string {
  const { flow, alternatives = [] } = parts?.duty ?? {};
  const estimates = (flow ? [flow, ...alternatives] : []).filter((e) => e.from !== "meter");
  return estimates
    .map((e) => `${formatSi(e.value, "flow", units, 2)} ${HINTED[e.from]}`)
    .join(", ");
}
