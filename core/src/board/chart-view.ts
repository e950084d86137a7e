/** The head–flow chart of a visit: sheet, band, fingerprint, system, points. SI. */
import {
  bestEfficiencyFlow,
  curveEnd,
  curveStart,
  type CurveTolerance,
  curveTolerance,
  headCoefficient,
  headTolerance,
  intersections,
  type RatedCurve,
  readCurve,
  specificSpeed,
  systemHead,
  USUAL_HEAD_COEFFICIENT,
} from "../curve/index.ts";
import type { Diagnosis } from "../diagnosis/index.ts";
import { formatNumber, formatRpm, K95 } from "../quantity/index.ts";
import {
  cleanSystem,
  leadingSnapshot,
  partsOf,
  type Situation,
  spokenPosition,
  type SystemSource,
} from "../visit/index.ts";

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
  /** Preferred range about best efficiency, inside the curve. */
  readonly allowed: readonly [number, number] | undefined;
  /** Least continuous flow, when the maker states it. */
  readonly minimumFlow: number | undefined;
  readonly systemFrom: SystemSource | undefined;
  /** The other measured curves of the family, at their own speed and diameter. */
  readonly family: readonly { readonly label: string; readonly points: readonly ChartPoint[] }[];
  /** Guessed from one rated point. */
  readonly estimated: boolean;
  /** What band and wheel are taken for, in sentences. */
  readonly says: readonly string[];
}

const CURVE_STEPS = 40;

/** Everything the chart draws. @param sheet - used when no snapshot gives a speed */
export function chartOf({ situation, parts }: Diagnosis, sheet: RatedCurve): ChartView {
  const curve = parts?.curve ?? sheet;
  const flows = sampled(curve);
  const read = flows.map((q) => ({ q, ...readCurve(curve, q) }));
  const tolerance = parts?.tolerance;
  const edge = (sign: 1 | -1): ChartPoint[] =>
    read.map(({ q, head, headSlope }) => {
      const h = head ?? 0;
      const part = tolerance ? headTolerance(tolerance, q, h, headSlope ?? 0) : 0;
      return [q, h * (1 + sign * part)];
    });
  const clean = cleanSystem(situation);
  const system = clean?.curve;
  const meeting = system && intersections(curve, system).at(-1);
  const best = situation.statedBestFlow ?? bestEfficiencyFlow(curve);
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
    allowed: best === undefined ? undefined : preferredRange(situation, curve, best),
    minimumFlow: situation.minimumFlow,
    systemFrom: clean?.from,
    family: familyLines(situation, curve),
    estimated: situation.estimatedCurve,
    says: [...bandSentence(curve, tolerance), ...wheelSentence(situation, curve)],
  };
}

const GRADE_WORDS: Readonly<Record<string, string>> = {
  "own-test": "this pump's own test",
  estimated: "a shape that was guessed",
};

function bandSentence(curve: RatedCurve, tolerance: CurveTolerance | undefined): string[] {
  if (!tolerance) return [];
  const percent = (v: number) => `±${formatNumber(100 * v, 2)} %`;
  const grade = GRADE_WORDS[curve.grade ?? ""] ?? `grade ${curve.grade ?? "3B"} of ISO 9906`;
  const stated = curveTolerance(curve.grade ?? "3B");
  const small = stated.head !== tolerance.head ? ", its default for small pumps" : "";
  return [
    `The band is that of ${grade}${small}: ${percent(tolerance.head)} of head, ${percent(tolerance.flow)} of flow.`,
  ];
}

/** The shut-off head coefficient, where diameter and speed are known. */
function wheelSentence({ stages }: Situation, curve: RatedCurve): string[] {
  const shutOff = curveStart(curve) === 0 ? readCurve(curve, 0).head : undefined;
  if (shutOff === undefined || !curve.diameter || !curve.speed) return [];
  const value = headCoefficient(shutOff, curve.diameter, curve.speed, stages);
  const { low, high } = USUAL_HEAD_COEFFICIENT;
  return [
    `Shut-off head coefficient ${formatNumber(value, 2)} a stage; radial wheels have ${low.toFixed(2)} to ${high.toFixed(2)}.`,
  ];
}

/** Specific speed (r/min, m³/s, m) from which the preferred range is narrower. */
const HIGH_SPECIFIC_SPEED = 85;

/** 70 to 120 % of best efficiency, 80 to 115 % at high specific speed. Source: ANSI/HI 9.6.3. */
function preferredRange(
  { stages }: Situation,
  curve: RatedCurve,
  best: number,
): readonly [number, number] {
  const head = readCurve(curve, best).head;
  const high =
    curve.speed !== undefined &&
    head !== undefined &&
    specificSpeed(curve.speed, best, head / stages) >= HIGH_SPECIFIC_SPEED;
  const [low, top] = high ? [0.8, 1.15] : [0.7, 1.2];
  return [low * best, Math.min(curveEnd(curve), top * best)];
}

function familyLines(situation: Situation, shown: RatedCurve): ChartView["family"] {
  if (situation.sheets.length < 2) return [];
  const speeds = new Set(situation.sheets.map((c) => c.speed)).size > 1;
  return situation.sheets
    .filter((c) => c.diameter !== shown.diameter || c.speed !== shown.speed)
    .map((c) => ({
      label: [
        c.diameter === undefined ? undefined : `${Number((1000 * c.diameter).toFixed(1))} mm`,
        speeds && c.speed !== undefined ? `${formatRpm(c.speed)}` : undefined,
      ]
        .filter((w) => w !== undefined)
        .join(", "),
      points: sampled(c).map((q): ChartPoint => [q, readCurve(c, q).head ?? 0]),
    }));
}

/** Flows from a curve's start to its end. */
function sampled(curve: RatedCurve): number[] {
  const start = curveStart(curve);
  const end = curveEnd(curve);
  // The last step is the end itself: a rounding past it would read nothing.
  return Array.from({ length: CURVE_STEPS + 1 }, (_, i) =>
    i === CURVE_STEPS ? end : start + ((end - start) * i) / CURVE_STEPS,
  );
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
  const leading = leadingSnapshot(situation);
  return situation.snapshots.flatMap((s) => {
    if (s.key === leading?.key) return [];
    const { duty } = partsOf(situation, s);
    const flow = s.valve === "shut" ? 0 : duty.flow?.value;
    return flow !== undefined && duty.head
      ? [{ label: spokenPosition(s.label), at: [flow, duty.head.value] as const }]
      : [];
  });
}
