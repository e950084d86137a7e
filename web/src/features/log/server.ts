import "server-only";
import type { LogEntryId } from "@yard-tack/core/case";
import { causeRow } from "@yard-tack/core/diagnosis";
import type { VisitRecord } from "@yard-tack/core/record";
import { logEntry, logPage } from "@/db";
import { everybody } from "@/features/who/index.server";

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
  /** From 0. */
  readonly page: number;
  readonly pages: number;
}

/** A page of the log, newest first. @param page - from 0 */
export async function loadLog(page = 0): Promise<LogPageDto> {
  const { rows, ...place } = await logPage(page);
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
  };
}

export interface LogEntryDto extends Omit<LogRow, "found" | "done" | "closed"> {
  readonly pumpId: string;
  readonly purpose: string;
  readonly family: string;
  readonly by: string;
  readonly body: VisitRecord;
  /** Name of what it really was; null while nobody said. */
  readonly turnedOut: string | null;
}

/** One entry, whole. */
export async function loadLogEntry(id: LogEntryId): Promise<LogEntryDto | undefined> {
  const found = await logEntry(id);
  if (!found) return undefined;
  const { pump, site, record } = found;
  const people = await everybody();
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
    by: people.find((p) => p.id === found.personId)?.name ?? "somebody",
    body: record,
    turnedOut: record.was && causeRow(record.was).name,
  };
}
