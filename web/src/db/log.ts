/** The log: what visits left, and where they put their pumps. */
import { type LogEntryId, logEntryId, type PumpId } from "@yard-tack/core/case";
import { readRecord, type TrendVisit, type VisitRecord } from "@yard-tack/core/record";
import type { EntityManager } from "@mikro-orm/postgresql";
import { unitOfWork } from "./connection";
import { LogEntry, VisitPoints } from "./entities";
import { pointsRow, visitKind, type VisitKind } from "./rows";
import { withPlaces } from "./sheets";

/** A log entry with its place. */
export interface LogRecord {
  readonly id: LogEntryId;
  readonly at: Date;
  readonly kind: VisitKind;
  readonly title: string;
  readonly personId: string;
  readonly record: VisitRecord;
  readonly pump: Placed["pump"];
  readonly site: Placed["site"];
}

type Placed = Awaited<ReturnType<typeof withPlaces>>[number];

const PAGE = 200;

async function placed(
  em: EntityManager,
  rows: readonly {
    readonly id: string;
    readonly pumpId: string;
    readonly at: Date;
    readonly kind: string;
    readonly title: string;
    readonly personId: string;
    readonly body: unknown;
  }[],
): Promise<LogRecord[]> {
  const list = await withPlaces(em, rows);
  return list.map(({ row, pump, site }) => ({
    id: logEntryId.parse(row.id),
    at: row.at,
    kind: visitKind.parse(row.kind),
    title: row.title,
    personId: row.personId,
    record: readRecord(row.body),
    pump,
    site,
  }));
}

/** Log entries, newest first, those that were corrected left out. */
export async function logEntries(pumpId?: PumpId): Promise<LogRecord[]> {
  const em = await unitOfWork();
  const entries = await em.find(LogEntry, pumpId ? { pumpId } : {}, {
    orderBy: { at: "desc" },
    limit: PAGE,
  });
  const replaced = new Set(entries.map((e) => e.supersedes));
  return placed(
    em,
    entries.filter((e) => !replaced.has(e.id)),
  );
}

/** One log entry. */
export async function logEntry(id: LogEntryId): Promise<LogRecord | undefined> {
  const em = await unitOfWork();
  const entry = await em.findOne(LogEntry, { id });
  return entry ? (await placed(em, [entry]))[0] : undefined;
}

/** A visit's points with the pump they belong to. */
export type PumpVisit = TrendVisit & { readonly pumpId: PumpId };

/** Where visits put their pumps, oldest first; of one pump, or of all. */
export async function visitPoints(pumpId?: PumpId): Promise<PumpVisit[]> {
  const em = await unitOfWork();
  const rows = await em.find(VisitPoints, pumpId ? { pumpId } : {}, {
    orderBy: { at: "asc", logEntryId: "asc" },
  });
  return rows.map((row) => {
    const { at, ...visit } = pointsRow.parse(row);
    return { ...visit, at: at.toISOString() };
  });
}
