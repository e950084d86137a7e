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

/** Something of one pump, for a token that reads its place. */
const ofPump = (
  request: Request,
  text: string,
  tell: (pump: NonNullable<Awaited<ReturnType<typeof loadPump>>>) => Promise<unknown>,
): Promise<Response> =>
  answering(
    "api pump",
    async () => {
      const id = pumpIdSchema.safeParse(text);
      const entered = await onMachine(request, "read", id.success ? { pump: id.data } : undefined);
      if (!entered.ok) return problem(entered.status, entered.message);
      const pump = id.success ? await loadPump(id.data) : undefined;
      return pump ? Response.json(await tell(pump)) : problem(404, NOT_THERE);
    },
    problem,
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
  answering(
    "api sheet",
    async () => {
      const id = sheetIdSchema.safeParse(text);
      const entered = await onMachine(request, "read", id.success ? { sheet: id.data } : undefined);
      if (!entered.ok) return problem(entered.status, entered.message);
      const found = id.success ? await loadSheet(id.data) : undefined;
      if (!found) return problem(404, NOT_THERE);
      const { sheet, entries } = found;
      return Response.json({
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
      });
    },
    problem,
  );

/** GET /api/v1/log/:id: one entry of the log, whole. */
export const tellEntry = (request: Request, text: string): Promise<Response> =>
  answering(
    "api log entry",
    async () => {
      const id = logEntryId.safeParse(text);
      const entered = await onMachine(request, "read", id.success ? { entry: id.data } : undefined);
      if (!entered.ok) return problem(entered.status, entered.message);
      const found = id.success ? await logEntry(id.data) : undefined;
      if (!found) return problem(404, NOT_THERE);
      const { pump, record, at, kind, title } = found;
      return Response.json({
        id: found.id,
        pump: pump.id,
        at: at.toISOString(),
        kind,
        title,
        record,
      });
    },
    problem,
  );
