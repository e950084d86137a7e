import "server-only";
import { logEntries, logEntry, people, unitOfWork } from "@/db";
import { logBody, type LogBody } from "./log-body";

export interface LogRow {
  readonly id: string;
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

/** The log, newest first. */
export async function loadLog(): Promise<LogRow[]> {
  const entries = await logEntries(await unitOfWork());
  return entries.map(({ row, pump, site }) => {
    const { found, done, closed } = logBody(row.body);
    return {
      id: row.id,
      at: row.at.toISOString(),
      zone: site.zone,
      kind: row.kind,
      title: row.title,
      tag: pump.tag,
      siteName: site.name,
      found,
      done,
      closed,
    };
  });
}

export interface LogEntryDto extends Omit<LogRow, "found" | "done" | "closed"> {
  readonly pumpId: string;
  readonly purpose: string;
  readonly family: string;
  readonly by: string;
  readonly body: LogBody;
}

/** One entry, whole. */
export async function loadLogEntry(id: string): Promise<LogEntryDto | undefined> {
  const em = await unitOfWork();
  const found = await logEntry(em, id);
  if (!found) return undefined;
  const { row, pump, site } = found;
  const everybody = await people(em);
  return {
    id: row.id,
    at: row.at.toISOString(),
    zone: site.zone,
    kind: row.kind,
    title: row.title,
    tag: pump.tag,
    pumpId: pump.id,
    purpose: pump.purpose,
    family: pump.family,
    siteName: site.name,
    by: everybody.find((p) => p.id === row.personId)?.name ?? "somebody",
    body: logBody(row.body),
  };
}
