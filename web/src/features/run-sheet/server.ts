import "server-only";
import {
  appendRows,
  LogEntry,
  people,
  type AppendKind,
  Pump,
  RunSheet,
  sheetWithEntries,
  unitOfWork,
} from "@/db";
import { recurrenceOf } from "@/features/log/index.server";
import { loadPump } from "@/features/yard/index.server";
import type { SheetEntry } from "./entries";
import type { SheetDto } from "./sheet-dto";

/** Everything a run sheet shows; undefined when there is none of this id. */
export async function loadSheet(sheetId: string): Promise<SheetDto | undefined> {
  const em = await unitOfWork();
  const found = await sheetWithEntries(em, sheetId);
  if (!found) return undefined;
  const { sheet, readings, observations, acknowledgements, outcomes, notes, photos } = found;
  const [pump, everybody, signed] = await Promise.all([
    loadPump(sheet.pumpId),
    people(await unitOfWork()),
    (await unitOfWork()).findOne(LogEntry, { sheetId }, { orderBy: { at: "desc" } }),
  ]);
  if (!pump) return undefined;
  const common = (r: { id: string; personId: string; at: Date }) => ({
    id: r.id,
    personId: r.personId,
    at: r.at.toISOString(),
  });
  const entries: SheetEntry[] = [
    ...readings.map((r) => ({
      kind: "reading" as const,
      ...common(r),
      snapshot: r.snapshot as "as found",
      slot: r.slot,
      raw: r.raw,
      unit: r.unit ?? null,
      si: r.si ?? null,
      fault: r.fault ?? null,
      reason: r.reason ?? null,
      supersedes: r.supersedes ?? null,
    })),
    ...observations.map((o) => ({
      kind: "observation" as const,
      ...common(o),
      observation: o.observation,
      state: o.state as "present",
    })),
    ...acknowledgements.map((a) => ({
      kind: "acknowledgement" as const,
      ...common(a),
      caution: a.caution,
    })),
    ...outcomes.map((t) => ({
      kind: "test" as const,
      ...common(t),
      test: t.test,
      outcome: t.outcome ?? null,
    })),
    ...notes.map((n) => ({ kind: "note" as const, ...common(n), key: n.key, text: n.text })),
  ];
  return {
    id: sheet.id,
    kind: sheet.kind === "round" ? "round" : "call",
    complaint: sheet.complaint,
    codes: sheet.codes,
    callerNote: sheet.callerNote,
    dueAt: sheet.dueAt.toISOString(),
    openedAt: sheet.openedAt.toISOString(),
    signedAt: sheet.signedAt?.toISOString() ?? null,
    logEntryId: signed?.id ?? null,
    pump,
    entries,
    photos: photos.map((f) => ({
      ...common(f),
      about: f.about,
      width: f.width,
      height: f.height,
    })),
    servedAt: new Date().toISOString(),
    people: Object.fromEntries(everybody.map((p) => [p.id, p.name])),
    recurrence: await recurrenceOf(sheet.pumpId, new Date()),
  };
}

/** `kept-retired`: kept, and the pump has left the yard meanwhile. */
export type AppendOutcome = "kept" | "kept-retired" | "no-such-sheet" | "signed";

/**
 * Appends what a device sent. Repeating a request is harmless; a signed sheet takes nothing more.
 */
export async function appendEntries(
  sheetId: string,
  entries: readonly SheetEntry[],
  receivedAt: Date,
): Promise<AppendOutcome> {
  const em = await unitOfWork();
  const sheet = await em.findOne(RunSheet, { id: sheetId });
  if (!sheet) return "no-such-sheet";
  if (sheet.signedAt) return "signed";
  const byKind = new Map<AppendKind, Record<string, unknown>[]>();
  for (const { kind, ...row } of entries) {
    const list = byKind.get(kind) ?? [];
    list.push({ ...row, at: notInTheFuture(row.at, receivedAt), sheetId });
    byKind.set(kind, list);
  }
  if (byKind.size === 1) {
    for (const [kind, rows] of byKind) await appendRows(em, kind, rows, receivedAt);
  } else {
    await em.transactional(async (tx) => {
      for (const [kind, rows] of byKind) await appendRows(tx, kind, rows, receivedAt);
    });
  }
  const pump = await em.findOne(Pump, { id: sheet.pumpId });
  return pump?.retiredAt ? "kept-retired" : "kept";
}

/** Later than this against the server, a device's clock is wrong, not slow. */
const FUTURE_MS = 10 * 60_000;

/** A time that has not come yet is the device's clock, set wrong: the time of arrival stands then. */
const notInTheFuture = (at: string, receivedAt: Date): Date => {
  const said = new Date(at);
  return said.getTime() > receivedAt.getTime() + FUTURE_MS ? receivedAt : said;
};
