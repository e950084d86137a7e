import "server-only";
import type { SheetId } from "@yard-tack/core/case";
import { loadSheet, type SheetRecord } from "@/db";
import { recurrenceOf } from "@/features/log/index.server";
import type { SheetDto } from "./sheet-dto";
import { firstStep, titleOf, viewOf } from "./view";

/** Everything a run sheet shows; undefined when there is none of this id. */
export async function loadSheetDto(id: SheetId): Promise<SheetDto | undefined> {
  const found = await loadSheet(id);
  if (!found) return undefined;
  const { sheet, pump, entries, unread, pictures, log, people, hands, last, round } = found;
  const [signed] = log;
  return {
    id: sheet.id,
    kind: sheet.kind,
    complaint: sheet.complaint,
    codes: sheet.codes,
    callerNote: sheet.callerNote,
    dueAt: sheet.dueAt.toISOString(),
    openedAt: sheet.openedAt.toISOString(),
    assignedTo: sheet.assignedTo,
    hands,
    signedAt: sheet.signedAt?.toISOString() ?? null,
    logEntryId: signed?.id ?? null,
    closed: signed?.record.closed ?? null,
    pump,
    entries,
    unread,
    late: lateOf(found),
    last: last && { at: last.at.toISOString(), readings: last.readings },
    round,
    photos: pictures,
    servedAt: new Date().toISOString(),
    people,
    recurrence: await recurrenceOf(pump.id, sheet, new Date()),
  };
}

/** What is on a signed sheet and in none of its log entries: ids of entries and pictures. */
export function lateOf({ sheet, entries, pictures, log }: SheetRecord): readonly string[] {
  if (!sheet.signedAt) return [];
  // Before there was an order, a signature took all that was there.
  const upTo = Math.max(...log.map((l) => l.record.upTo ?? 0), 0);
  if (upTo === 0 && log[0]?.record.version === 1) return [];
  return [...entries, ...pictures].filter((e) => (e.order ?? 0) > upTo).map((e) => e.id);
}

/** The title of a sheet's page. @param asked - what its address says */
export function sheetTitle(dto: SheetDto, asked: Readonly<Record<string, unknown>>): string {
  const said = (name: string) => {
    const value = asked[name];
    return typeof value === "string" ? value : null;
  };
  return titleOf(dto.pump.tag, viewOf({ get: said }, firstStep(dto)));
}
