import "server-only";
import {
  appendRows,
  LogEntry,
  people,
  type AppendKind,
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
  const { sheet, readings, observations, acknowledgements, outcomes } = found;
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
    people: Object.fromEntries(everybody.map((p) => [p.id, p.name])),
    recurrence: await recurrenceOf(sheet.pumpId, new Date()),
  };
}

export type AppendOutcome = "kept" | "no-such-sheet" | "signed";

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
    list.push({ ...row, at: new Date(row.at), sheetId });
    byKind.set(kind, list);
  }
  if (byKind.size === 1) {
    for (const [kind, rows] of byKind) await appendRows(em, kind, rows, receivedAt);
  } else {
    await em.transactional(async (tx) => {
      for (const [kind, rows] of byKind) await appendRows(tx, kind, rows, receivedAt);
    });
  }
  return "kept";
}
