/** A year of a place as its owner is told of it: what was called for and why, what came back, which pumps lose head. */
import { type CauseId } from "../case/index.ts";
import { causeRow } from "../diagnosis/index.ts";
import { formatNumber } from "../quantity/index.ts";
import { causeFound, type VisitRecord } from "../record/index.ts";

interface YearEntry {
  readonly at: Date;
  readonly tag: string;
  readonly kind: string;
  readonly title: string;
  readonly record: VisitRecord;
}

export interface YearPump {
  readonly tag: string;
  readonly purpose: string;
  /** Head at equal flow, oldest first: against the base [%], with its 95 % band. */
  readonly trend: readonly {
    readonly at: string;
    readonly percent: number;
    readonly band95: number;
  }[];
}

export interface SiteYearAsked {
  readonly name: string;
  readonly year: number;
  readonly pumps: readonly YearPump[];
  /** Of the year, in any order; those that were corrected left out. */
  readonly entries: readonly YearEntry[];
  /** What is promised for later, with its day in words. */
  readonly promised: readonly string[];
}

export interface SiteYear {
  readonly title: string;
  readonly lead: string;
  readonly rows: readonly {
    readonly tag: string;
    readonly purpose: string;
    readonly calls: number;
    readonly rounds: number;
    /** What its calls were for. */
    readonly causes: string;
    /** Head at the last reading, against its base. */
    readonly head: string;
  }[];
  readonly calls: readonly {
    readonly at: Date;
    readonly tag: string;
    readonly title: string;
    readonly found: string;
    readonly done: string;
  }[];
  /** Causes that a pump had more than once. */
  readonly again: readonly string[];
  readonly promised: readonly string[];
}

const counted = (n: number, one: string, many: string) =>
  `${n === 0 ? "no" : n} ${n === 1 ? one : many}`;

/** Calls of a year; what was called off, and what only adds to another, is none. */
const isCall = ({ kind, record }: YearEntry) =>
  kind === "call" && record.closed !== "called off" && record.addsTo === null;

export function siteYear({ name, year, pumps, entries, promised }: SiteYearAsked): SiteYear {
  const calls = entries.filter(isCall).toSorted((a, b) => a.at.getTime() - b.at.getTime());
  const rounds = entries.filter((e) => e.kind === "round");
  const rows = pumps.map(({ tag, purpose, trend }) => {
    const own = calls.filter((c) => c.tag === tag);
    return {
      ...{ tag, purpose, calls: own.length },
      rounds: rounds.filter((r) => r.tag === tag).length,
      causes: causesOf(own)
        .map(([cause, n]) => `${causeRow(cause).name}${n > 1 ? ` (${n} times)` : ""}`)
        .join(", "),
      head: headWords(trend, year),
    };
  });
  const most = rows.toSorted((a, b) => b.calls - a.calls)[0];
  return {
    title: `${name} in ${year}`,
    lead: [
      `${counted(pumps.length, "pump", "pumps")}, ${counted(calls.length, "call", "calls")} and ${counted(rounds.length, "round", "rounds")}.`,
      most && most.calls > 1 ? `${most.tag} was called for most, ${most.calls} times.` : "",
      calls.length === 0 && rounds.length === 0 ? "Nothing was signed there that year." : "",
    ]
      .filter((w) => w !== "")
      .join(" "),
    rows,
    calls: calls.map(({ at, tag, title, record: { found, done } }) => ({
      at,
      tag,
      title,
      found,
      done,
    })),
    again: rows.flatMap(({ tag }) =>
      causesOf(calls.filter((c) => c.tag === tag))
        .filter(([, n]) => n > 1)
        .map(([cause, n]) => `${tag}: ${causeRow(cause).name}, ${n} times.`),
    ),
    promised,
  };
}

/** What calls ended with, the most frequent first. */
function causesOf(calls: readonly YearEntry[]): readonly (readonly [CauseId, number])[] {
  const found = calls.flatMap(({ record }) => causeFound(record) ?? []);
  return [...new Set(found)]
    .map((cause) => [cause, found.filter((c) => c === cause).length] as const)
    .toSorted((a, b) => b[1] - a[1]);
}

/** The last reading up to the end of the year; one of an earlier year says so. */
function headWords(trend: YearPump["trend"], year: number): string {
  const last = trend.findLast((p) => Number(p.at.slice(0, 4)) <= year);
  if (!last || trend.length < 2) return "";
  const read = Number(last.at.slice(0, 4));
  const when = read === year ? "" : ` (read in ${read})`;
  if (Math.abs(last.percent) <= last.band95)
    return `as at its base, within ${formatNumber(last.band95, 2)} %${when}`;
  const way = last.percent < 0 ? "under" : "over";
  return `${formatNumber(Math.abs(last.percent), 2)} ± ${formatNumber(last.band95, 2)} % ${way} its base${when}`;
}
