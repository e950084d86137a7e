import "server-only";
import { inOrder, matter, type Waiting } from "@yard-tack/core/record";
import { DateTime } from "luxon";
import { type Drift, drifts, openCalls, openPromises, type Sites } from "@/db";
import type { MoveDay } from "./move-days";
import { comesBack, since } from "@/features/log/index.server";

export interface SlateCall {
  readonly id: string;
  readonly kind: "call" | "round";
  readonly dueAt: string;
  /** Of it at its place, ISO 8601. */
  readonly day: string;
  readonly zone: string;
  readonly tag: string;
  readonly complaint: string;
  readonly place: string;
  readonly started: boolean;
  /** Name of whose it is. */
  readonly whose: string | null;
  readonly recurrence: { readonly daysAgo: number; readonly found: string } | null;
  /** What to read before anything is touched. */
  readonly first: string | null;
  readonly take: readonly string[];
  /** Why it stands where it does, the strongest reason first. */
  readonly why: readonly string[];
}

/** Something promised for later. */
export interface SlatePromise {
  readonly id: string;
  readonly pumpId: string;
  readonly logEntryId: string | null;
  readonly tag: string;
  readonly what: string;
  readonly place: string;
  readonly zone: string;
  readonly dueAt: string;
  /** Of it at its place, ISO 8601. */
  readonly day: string;
  /** A round, which opens a sheet; it is kept when that is signed. */
  readonly round: boolean;
  /** For parts that are not to be there yet. */
  readonly waits: boolean;
}

export interface Slate {
  /** Due today or before. */
  readonly promised: readonly SlatePromise[];
  readonly waiting: readonly SlatePromise[];
  /** Today and the days after it, with what is due on them. */
  readonly days: readonly MoveDay[];
  readonly calls: readonly SlateCall[];
  /** How many wait in all, on this page or another. */
  readonly counts: { readonly calls: number; readonly rounds: number };
  /** The zone most of the day's calls lie in: the van's own day. */
  readonly zone: string;
  /** Of the list, from 0, and how many there are. */
  readonly page: number;
  readonly pages: number;
  /** Pumps whose head drifts, the worst of them. */
  readonly drifting: readonly Drift[];
  readonly driftingInAll: number;
}

/** Losses smaller than this are within what gauges tell [%]. */
const WORTH_SHOWING = -2;
/** Days that are shown ahead, today among them. */
const DAYS_AHEAD = 8;
/** Drifting pumps that are shown; the others are counted. */
const MOST_DRIFTS = 12;

const dayAt = (at: Date, zone: string): string =>
  DateTime.fromJSDate(at, { zone }).toFormat("yyyy-MM-dd");

/** Today and the days after it, each with the tags of what is due. */
function daysAhead(
  now: Date,
  zone: string,
  due: readonly { readonly tag: string; readonly day: string }[],
): MoveDay[] {
  const first = DateTime.fromJSDate(now, { zone });
  return Array.from({ length: DAYS_AHEAD }, (_, i) => {
    const at = first.plus({ days: i });
    const day = at.toFormat("yyyy-MM-dd");
    const name = ["today", "tomorrow"][i] ?? at.setLocale("en-GB").toFormat("ccc d LLL");
    // What is overdue is today's.
    const on = due.filter((d) => d.day === day || (i === 0 && d.day < day));
    return { day, name, tags: [...new Set(on.map((d) => d.tag))] };
  });
}

/**
 * Today's calls and rounds, and the pumps whose head drifts.
 * @param sites - those that whoever asks may see
 * @param page - from 0
 */
export async function loadSlate(sites: Sites, page = 0): Promise<Slate> {
  const now = new Date();
  // Beyond the last midnight there is anywhere; each is judged by its own place's day below.
  const beyond = new Date(now.getTime() + (DAYS_AHEAD + 2) * 24 * 3_600_000);
  const [open, drift, promises] = await Promise.all([
    openCalls(sites, page, since(now)),
    drifts(sites, WORTH_SHOWING, MOST_DRIFTS),
    openPromises(sites, beyond),
  ]);
  const today = (zone: string) => DateTime.fromJSDate(now, { zone }).endOf("day").toJSDate();
  const listed = promises.map((p): SlatePromise => {
    const { id, pumpId, logEntryId, tag, what, place, zone } = p;
    const waits = p.kind === "parts" && p.dueAt > today(zone);
    const due = {
      dueAt: p.dueAt.toISOString(),
      day: dayAt(p.dueAt, zone),
      waits,
      round: p.kind === "round",
    };
    return { id, pumpId, logEntryId, tag, what, place, zone, ...due };
  });
  const lost = new Map(drift.drifting.map((d) => [d.pumpId, d.points.at(-1)?.percent]));
  const waiting = ({ sheet, pump, site, begun, before }: (typeof open.rows)[number]): Waiting => {
    const { kind, codes, dueAt } = sheet;
    const begins = DateTime.fromJSDate(now, { zone: site.zone }).startOf("day").toJSDate();
    return {
      ...{ kind, codes, begun, dueAt: dueAt.getTime(), drift: lost.get(pump.id) },
      due: dueAt < begins ? "before" : dueAt <= today(site.zone) ? "today" : "later",
      again: comesBack(before, sheet, now) !== null,
    };
  };
  return {
    promised: listed.filter((p) => !p.waits && new Date(p.dueAt) <= today(p.zone)),
    waiting: listed.filter((p) => p.waits),
    days: daysAhead(now, open.counts.zone ?? "UTC", [
      ...open.rows.map((r) => ({ tag: r.pump.tag, day: dayAt(r.sheet.dueAt, r.site.zone) })),
      ...listed,
    ]),
    calls: inOrder(open.rows, waiting).map((row): SlateCall => {
      const { sheet, pump, site, begun, whose, before } = row;
      const recurrence = comesBack(before, sheet, now);
      return {
        id: sheet.id,
        kind: sheet.kind,
        dueAt: sheet.dueAt.toISOString(),
        day: dayAt(sheet.dueAt, site.zone),
        zone: site.zone,
        tag: pump.tag,
        complaint: sheet.complaint,
        place: [pump.purpose, site.name].filter((w) => w !== "").join(", "),
        started: begun,
        whose,
        recurrence: recurrence && { daysAgo: recurrence.daysAgo, found: recurrence.found },
        first: begun ? null : (sheet.forecast?.first ?? null),
        take: sheet.forecast?.take ?? [],
        why: matter(waiting(row)).why,
      };
    }),
    counts: open.counts,
    zone: open.counts.zone ?? "UTC",
    page: open.page,
    pages: open.pages,
    drifting: drift.drifting,
    driftingInAll: drift.total,
  };
}
