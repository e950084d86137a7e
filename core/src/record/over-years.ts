/** A pump over its visits: each followed figure against its own base, and what it amounts to. */
import type { Uncertain, UnitSystem } from "../quantity/index.ts";
import { type Situation, situationOf, type Snapshot } from "../visit/index.ts";
import { type Drift, driftOf, type DriftPoint, inPercent } from "./drift.ts";
import { ofTheYears, type Trend } from "./trend.ts";
import { changeOf, type ReadVisit, YEAR_ROWS, type YearRow } from "./year-rows.ts";
import { byTime, type YearVisit } from "./year-visit.ts";
import { driftWords } from "./year-words.ts";

export interface YearLine {
  readonly id: YearRow["id"] | "head";
  readonly name: string;
  readonly base: "fingerprint" | "first-visit";
  /** Oldest first. */
  readonly points: readonly DriftPoint[];
  readonly drift: Drift;
  /** The way it goes wrong, and the change at which it is to be watched. */
  readonly bad: 1 | -1;
  readonly watchAt: number;
  /** In sentences. */
  readonly say: readonly string[];
}

/** Lines that have at least two visits; the head at equal flow first. */
export function overTheYears(
  trend: Trend | undefined,
  visits: readonly YearVisit[],
  units: UnitSystem,
): readonly YearLine[] {
  const read = byTime(visits).map((visit): ReadVisit => {
    const situation = situationOf(visit.file);
    return { visit, situation, snapshots: telling(visit, situation) };
  });
  return [...headLine(trend, units), ...YEAR_ROWS.flatMap((row) => lineOf(row, read, units))];
}

function headLine(trend: Trend | undefined, units: UnitSystem): YearLine[] {
  const points = (trend ? ofTheYears(trend) : []).map(
    ({ at, percent, band95, own95 }): DriftPoint => ({ at, change: percent, band95, own95 }),
  );
  const scale = inPercent(-1);
  const drift = driftOf(points, scale);
  if (!trend || !drift) return [];
  const counted = { as: "percent", scale } as const;
  return [
    {
      ...{ id: "head", name: "Head at equal flow", base: trend.base, points, drift },
      ...wayOf(scale),
      say: driftWords(drift, counted, { lost: "head at equal flow", base: 100, units }),
    },
  ];
}

const wayOf = ({ bad, levels }: { bad: 1 | -1; levels: readonly { change: number }[] }) => ({
  bad,
  watchAt: bad * (levels[0]?.change ?? 0),
});

/** A figure of one visit, comparable with those of the others. */
interface Figure extends Uncertain {
  readonly of: ReadVisit;
}

function lineOf(row: YearRow, read: readonly ReadVisit[], units: UnitSystem): YearLine[] {
  const [oldest] = read;
  if (!oldest) return [];
  const figures = read.flatMap((visit): Figure[] => {
    const figure = row.of(visit, oldest);
    return figure && figure.value > 0 ? [{ ...figure, of: visit }] : [];
  });
  const own = figures.find((f) => f.of.visit.fingerprint);
  const base = own ?? figures[0];
  if (!base) return [];
  const counted = row.counted(base.value, base.of);
  const points = figures.map((f): DriftPoint => {
    const change = changeOf(counted, f, base);
    return { at: f.of.visit.at, ...change, ...(f === base ? { band95: 0 } : {}) };
  });
  const drift = driftOf(points, counted.scale);
  if (!drift) return [];
  const said = driftWords(drift, counted, { lost: row.lost, base: base.value, units });
  return [
    {
      ...{ id: row.id, name: row.name, points, drift },
      base: own ? "fingerprint" : "first-visit",
      ...wayOf(counted.scale),
      say: drift.withinGauges || row.besides === "" ? said : [...said, row.besides],
    },
  ];
}

/** Snapshots of a visit that tell of the years: a call's show the fault of that day until it was mended. */
function telling({ kind }: YearVisit, { snapshots }: Situation): readonly Snapshot[] {
  const after = snapshots.filter((s) => s.label === "after");
  if (after.length > 0) return after;
  return kind === "call" ? [] : snapshots;
}
