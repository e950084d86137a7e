/** What a machine reads: pumps, their rating, their log, sheets; each in a form of its own, and never a row as it is. */
import "server-only";
import { logEntryId, pumpId as pumpIdSchema, sheetId as sheetIdSchema } from "@yard-tack/core/case";
import { foldEntries } from "@yard-tack/core/visit";
import { onMachine } from "@/access/index.server";
import {
  currentRating,
  loadPump,
  loadSheet,
  logEntry,
  logOfPump,
  openSheetsOf,
  promisesOf,
  type Thing,
  yardPage,
} from "@/db";
import { answering, problem } from "@/edge";
import { pageOf } from "@/shell/page-of";

const NOT_THERE = "This is not there, or not for this token.";
const asked = (request: Request, name: string) =>
  new URL(request.url).searchParams.get(name) ?? undefined;

/** GET /api/v1/pumps?page=: those of the places that the token reads, by place and tag. */
export const listPumps = (request: Request): Promise<Response> =>
  answering(
    "api pumps",
    async () => {
      const entered = await onMachine(request, "read");
      if (!entered.ok) return problem(entered.status, entered.message);
      const found = await yardPage(
        entered.sites,
        asked(request, "find") ?? "",
        pageOf(asked(request, "page")),
      );
      return Response.json({
        items: found.rows.map((p) => ({
          id: p.id,
          tag: p.tag,
          purpose: p.purpose,
          family: p.family,
          place: { id: p.siteId, name: p.siteName, zone: p.zone },
          retired: p.retired,
          openSheet: p.openSheet?.id ?? null,
          lastVisit: p.last && {
            at: p.last.at.toISOString(),
            title: p.last.title,
            found: p.last.found,
          },
        })),
        page: found.page + 1,
        pages: found.pages,
        total: found.total,
      });
    },
    problem,
  );

type Parsed<I> = { readonly success: true; readonly data: I } | { readonly success: false };

/** A thing for a token that reads its place; what is not there and what is not the token's are told alike. */
const telling = <I>(
  request: Request,
  id: Parsed<I>,
  thing: (id: I) => Thing,
  tell: (id: I) => Promise<unknown>,
): Promise<Response> =>
  answering(
    "api read",
    async () => {
      const entered = await onMachine(request, "read", id.success ? thing(id.data) : NOTHING);
      if (!entered.ok) return problem(entered.status, entered.message);
      const told = id.success ? await tell(id.data) : undefined;
      return told === undefined ? problem(404, NOT_THERE) : Response.json(told);
    },
    problem,
  );

/** What an address names that is no id. */
const NOTHING = { pump: pumpIdSchema.parse("00000000-0000-4000-8000-000000000000") };

/** Something of one pump. */
const ofPump = (
  request: Request,
  text: string,
  tell: (pump: NonNullable<Awaited<ReturnType<typeof loadPump>>>) => Promise<unknown>,
): Promise<Response> =>
  telling(
    request,
    pumpIdSchema.safeParse(text),
    (pump) => ({ pump }),
    async (id) => {
      const pump = await loadPump(id);
      return pump && tell(pump);
    },
  );

/** GET /api/v1/pumps/:id: what is known of it; `case` is its part of a case file, to be sent to `diagnose` with readings. */
export const tellPump = (request: Request, id: string): Promise<Response> =>
  ofPump(request, id, async (pump) => ({
    id: pump.id,
    tag: pump.tag,
    purpose: pump.purpose,
    family: pump.family,
    place: { name: pump.siteName, zone: pump.zone },
    units: pump.units,
    retiredAt: pump.retiredAt,
    case: pump.written,
  }));

/** GET /api/v1/pumps/:id/curve: the rating in force, as it was written, and where it is from. */
export const tellCurve = (request: Request, id: string): Promise<Response> =>
  ofPump(request, id, async (pump) => {
    const rating = await currentRating(pump.id);
    return { rating: rating?.rating ?? null, source: rating?.source ?? null };
  });

/** GET /api/v1/pumps/:id/log: its newest visits, newest first. */
export const tellLog = (request: Request, id: string): Promise<Response> =>
  ofPump(request, id, async (pump) => ({
    items: (await logOfPump(pump.id)).map(({ id: entry, at, kind, title, record }) => ({
      id: entry,
      at: at.toISOString(),
      kind,
      title,
      found: record.found,
      done: record.done,
      closed: record.closed,
      was: record.was,
      causes: record.causes,
    })),
  }));

/** GET /api/v1/pumps/:id/follow-ups: what was promised of it, the latest day first. */
export const tellFollowUps = (request: Request, id: string): Promise<Response> =>
  ofPump(request, id, async (pump) => ({
    items: (await promisesOf(pump.id)).map((p) => ({
      id: p.id,
      kind: p.kind,
      what: p.what,
      dueAt: p.dueAt.toISOString(),
      settledAt: p.settledAt?.toISOString() ?? null,
      outcome: p.outcome,
      why: p.why,
    })),
  }));

/** GET /api/v1/pumps/:id/sheets: its sheets that are not signed. */
export const tellSheets = (request: Request, id: string): Promise<Response> =>
  ofPump(request, id, async (pump) => ({
    items: (await openSheetsOf(pump.id)).map((s) => ({
      id: s.id,
      kind: s.kind,
      complaint: s.complaint,
      dueAt: s.dueAt.toISOString(),
      openedAt: s.openedAt.toISOString(),
    })),
  }));

/** GET /api/v1/sheets/:id: a sheet with the readings that count, as written and in SI. */
export const tellSheet = (request: Request, text: string): Promise<Response> =>
  telling(
    request,
    sheetIdSchema.safeParse(text),
    (sheet) => ({ sheet }),
    async (id) => {
      const found = await loadSheet(id);
      if (!found) return undefined;
      const { sheet, entries } = found;
      return {
        id: sheet.id,
        pump: sheet.pumpId,
        kind: sheet.kind,
        complaint: sheet.complaint,
        dueAt: sheet.dueAt.toISOString(),
        signedAt: sheet.signedAt?.toISOString() ?? null,
        readings: [...foldEntries(entries).readings.values()].map((r) => ({
          snapshot: r.snapshot,
          slot: r.slot,
          raw: r.raw,
          unit: r.unit,
          si: r.si,
          at: r.at,
        })),
      };
    },
  );

/** GET /api/v1/log/:id: one entry of the log, whole. */
export const tellEntry = (request: Request, text: string): Promise<Response> =>
  telling(
    request,
    logEntryId.safeParse(text),
    (entry) => ({ entry }),
    async (id) => {
      const found = await logEntry(id);
      if (!found) return undefined;
      const { pump, record, at, kind, title } = found;
      return { id, pump: pump.id, at: at.toISOString(), kind, title, record };
    },
  );
