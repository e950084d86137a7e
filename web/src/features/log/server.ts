import "server-only";
import {
  CAUSE_IDS,
  type LogEntryId,
  type PersonId,
  type WrittenPump,
  type WrittenSnapshot,
} from "@yard-tack/core/case";
import { causeRow, CAUSES } from "@yard-tack/core/diagnosis";
import { parseReading } from "@yard-tack/core/quantity";
import {
  type CauseCost,
  causeCosts,
  type CausedVisit,
  type FirstCauses,
  firstCauses,
  isWhatItWas,
  type Share,
  type VisitRecord,
} from "@yard-tack/core/record";
import {
  causedVisits,
  loadPump,
  logEntry,
  logPage,
  logViews,
  namesOf,
  places,
  settledVisits,
  signers,
  type Sites,
} from "@/db";
import { type Asked, askedOf, askedTexts } from "./asked";

/** Misses that are listed. */
const MISSED_SHOWN = 40;

interface LogRow {
  readonly id: LogEntryId;
  readonly at: string;
  readonly zone: string;
  readonly kind: string;
  readonly title: string;
  readonly tag: string;
  readonly siteName: string;
  readonly found: string;
  readonly done: string;
  readonly closed: string;
}

export interface LogPageDto {
  readonly rows: readonly LogRow[];
  readonly total: number;
  /** There are more than are counted. */
  readonly more: boolean;
  /** From 0. */
  readonly page: number;
  readonly pages: number;
  /** What it is narrowed to, as its address has it. */
  readonly asked: Readonly<Record<string, string>>;
  /** The same in words; empty where it is the whole log. */
  readonly words: string;
  readonly choices: {
    readonly sites: readonly Choice[];
    readonly causes: readonly Choice[];
    readonly people: readonly Choice[];
  };
  /** Kept under a name by whoever looks. */
  readonly views: readonly {
    readonly id: string;
    readonly name: string;
    readonly asked: Readonly<Record<string, string>>;
  }[];
}

interface Choice {
  readonly value: string;
  readonly label: string;
}

const CAUSE_CHOICES: readonly Choice[] = CAUSES.filter(
  (c) => c.id !== "healthy" && c.id !== "unlisted",
)
  .map(({ id, name }) => ({ value: id, label: name }))
  .toSorted((a, b) => a.label.localeCompare(b.label));

/**
 * A page of the log, newest first.
 * @param page - from 0
 * @param person - whose kept views are shown
 */
export async function loadLog(
  sites: Sites,
  page = 0,
  asked: Asked = {},
  person?: PersonId,
): Promise<LogPageDto> {
  const [{ rows, ...place }, all, names, views] = await Promise.all([
    logPage(sites, page, asked),
    places(sites),
    signers(sites),
    person ? logViews(person) : [],
  ]);
  const choices = {
    sites: all.map((s) => ({ value: s.id, label: s.name })),
    causes: CAUSE_CHOICES,
    people: names.map(({ id, name }) => ({ value: id, label: name })),
  };
  return {
    rows: rows.map(({ id, at, kind, title, record, pump, site }) => ({
      id,
      at: at.toISOString(),
      zone: site.zone,
      kind,
      title,
      tag: pump.tag,
      siteName: site.name,
      found: record.found,
      done: record.done,
      closed: record.closed,
    })),
    ...place,
    asked: askedTexts(asked),
    words: inWords(asked, choices, rows[0]?.pump.tag),
    choices,
    // In the order of an address, and without what an earlier version may have asked.
    views: views.map((v) => ({ ...v, asked: askedTexts(askedOf(v.asked)) })),
  };
}

/** What a list is narrowed to, in words. @param tag - of the pump, where any entry of it was found */
function inWords(
  asked: Asked,
  { sites, causes, people }: LogPageDto["choices"],
  tag: string | undefined,
): string {
  const named = (list: readonly Choice[], value: string | undefined) =>
    value === undefined ? undefined : (list.find((c) => c.value === value)?.label ?? "unknown");
  const said = (before: string, what: string | undefined) => (what ? `${before}${what}` : "");
  return [
    asked.find ? `“${asked.find}”` : "",
    said("", named(causes, asked.cause)?.toLowerCase()),
    asked.used ? `used or done “${asked.used}”` : "",
    asked.pump ? `of ${tag ?? "one pump"}` : "",
    said("at ", named(sites, asked.site)),
    said("by ", named(people, asked.person)),
    said("from ", asked.from),
    said("until ", asked.until),
  ]
    .filter((part) => part !== "")
    .join(", ");
}

export interface LogEntryDto extends Omit<LogRow, "found" | "done" | "closed"> {
  readonly pumpId: string;
  readonly purpose: string;
  readonly family: string;
  readonly by: string;
  readonly body: VisitRecord;
  /** What its chart is drawn from; null where nothing was read that a chart could show. */
  readonly chart: {
    readonly written: WrittenPump;
    readonly snapshots: readonly WrittenSnapshot[];
  } | null;
  /** Name of what it really was; null while nobody said. */
  readonly turnedOut: string | null;
}

/** A visit as the page of first causes lists it. */
interface SettledLine {
  readonly id: LogEntryId;
  readonly at: string;
  readonly zone: string;
  readonly tag: string;
  readonly was: string;
  /** What the Board held likeliest, and how likely. */
  readonly held: { readonly name: string; readonly probability: number };
}

export interface FirstCausesDto {
  readonly all: FirstCauses;
  readonly byFamily: readonly { readonly family: string; readonly first: Share }[];
  /** Where the first cause was another, newest first. */
  readonly missed: readonly SettledLine[];
}

/** How often the Board's first cause was what it really was. */
export async function loadFirstCauses(sites: Sites): Promise<FirstCausesDto> {
  const visits = await settledVisits(sites);
  const families = [...new Set(visits.map((v) => v.family))].toSorted();
  return {
    all: firstCauses(visits),
    byFamily: families
      .map((family) => ({
        family,
        first: firstCauses(visits.filter((v) => v.family === family)).first,
      }))
      .filter(({ first }) => first.of > 0),
    missed: visits
      .flatMap(({ id, at, zone, tag, was, causes: [held] }): SettledLine[] =>
        held && !isWhatItWas(held.id, was)
          ? [{ id, at: at.toISOString(), zone, tag, was: causeRow(was).name, held }]
          : [],
      )
      .slice(0, MISSED_SHOWN),
  };
}

export interface CauseCostsDto {
  readonly rows: readonly (CauseCost & { readonly name: string })[];
  readonly visits: number;
}

/** What each cause took of visits and hours, and which come back. */
export async function loadCauseCosts(sites: Sites, now = new Date()): Promise<CauseCostsDto> {
  const visits = (await causedVisits(sites)).flatMap((v): CausedVisit[] => {
    const cause = CAUSE_IDS.find((id) => id === v.cause);
    const time = v.timeUsed === null ? undefined : parseReading(v.timeUsed, "time");
    return cause
      ? [
          {
            ...{ at: v.at.toISOString(), pump: v.pumpId, cause },
            time: time?.ok && time.value.mean > 0 ? time.value.mean : undefined,
          },
        ]
      : [];
  });
  return {
    visits: visits.length,
    rows: causeCosts(visits, now.toISOString()).map((c) => ({
      ...c,
      name: causeRow(c.cause).name,
    })),
  };
}

/** One entry, whole. */
export async function loadLogEntry(id: LogEntryId): Promise<LogEntryDto | undefined> {
  const found = await logEntry(id);
  if (!found) return undefined;
  const { pump, site, record } = found;
  const names = await namesOf();
  const drawn = record.snapshots.some((s) => s.dischargePressure ?? s.flow);
  const register = drawn ? await loadPump(pump.id) : undefined;
  return {
    id: found.id,
    at: found.at.toISOString(),
    zone: site.zone,
    kind: found.kind,
    title: found.title,
    tag: pump.tag,
    pumpId: pump.id,
    purpose: pump.purpose,
    family: pump.family,
    siteName: site.name,
    by: names[found.personId] ?? "somebody",
    body: record,
    chart: register ? { written: register.written, snapshots: record.snapshots } : null,
    turnedOut: record.was && causeRow(record.was).name,
  };
}
