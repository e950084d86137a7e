/** A pump over its visits: head, shut-off head and current against its own base, and what of it is the line's. */
import type { CaseFile } from "../case/index.ts";
import { formatNumber, K95, type Uncertain } from "../quantity/index.ts";
import { partsOf, type Situation, situationOf, type Snapshot } from "../visit/index.ts";
import { type Drift, DRIFT_LEVELS, driftOf, type DriftPoint } from "./drift.ts";
import { ofTheYears, type Trend, type TrendVisit } from "./trend.ts";

/** A signed visit with its readings. */
export interface YearVisit {
  /** ISO 8601. */
  readonly at: string;
  readonly kind: TrendVisit["kind"];
  readonly fingerprint: boolean;
  readonly file: CaseFile;
}

export interface YearLine {
  readonly id: "head" | "shut-off" | "current";
  readonly name: string;
  readonly base: "fingerprint" | "first-visit";
  /** Oldest first. */
  readonly points: readonly DriftPoint[];
  readonly drift: Drift;
  /** In sentences. */
  readonly say: readonly string[];
}

/** A figure of one visit, comparable with those of the others. */
interface Figure extends Uncertain {
  readonly at: string;
  readonly fingerprint: boolean;
}

const ROWS = [
  { id: "shut-off", name: "Shut-off head", bad: -1, of: shutOff, lost: "shut-off head" },
  { id: "current", name: "Current at like flow", bad: 1, of: current, lost: "current" },
] as const;

/** Lines that have at least two visits; the head at equal flow first. */
export function overTheYears(
  trend: Trend | undefined,
  visits: readonly YearVisit[],
): readonly YearLine[] {
  const sorted = visits.toSorted((a, b) => a.at.localeCompare(b.at));
  const read = sorted.map((visit) => ({ visit, situation: situationOf(visit.file) }));
  const lines = ROWS.flatMap((row): YearLine[] => {
    const figures = read.flatMap(({ visit, situation }): Figure[] => {
      const figure = row.of(situation, telling(visit, situation), read[0]?.situation);
      return figure ? [{ ...figure, at: visit.at, fingerprint: visit.fingerprint }] : [];
    });
    return lineOf(row, figures);
  });
  return [...headLine(trend), ...lines];
}

function headLine(trend: Trend | undefined): YearLine[] {
  const points = trend ? ofTheYears(trend) : [];
  const drift = driftOf(points, -1);
  if (!trend || !drift) return [];
  const [id, name] = ["head", "Head at equal flow"] as const;
  return [
    {
      ...{ id, name, base: trend.base, points, drift },
      say: words(drift, -1, "head at equal flow"),
    },
  ];
}

function lineOf(row: (typeof ROWS)[number], figures: readonly Figure[]): YearLine[] {
  const own = figures.find((f) => f.fingerprint);
  const base = own ?? figures[0];
  if (!base || !(base.value > 0)) return [];
  const percent = (v: number) => (100 * v) / base.value;
  const points = figures.map((f): DriftPoint => ({
    at: f.at,
    percent: percent(f.value) - 100,
    band95: f === base ? 0 : K95 * percent(Math.hypot(f.u, (base.u * f.value) / base.value)),
    own95: K95 * percent(f.u),
  }));
  const drift = driftOf(points, row.bad);
  if (!drift) return [];
  const { id, name, bad } = row;
  return [
    {
      ...{ id, name, points, drift, base: own ? "fingerprint" : "first-visit" },
      say: words(drift, bad, row.lost),
    },
  ];
}

/** Snapshots of a visit that tell of the years: a call's show the fault of that day until it was mended. */
function telling({ kind }: YearVisit, { snapshots }: Situation): readonly Snapshot[] {
  const after = snapshots.filter((s) => s.label === "after");
  if (after.length > 0) return after;
  return kind === "call" ? [] : snapshots;
}

/** Head against a shut valve, at the curve's own speed [m]. */
function shutOff(situation: Situation, snapshots: readonly Snapshot[]): Uncertain | undefined {
  const shut = snapshots.find((s) => s.valve === "shut" && s.running);
  if (!shut) return undefined;
  const { duty, speed } = partsOf(situation, shut);
  if (!duty.head || !(duty.head.value > 0)) return undefined;
  const rated = situation.curve?.speed;
  const n = rated && speed ? rated / speed.value : 1;
  const bySpeed = rated && speed ? (2 * speed.u) / speed.value : 0;
  const value = duty.head.value * n * n;
  return { value, u: value * Math.hypot(duty.head.u / duty.head.value, bySpeed) };
}

/** Flows further apart than this are not like each other. */
const LIKE_FLOW = 0.12;

/** Mean of the lines' currents [A], where the flow is like that of the oldest visit. */
function current(
  _: Situation,
  snapshots: readonly Snapshot[],
  oldest: Situation | undefined,
): Uncertain | undefined {
  const at = snapshots.find((s) => s.valve !== "shut" && s.running && s.amps.some((a) => a));
  const wanted = oldest?.snapshots.find((s) => s.flow)?.flow?.value;
  const amps = at?.amps.filter((a) => a !== undefined) ?? [];
  if (!at || amps.length === 0) return undefined;
  if (wanted !== undefined && at.flow && Math.abs(at.flow.value / wanted - 1) > LIKE_FLOW)
    return undefined;
  const value = amps.reduce((s, a) => s + a.value, 0) / amps.length;
  // One clamp reads all lines: what it is off by is off in each of them.
  const apart = Math.hypot(...amps.map((a) => a.apart)) / amps.length;
  const common = Math.max(...amps.map((a) => Math.sqrt(Math.max(0, a.u ** 2 - a.apart ** 2))));
  return value > 0 ? { value, u: Math.hypot(apart, common) } : undefined;
}

const MONTHS = [
  ...["January", "February", "March", "April", "May", "June", "July", "August", "September"],
  ...["October", "November", "December"],
];

const monthWords = (iso: string): string =>
  `${MONTHS[Number(iso.slice(5, 7)) - 1] ?? ""} ${iso.slice(0, 4)}`;

/** What a drift amounts to. @param lost - what it is of */
function words(drift: Drift, bad: 1 | -1, lost: string): string[] {
  const { now, perMonth, withinGauges, reached, crossing } = drift;
  const figure = (v: number) => formatNumber(Math.abs(v), 2);
  const way = now.percent < 0 ? "less" : "more";
  const amount = `${figure(now.percent)} % ${way} ${lost} than at the base, give or take ${figure(now.band95)}`;
  if (withinGauges)
    return [
      `${amount}: the gauges alone can be off by that much between two visits, so no drift is proven.`,
    ];
  const speed = perMonth
    ? `${figure(perMonth.percent)} ± ${figure(perMonth.band95)} % a month`
    : "how fast, two visits apart would tell";
  const level = DRIFT_LEVELS.find((l) => l.id === reached);
  return [
    `${amount}; ${speed}.`,
    ...(level ? [`Past ${level.percent} %: ${LEVEL_WORDS[level.id]}.`] : []),
    ...(crossing ? [crossingWords(crossing)] : []),
    ...(crossing || level || bad * now.percent > 0 || !perMonth
      ? []
      : [
          "It goes the way that wear does not: a repair, another fingerprint, or a reading to repeat.",
        ]),
  ];
}

const LEVEL_WORDS = {
  watch: "watch it, read it again at each round",
  plan: "plan its overhaul",
  act: "act now",
} as const;

function crossingWords({ percent, month, from, until }: NonNullable<Drift["crossing"]>): string {
  const between =
    until === undefined
      ? `not before ${monthWords(from)}, perhaps much later`
      : from === until
        ? ""
        : `between ${monthWords(from)} and ${monthWords(until)}`;
  return `If it goes on so it crosses ${percent} % about ${monthWords(month)}${between === "" ? "" : `, ${between}`}.`;
}

/** Differences beyond this many standard uncertainties are none of the gauges'. */
const CLEAR = 2;

/**
 * Where a change at the discharge gauge comes from: more pressure and less flow is the line after the pump, less with more
 * flow a leak, less with no more flow the pump. Undefined where nothing moved, or one of the two was not read.
 */
export function lineOrPump(visits: readonly YearVisit[]): string | undefined {
  const sorted = visits.toSorted((a, b) => a.at.localeCompare(b.at));
  const base = sorted.find((v) => v.fingerprint) ?? sorted[0];
  const last = sorted.at(-1);
  if (!base || !last || base === last) return undefined;
  const of = ({ file }: YearVisit) =>
    situationOf(file).snapshots.find((s) => s.valve !== "shut" && s.running && s.discharge);
  const [then, now] = [of(base), of(last)];
  if (!then?.discharge || !now?.discharge) return undefined;
  const apart = (a: Uncertain, b: Uncertain) =>
    (b.value - a.value) / (Math.hypot(a.u, b.u) || 1e-9);
  const gauge = (s: NonNullable<Snapshot["discharge"]>): Uncertain => ({
    value: s.pressure,
    u: s.u ?? 0,
  });
  const pressure = apart(gauge(then.discharge), gauge(now.discharge));
  if (Math.abs(pressure) < CLEAR) return undefined;
  const flow = then.flow && now.flow ? apart(then.flow, now.flow) : undefined;
  if (flow === undefined)
    return `The discharge gauge stands ${pressure > 0 ? "higher" : "lower"} than at the base; a flow, read now as then, would tell the line from the pump.`;
  if (pressure > 0)
    return flow < -CLEAR
      ? "More pressure and less flow than at the base: the line after it is blocked or throttled."
      : undefined;
  return flow > CLEAR
    ? "Less pressure and more flow than at the base: water leaves the line, or a valve stands further open."
    : "Less pressure and no more flow than at the base: the pump itself.";
}
