/** What a customer is told of a visit: one page, in words that need no explaining. Plain data; times are the reader's. */
import { boardOf, type ChartPoint, type FireView } from "../board/index.ts";
import { readCase, type WrittenPump, type WrittenSnapshot } from "../case/index.ts";
import { type Expectations, expectationsOf } from "../diagnosis/index.ts";
import {
  formatNumber,
  formatSi,
  K95,
  parseReading,
  toUnit,
  type Unit,
  type UnitSystem,
} from "../quantity/index.ts";
import { CALIBRATION, pointsOf, type VisitRecord } from "../record/index.ts";
import {
  fireStudy,
  hungGauges,
  type Instrument,
  type PumpFacts,
  type PositionStrip,
  situationOf,
  type Snapshot,
  stripsOf,
} from "../visit/index.ts";

export interface ReportPoint {
  /** read: where nothing was read again after it. */
  readonly when: "before" | "after" | "read";
  readonly at: ChartPoint;
  /** Half widths of its 95 % band: flow [m³/s], head [m]. */
  readonly band: ChartPoint;
  readonly say: string;
}

/** Head over flow, SI; undefined where the pump has no curve or nothing of the visit stands on it. */
export interface ReportChart {
  readonly rated: readonly ChartPoint[];
  readonly low: readonly ChartPoint[];
  readonly high: readonly ChartPoint[];
  readonly system: readonly ChartPoint[];
  readonly points: readonly ReportPoint[];
  readonly estimated: boolean;
}

export interface ReportRow {
  readonly name: string;
  readonly before: string;
  readonly after: string;
  readonly expected: string;
}

/** A fire-water pump's test as it is handed to whoever is in charge. */
export interface FireCertificate extends FireView {
  /** What it is rated for. */
  readonly rated: string;
}

export interface VisitReport {
  /** What came of it, in one sentence. */
  readonly title: string;
  readonly found: string;
  readonly done: string;
  readonly proof: string;
  readonly verdict: string;
  readonly chart: ReportChart | undefined;
  readonly rows: readonly ReportRow[];
  /** The three points of a fire-water pump; undefined where it is none or nothing was read. */
  readonly fire: FireCertificate | undefined;
  /** How pressures and bands are to be read. */
  readonly notes: readonly string[];
  readonly cautions: readonly string[];
}

/** What came of a visit, by how it was closed. */
const TITLES: Readonly<Record<VisitRecord["closed"], string>> = {
  cured: "is in order again",
  improved: "runs better, and is not quite in order",
  "not reproduced": "ran as it should while it was watched",
  "waiting for parts": "waits for parts",
  referred: "was passed on to somebody else",
  "as it should be": "runs as it should",
  "called off": "was not visited",
  "not said": "was visited",
};

export interface ReportAsked {
  readonly tag: string;
  readonly record: VisitRecord;
  /** The pump as the register has it now; its rating may be newer than the visit. */
  readonly written: WrittenPump;
  readonly instruments: readonly Instrument[];
  readonly facts: PumpFacts;
  readonly units: UnitSystem;
}

export function visitReport(asked: ReportAsked): VisitReport {
  const { tag, record, written, units } = asked;
  const file = readCase({ ...written, snapshots: record.snapshots });
  const situation = file.ok ? situationOf(file.value) : undefined;
  const expected =
    file.ok && situation ? expectationsOf(situation, hungGauges(file.value, situation)) : {};
  const strips = stripsOf(asked.instruments, asked.facts, units);
  const rows = rowsOf(record, strips, expected, situation?.snapshots ?? []);
  return {
    title: `${tag} ${TITLES[record.closed]}.`,
    found: record.found,
    done: record.done,
    proof: record.proof || notAgain(record),
    verdict: record.verdict ? `${record.verdict.lead} ${record.verdict.claim}`.trim() : "",
    chart: file.ok ? chartFor(asked, pointsOf(file.value)) : undefined,
    rows,
    fire: fireOf(asked),
    notes: [
      ...notesOf(rows),
      ...record.words.filter((w) => w.name === CALIBRATION).map((w) => `${w.name}: ${w.text}.`),
    ],
    cautions: [...new Set(record.cautions.map((c) => c.title))],
  };
}

/** The three points as they stood after the work, else as they were found. */
function fireOf({ record, written, units, facts }: ReportAsked): FireCertificate | undefined {
  if (facts.family !== "fire") return undefined;
  const after = record.snapshots.filter((s) => s.label === "after");
  const found = record.snapshots.filter((s) => s.label !== "after");
  // A point that was read again stands in place of what was found.
  const snapshots =
    after.length > 0
      ? [
          ...found.filter((s) => s.label !== "as found"),
          ...after.map((s) => ({ ...s, label: "as found" })),
        ]
      : found;
  const board = boardOf({ ...written, snapshots }, units);
  const view = board.ok ? board.view.fire : undefined;
  const file = readCase({ ...written, snapshots });
  const rating = file.ok ? fireStudy(situationOf(file.value))?.rating : undefined;
  if (!view || !rating) return undefined;
  const { flow, pressure, speed } = rating;
  return {
    ...view,
    rated: `${formatSi(flow, "flow", units)} at ${formatSi(pressure, "pressure", units)} net, ${formatNumber(speed, 4)} rpm`,
  };
}

/** A cure that nobody read again is said to be one. */
const notAgain = ({ closed, snapshots }: VisitRecord): string =>
  (closed === "cured" || closed === "improved") && !snapshots.some((s) => s.label === "after")
    ? "It was not read again after the work."
    : "";

function chartFor(
  { record, written, units }: ReportAsked,
  metered: ReturnType<typeof pointsOf>,
): ReportChart | undefined {
  const board = boardOf(
    { ...written, snapshots: record.snapshots.filter((s) => s.label !== "after") },
    units,
  );
  const chart = board.ok ? board.view.chart : undefined;
  if (!chart) return undefined;
  const say = ([flow, head]: ChartPoint) =>
    `${formatSi(flow, "flow", units)}, ${formatSi(head, "length", units)}`;
  const again = record.snapshots.some((s) => s.label === "after");
  const points = metered.map(({ snapshot, flow, head }): ReportPoint => {
    const at = [flow.value, head.value] as const;
    const when = snapshot === "after" ? "after" : again ? "before" : "read";
    return { when, at, band: [K95 * flow.u, K95 * head.u], say: say(at) };
  });
  const only = chart.today;
  if (points.length === 0 && only) {
    // Nobody metered the flow: the Board's own point stands, and its outline says how sure it is.
    const half = (axis: 0 | 1) =>
      Math.max(0, ...only.outline.map((p) => Math.abs(p[axis] - only.at[axis])));
    points.push({
      when: again ? "before" : "read",
      at: only.at,
      band: [half(0), half(1)],
      say: `about ${say(only.at)} (flow not metered)`,
    });
  }
  if (points.length === 0) return undefined;
  const { rated, toleranceLow: low, toleranceHigh: high, system, estimated } = chart;
  return { rated, low, high, system, estimated, points };
}

/** A line a reading: what stood in the strip before and after, with what the instrument can be off. */
function rowsOf(
  { readings, snapshots: written }: VisitRecord,
  strips: readonly PositionStrip[],
  expected: Expectations,
  snapshots: readonly Snapshot[],
): ReportRow[] {
  const first = written.find((s) => s.label !== "after")?.label ?? "as found";
  return strips.flatMap((strip): ReportRow[] => {
    const { slot, name, dimension } = strip;
    const text = (label: string): string => {
      // As it was typed where that was kept, else as the visit's own file has it.
      const typed = readings.filter((r) => r.name === name && r.snapshot === label);
      const raw =
        typed.length > 0
          ? typed.map((r) => r.raw).join("; ")
          : writtenText(
              written.find((s) => s.label === label),
              slot,
            );
      const u = uOf(slot, snapshots, label);
      const read = raw === "" || u === undefined ? undefined : parseReading(raw, dimension);
      // In the unit that stands beside it.
      return u !== undefined && read?.ok
        ? `${raw} ± ${formatNumber(toUnit(K95 * u, read.value.values[0].unit as Unit), 2)}`
        : raw;
    };
    const row = { name, before: text(first), after: text("after") };
    if (row.before === "" && row.after === "") return [];
    return [{ ...row, expected: bandOf(strip, expected) }];
  });
}

/** What stands in snapshots, reading by reading, as it was written. */
export const writtenRows = (
  snapshots: readonly WrittenSnapshot[],
  strips: readonly PositionStrip[],
): readonly { readonly name: string; readonly raw: string }[] =>
  snapshots.flatMap((s) =>
    strips.flatMap(({ name, slot }) => {
      const raw = writtenText(s, slot);
      return raw === "" ? [] : [{ name: `${name}, ${s.label}`, raw }];
    }),
  );

/** A reading of a snapshot as it was written; empty where it has none. */
function writtenText(snapshot: WrittenSnapshot | undefined, slot: string): string {
  const [key = "", phase] = slot.split(".");
  const value: unknown = (snapshot as Readonly<Record<string, unknown>> | undefined)?.[key];
  const one: unknown =
    phase === undefined ? value : Array.isArray(value) ? value[Number(phase)] : undefined;
  if (typeof one === "string") return one;
  return Array.isArray(one) ? one.filter((v) => typeof v === "string").join("; ") : "";
}

/** What an instrument can be off, where it is known which it was; standard uncertainty, SI. */
function uOf(
  slot: string | undefined,
  snapshots: readonly Snapshot[],
  label: string,
): number | undefined {
  const s = snapshots.find((x) => x.label === label);
  if (slot === "suctionPressure") return s?.suction?.u;
  if (slot === "dischargePressure") return s?.discharge?.u;
  return slot === "flow" ? s?.flow?.u : undefined;
}

/** In the strip's usual unit, which is the gauge's own. */
function bandOf({ expects, dimension, units }: PositionStrip, expected: Expectations): string {
  const band = expects && expected[expects];
  if (!band) return "";
  const [unit = ""] = units;
  if (dimension === "speed")
    return `${formatNumber(band.low, 4)} to ${formatNumber(band.high, 4)} rpm`;
  const text = (si: number) => formatNumber(toUnit(si, unit as Unit), 3);
  return `${text(band.low)} to ${text(band.high)} ${unit}`;
}

function notesOf(rows: readonly ReportRow[]): string[] {
  const some = rows.some((r) =>
    /\b(bar|psi|kPa|MPa|inHg|mH2O|ftH2O|mbar|Pa)\b/.test(r.before + r.after),
  );
  return [
    ...(some ? ["Pressures are gauge pressures where “abs” does not stand with them."] : []),
    ...(rows.some((r) => (r.before + r.after).includes("±"))
      ? ["± holds 95 of 100 times, by the class of the instrument."]
      : []),
    ...(rows.some((r) => r.expected !== "")
      ? ["Expected: what this pump shows in order, at its duty."]
      : []),
  ];
}
