import "server-only";
import { DateTime } from "luxon";
import { type Drift, drifts, openCalls, openPromises, type Sites } from "@/db";
import { comesBack, since } from "@/features/log/index.server";

export interface SlateCall {
  readonly id: string;
  readonly kind: "call" | "round";
  readonly dueAt: string;
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
  /** A round, which opens a sheet; it is kept when that is signed. */
  readonly round: boolean;
  /** For parts that are not to be there yet. */
  readonly waits: boolean;
}

export interface Slate {
  /** Due today or before. */
  readonly promised: readonly SlatePromise[];
  readonly waiting: readonly SlatePromise[];
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
/** Drifting pumps that are shown; the others are counted. */
const MOST_DRIFTS = 12;

/**
 * Today's calls and rounds, and the pumps whose head drifts.
 * @param sites - those that whoever asks may see
 * @param page - from 0
 */
export async function loadSlate(sites: Sites, page = 0): Promise<Slate> {
  const now = new Date();
  // The latest midnight there is anywhere; each is judged by its own place's day below.
  const beyond = new Date(now.getTime() + 48 * 3_600_000);
  const [open, drift, promises] = await Promise.all([
    openCalls(sites, page, since(now)),
    drifts(sites, WORTH_SHOWING, MOST_DRIFTS),
    openPromises(sites, beyond),
  ]);
  const today = (zone: string) => DateTime.fromJSDate(now, { zone }).endOf("day").toJSDate();
  const listed = promises.map((p): SlatePromise => {
    const { id, pumpId, logEntryId, tag, what, place, zone } = p;
    const waits = p.kind === "parts" && p.dueAt > today(zone);
    const due = { dueAt: p.dueAt.toISOString(), waits, round: p.kind === "round" };
    return { id, pumpId, logEntryId, tag, what, place, zone, ...due };
  });
  return {
    promised: listed.filter((p) => !p.waits && new Date(p.dueAt) <= today(p.zone)),
    waiting: listed.filter((p) => p.waits),
    calls: open.rows.map(({ sheet, pump, site, begun, whose, before }): SlateCall => {
      const recurrence = comesBack(before, sheet, now);
      return {
        id: sheet.id,
        kind: sheet.kind,
        dueAt: sheet.dueAt.toISOString(),
        zone: site.zone,
        tag: pump.tag,
        complaint: sheet.complaint,
        place: [pump.purpose, site.name].filter((w) => w !== "").join(", "),
        started: begun,
        whose,
        recurrence: recurrence && { daysAgo: recurrence.daysAgo, found: recurrence.found },
        first: begun ? null : (sheet.forecast?.first ?? null),
        take: sheet.forecast?.take ?? [],
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
