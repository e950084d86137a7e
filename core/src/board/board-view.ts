/**
 * Everything the Board draws, worked out from a case in one go. Numbers are SI, sentences are in the
 * reader's units; nothing here knows how it will be drawn.
 */
import { type CaseFile, type CaseError, readCase } from "../case/index.ts";
import {
  bestEfficiencyFlow,
  curveEnd,
  curveStart,
  headTolerance,
  intersections,
  type RatedCurve,
  readCurve,
  systemHead,
  systemThrough,
} from "../curve/index.ts";
import {
  causeRow,
  type Diagnosis,
  diagnoseFully,
  expectationsOf,
  type Expectations,
  type MissingReading,
  missingReadings,
  testRow,
  type Verdict,
  verdictOf,
} from "../diagnosis/index.ts";
import { formatSi, GRAVITY, K95, type UnitSystem } from "../quantity/index.ts";
import { lossAt } from "../suction/index.ts";
import { layoutOf, partsOf, type Situation, situationOf, type Snapshot } from "../visit/index.ts";
import { compareAll, type Comparison } from "./comparisons.ts";

/** Flow [m³/s] and head [m]. */
export type ChartPoint = readonly [flow: number, head: number];

export interface ChartView {
  readonly rated: readonly ChartPoint[];
  readonly toleranceLow: readonly ChartPoint[];
  readonly toleranceHigh: readonly ChartPoint[];
  readonly npshr: readonly ChartPoint[];
  readonly fingerprint: readonly ChartPoint[];
  readonly system: readonly ChartPoint[];
  /** Where the clean system meets the rated curve. */
  readonly shouldBe: ChartPoint | undefined;
  readonly today: { readonly at: ChartPoint; readonly outline: readonly ChartPoint[] } | undefined;
  readonly others: readonly { readonly label: string; readonly at: ChartPoint }[];
  /** 70 to 120 % of best efficiency, inside the curve. */
  readonly allowed: readonly [number, number] | undefined;
}

/** Heads in metres of the liquid; `loss` is what the drawing explains. */
export interface SuctionView {
  readonly atmosphere: number;
  readonly level: number;
  readonly vapour: number;
  readonly loss: number;
  readonly missing: number | undefined;
  readonly available: number;
  readonly required: number | undefined;
  readonly from: "gauge" | "layout";
}

export interface PhasesView {
  readonly amps: readonly (number | undefined)[];
  readonly plate: number | undefined;
  readonly imbalancePercent: number | undefined;
  readonly band: "ok" | "note" | "alarm" | "stop" | undefined;
  readonly withheld: boolean;
  readonly lostPhase: number | undefined;
  readonly loadFraction: number | undefined;
  readonly shaftPower:
    { readonly value: number; readonly low95: number; readonly high95: number } | undefined;
  readonly voltsPercent: number | undefined;
}

export interface CauseView {
  readonly id: string;
  readonly name: string;
  readonly mechanism: string;
  readonly probability: number;
  readonly bitsFor: number;
  readonly bitsAgainst: number;
  /** The reading that weighs most, either way. */
  readonly decisive: string;
  readonly for: readonly { readonly what: string; readonly bits: number }[];
  readonly against: readonly { readonly what: string; readonly bits: number }[];
  readonly firstAid: string;
  readonly repair: string;
  readonly proof: string;
}

export interface TestView {
  readonly id: string;
  readonly name: string;
  readonly minutes: number;
  readonly hazard: string | null;
  readonly bits: number;
  readonly why: string;
}

export interface BoardView {
  readonly verdict: Verdict;
  readonly chart: ChartView | undefined;
  readonly suction: SuctionView | undefined;
  readonly phases: PhasesView | undefined;
  readonly causes: readonly CauseView[];
  readonly tests: readonly TestView[];
  readonly forbidden: readonly { readonly name: string; readonly why: string }[];
  readonly stop: string | null;
  readonly missing: readonly MissingReading[];
  readonly expectations: Expectations;
  readonly comparisons: readonly Comparison[];
  /** Flow nobody metered, as the other readings tell it; empty when they do not. */
  readonly flowHint: string;
  readonly notes: readonly string[];
  readonly engine: string;
  readonly dataVersion: string;
}

export type BoardOutcome =
  | { readonly ok: true; readonly view: BoardView }
  | { readonly ok: false; readonly errors: readonly CaseError[] };

/**
 * Reads a case and works out its Board.
 * @param places - a snapshot that says how each gauge hangs (its pressures are not looked at); gives
 *   the expected band of readings that were not taken yet
 * @param json - a case file; an empty snapshot is fine: then the Board says what to read first
 */
export function boardOf(json: unknown, units: UnitSystem, places?: unknown): BoardOutcome {
  const file = readCase(json);
  if (!file.ok) return { ok: false, errors: file.error };
  const hung =
    places === undefined ? undefined : readCase({ ...(json as object), snapshots: [places] });
  const template = hung?.ok ? situationOf(hung.value).snapshots[0] : undefined;
  return { ok: true, view: boardView(file.value, units, template) };
}

function boardView(file: CaseFile, units: UnitSystem, places: Snapshot | undefined): BoardView {
  const diagnosis = diagnoseFully(file, units);
  const { situation, parts, posterior, result } = diagnosis;
  const missing = missingReadings(parts?.snapshot, posterior, situation.curve !== undefined);
  return {
    verdict: verdictOf(diagnosis, missing, units),
    chart: situation.curve ? chartOf(diagnosis, situation.curve) : undefined,
    suction: suctionOf(diagnosis),
    phases: phasesOf(diagnosis),
    causes: result.causes.map((c) => causeView(c)),
    tests: result.nextTests.map((t) => {
      const row = testRow(t.id);
      return {
        id: t.id,
        name: row?.name ?? t.id,
        minutes: t.minutes,
        hazard: row?.hazard ?? null,
        bits: t.bits,
        why: t.why,
      };
    }),
    forbidden: result.forbiddenTests.map((t) => ({
      name: testRow(t.id)?.name ?? t.id,
      why: t.why,
    })),
    stop: result.stop,
    missing,
    expectations: places ? expectationsOf(situation, places) : {},
    comparisons: compareAll(diagnosis, units),
    flowHint: flowHint(parts, units),
    notes: result.notes,
    engine: result.engine,
    dataVersion: result.dataVersion,
  };
}

function flowHint(parts: Diagnosis["parts"], units: UnitSystem): string {
  const { flow, alternatives = [] } = parts?.duty ?? {};
  const estimates = (flow ? [flow, ...alternatives] : []).filter((e) => e.from !== "meter");
  return estimates.map((e) => `${formatSi(e.value, "flow", units, 2)} from ${e.from}`).join(", ");
}

function causeView(c: Diagnosis["result"]["causes"][number]): CauseView {
  const row = causeRow(c.id);
  const sum = (list: readonly { bits: number }[]) => list.reduce((s, e) => s + e.bits, 0);
  const strongest = [...c.for, ...c.against].sort((a, b) => Math.abs(b.bits) - Math.abs(a.bits))[0];
  return {
    id: c.id,
    name: row?.name ?? c.id,
    mechanism: row?.mechanism ?? "",
    probability: c.probability,
    bitsFor: sum(c.for),
    bitsAgainst: -sum(c.against),
    decisive: strongest?.what ?? "nothing read speaks either way",
    for: c.for,
    against: c.against,
    firstAid: row?.firstAid ?? "",
    repair: row?.repair ?? "",
    proof: row?.proof ?? "",
  };
}

const CURVE_STEPS = 40;

function chartOf({ situation, parts }: Diagnosis, sheet: RatedCurve): ChartView {
  const curve = parts?.curve ?? sheet;
  const start = curveStart(curve);
  const end = curveEnd(curve);
  // The last step is the end itself: a rounding past it would read nothing.
  const flows = Array.from({ length: CURVE_STEPS + 1 }, (_, i) =>
    i === CURVE_STEPS ? end : start + ((end - start) * i) / CURVE_STEPS,
  );
  const read = flows.map((q) => ({ q, ...readCurve(curve, q) }));
  const tolerance = parts?.tolerance;
  const edge = (sign: 1 | -1): ChartPoint[] =>
    read.map(({ q, head, headSlope }) => {
      const h = head ?? 0;
      const part = tolerance ? headTolerance(tolerance, q, h, headSlope ?? 0) : 0;
      return [q, h * (1 + sign * part)];
    });
  const system = systemOf(situation);
  const meeting = system && intersections(curve, system).at(-1);
  const best = bestEfficiencyFlow(curve);
  return {
    rated: read.map(({ q, head }) => [q, head ?? 0]),
    toleranceLow: edge(-1),
    toleranceHigh: edge(1),
    npshr: read.flatMap(({ q, npshr }) => (npshr === undefined ? [] : [[q, npshr] as const])),
    fingerprint: fingerprintLine(situation),
    system: system
      ? flows
          .map((q): ChartPoint => [q, systemHead(system, q)])
          .filter(([, h]) => h < 1.4 * (read[0]?.head ?? 0))
      : [],
    shouldBe: meeting && [meeting.flow, meeting.head],
    today: parts && todayOf(parts),
    others: otherPoints(situation),
    allowed: best === undefined ? undefined : [0.7 * best, Math.min(end, 1.2 * best)],
  };
}

function systemOf({ duty, staticHead, closedLoop }: Situation) {
  const known = closedLoop ? 0 : staticHead;
  if (!duty || known === undefined || known >= duty.head) return undefined;
  return systemThrough(known, duty.flow, duty.head);
}

/**
 * The pump's own line: its sheet, moved to run through the fingerprint's points (a factor on head,
 * straight between the points' own factors).
 */
function fingerprintLine(situation: Situation): ChartPoint[] {
  const points = situation.fingerprints.flatMap((s) => {
    const p = partsOf(situation, s);
    const flow = s.valve === "shut" ? 0 : p.duty.flow?.value;
    const head = p.duty.head?.value;
    const rated = p.curve && flow !== undefined ? readCurve(p.curve, flow).head : undefined;
    return flow !== undefined && head !== undefined && rated
      ? [{ flow, factor: head / rated, curve: p.curve }]
      : [];
  });
  const curve = points[0]?.curve;
  if (!curve) return [];
  const sorted = [...points].sort((a, b) => a.flow - b.flow);
  const first = sorted[0];
  const last = sorted.at(-1);
  if (!first || !last) return [];
  const end = Math.min(curveEnd(curve), last.flow * 1.35);
  return Array.from({ length: 21 }, (_, i): ChartPoint => {
    const q = curveStart(curve) + ((end - curveStart(curve)) * i) / 20;
    const t = last.flow > first.flow ? (q - first.flow) / (last.flow - first.flow) : 0;
    const factor = first.factor + Math.min(1, Math.max(0, t)) * (last.factor - first.factor);
    return [q, (readCurve(curve, q).head ?? 0) * factor];
  });
}

function todayOf(parts: NonNullable<Diagnosis["parts"]>): ChartView["today"] {
  const { head, flow } = parts.duty;
  if (!head || !flow) return undefined;
  const slope =
    flow.from === "head" && parts.curve ? (readCurve(parts.curve, flow.value).headSlope ?? 0) : 0;
  const uFlow = Math.max(flow.u, 0.005 * flow.value);
  return {
    at: [flow.value, head.value],
    outline: Array.from({ length: 33 }, (_, i): ChartPoint => {
      const a = (2 * Math.PI * i) / 32;
      const dq = K95 * uFlow * Math.cos(a);
      return [Math.max(0, flow.value + dq), head.value + slope * dq + K95 * head.u * Math.sin(a)];
    }),
  };
}

function otherPoints(situation: Situation): ChartView["others"] {
  return situation.snapshots.slice(1).flatMap((s) => {
    const { duty } = partsOf(situation, s);
    const flow = s.valve === "shut" ? 0 : duty.flow?.value;
    return flow !== undefined && duty.head
      ? [{ label: s.label, at: [flow, duty.head.value] as const }]
      : [];
  });
}

function suctionOf({ situation, parts }: Diagnosis): SuctionView | undefined {
  const available = parts?.npsh.available;
  if (!parts || !available) return undefined;
  const layout = layoutOf(situation, parts.snapshot);
  const perMetre = situation.liquid.density * GRAVITY;
  return {
    atmosphere: (situation.atmosphere + (layout?.surfacePressure ?? 0)) / perMetre,
    level: layout?.sourceLevel ?? 0,
    vapour: situation.liquid.vapourPressure / perMetre,
    loss: lossAt(layout?.loss, parts.duty.flow?.value ?? 0),
    missing: parts.npsh.unexplainedLoss?.value,
    available: available.value,
    required: parts.npsh.required,
    from: parts.npsh.fromGauge ? "gauge" : "layout",
  };
}

function phasesOf({ situation, parts }: Diagnosis): PhasesView | undefined {
  if (!parts || !parts.snapshot.amps.some((a) => a !== undefined)) return undefined;
  const e = parts.electrical;
  const p = e.shaftPower;
  return {
    amps: parts.snapshot.amps.map((a) => a?.value),
    plate: situation.motor?.current,
    imbalancePercent: e.amps?.percent,
    band: e.amps?.band,
    withheld: e.imbalanceWithheld,
    lostPhase: e.lostPhase,
    loadFraction: e.loadFraction?.value,
    shaftPower: p && { value: p.value, low95: p.value - K95 * p.u, high95: p.value + K95 * p.u },
    voltsPercent: e.volts?.percent,
  };
}
