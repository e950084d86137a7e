/** The log: what visits left, and where they put their pumps. */
import {
  type CauseId,
  type LogEntryId,
  logEntryId,
  type PumpId,
  type SheetId,
  sheetId,
} from "@yard-tack/core/case";
import { causeFound, readRecord, type TrendVisit, type VisitRecord } from "@yard-tack/core/record";
import type { EntityManager } from "@mikro-orm/postgresql";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { VisitPoints } from "./entities";
import { type Paged, placeOf } from "./paged";
import { type Sites, sitesText } from "./sites";
import { signedThere, STANDS, wordsAsked } from "./words";
import { columns, pointsRow, pumpRow, selected, siteRow, visitKind, type VisitKind } from "./rows";

/** A log entry with its place. */
export interface LogRecord {
  readonly id: LogEntryId;
  readonly at: Date;
  readonly kind: VisitKind;
  readonly title: string;
  readonly personId: string;
  readonly record: VisitRecord;
  readonly pump: z.output<typeof pumpRow>;
  readonly site: z.output<typeof siteRow>;
}

/** Entries of a page, and of a pump. */
const LOG_PAGE = 50;
const OF_A_PUMP = 100;

/** What of a record a list needs not. */
const HEAVY =
  "array['snapshots', 'readings', 'superseded', 'pictures', 'words', 'seen', 'cautions']";

const logRow = columns(
  z.object({
    id: logEntryId,
    at: z.coerce.date(),
    kind: visitKind,
    title: z.string(),
    personId: z.string(),
    body: z.unknown(),
    pump: columns(pumpRow),
    site: columns(siteRow),
  }),
);

const placed = (body: string) => `
  select l.id, l.at, l.kind, l.title, l.person_id, ${body} as body,
    to_jsonb(p) as pump, to_jsonb(s) as site
  from log_entry l join pump p on p.id = l.pump_id join site s on s.id = p.site_id`;

const recordOf = ({ body, ...row }: z.output<typeof logRow>): LogRecord => ({
  ...row,
  record: readRecord(body),
});

/** What a list of the log is narrowed to; what is left out narrows nothing. */
export interface LogAsked {
  /** Every word is in the entry, or in its pump's tag or purpose. */
  readonly find?: string | undefined;
  readonly site?: string | undefined;
  readonly pump?: PumpId | undefined;
  readonly cause?: CauseId | undefined;
  /** A part that was used, or what was done: words of them. */
  readonly used?: string | undefined;
  readonly person?: string | undefined;
  /** Days, ISO 8601, in the zone of each entry's place; both are within. */
  readonly from?: string | undefined;
  readonly until?: string | undefined;
}

/** Pumps whose own words a question is completed by. */
const NAMED_PUMPS = 60;
/** Entries are counted so far; beyond it is said that there are more. */
const COUNTED = 10_000;

/** Conditions on an entry `l` at a pump `p` of a site `s`, with their values. */
function narrowed(asked: LogAsked): { readonly sql: string; readonly values: unknown[] } {
  const parts: string[] = [];
  const values: unknown[] = [];
  const add = (sql: string, ...given: unknown[]) => {
    parts.push(sql);
    values.push(...given);
  };
  const [all, any] = (["all", "any"] as const).map((which) =>
    wordsAsked(asked.find ?? "", { which, wholeNumbers: true }),
  );
  if (all && any) {
    // An entry has all the words itself, or those that it lacks are its pump's: "LF-2 strainer".
    add(
      `(l.id in (
         select w.id from log_entry w where w.words @@ ?::tsquery
         union all
         select w.id from (
           select n.id, n.words as own from pump n where n.words @@ ?::tsquery
             order by ts_rank(n.words, ?::tsquery) desc limit ${NAMED_PUMPS}
         ) named join log_entry w on w.pump_id = named.id
           where (w.words || named.own) @@ ?::tsquery
       ))`,
      ...[all, any, any, all],
    );
  }
  const used = wordsAsked(asked.used ?? "", { wholeNumbers: true });
  if (used) {
    add("l.work_words @@ ?::tsquery", used);
  }
  if (asked.site) add("p.site_id = ?::uuid", asked.site);
  if (asked.pump) add("l.pump_id = ?::uuid", asked.pump);
  if (asked.cause) add("l.cause = ?", asked.cause);
  if (asked.person) add("l.person_id = ?::uuid", asked.person);
  // The day of the place decides; the wider bound before it is one that an index can be asked.
  if (asked.from)
    add(
      "l.at >= (?::date - 1)::timestamp at time zone 'UTC' and l.at >= (?::date)::timestamp at time zone s.zone",
      ...[asked.from, asked.from],
    );
  if (asked.until)
    add(
      "l.at < (?::date + 2)::timestamp at time zone 'UTC' and l.at < (?::date + 1)::timestamp at time zone s.zone",
      ...[asked.until, asked.until],
    );
  return { sql: parts.map((part) => ` and ${part}`).join(""), values };
}

/** What is counted of the log: one beyond {@link COUNTED} where there are more. */
export interface LogFound extends Paged<LogRecord> {
  readonly more: boolean;
}

/** A page of the log, newest first, entries that were corrected left out. @param page - from 0 */
export async function logPage(sites: Sites, page: number, asked: LogAsked = {}): Promise<LogFound> {
  const em = await unitOfWork();
  const { sql, values } = narrowed(asked);
  const found = `from log_entry l join pump p on p.id = l.pump_id join site s on s.id = p.site_id
    where may_see(?, p.site_id) and ${STANDS}${sql}`;
  const given = [sitesText(sites), ...values];
  const [count] = await selected(
    em,
    z.object({ n: z.coerce.number() }),
    // In the order of the list, so that the newest are counted by their index and no table is read from its start.
    `select count(*) as n from (select 1 ${found} order by l.at desc limit ${COUNTED + 1}) counted`,
    given,
  );
  const total = Math.min(count?.n ?? 0, COUNTED);
  const { offset, ...place } = placeOf(page, total, LOG_PAGE);
  const rows = await selected(
    em,
    logRow,
    // Which ones first: bodies are only taken out of those that are shown.
    `${placed(`l.body - ${HEAVY}`)}
       join (select l.id ${found} order by l.at desc, l.id limit ${LOG_PAGE} offset ?) shown on shown.id = l.id
       order by l.at desc, l.id`,
    [...given, offset],
  );
  return { rows: rows.map(recordOf), ...place, more: (count?.n ?? 0) > COUNTED };
}

/** Whoever signed an entry at a place that may be seen, by name. */
export async function signers(sites: Sites) {
  const { sql, values } = signedThere(sites);
  return selected(
    await unitOfWork(),
    z.object({ id: z.string(), name: z.string() }),
    `select w.id, w.name from person w where ${sql} order by w.name, w.id`,
    values,
  );
}

/** Entries that a file is made of, newest first; what a list needs not is left out. */
export async function logRows(sites: Sites, asked: LogAsked): Promise<LogRecord[]> {
  const { sql, values } = narrowed(asked);
  const rows = await selected(
    await unitOfWork(),
    logRow,
    `${placed("l.body - array['snapshots', 'readings', 'superseded', 'pictures', 'seen', 'cautions']")}
       where may_see(?, p.site_id) and ${STANDS}${sql} order by l.at desc, l.id limit ${COUNTED}`,
    [sitesText(sites), ...values],
  );
  return rows.map(recordOf);
}

/** The sheet that an entry was signed on; null where it came without one. */
export async function sheetOfEntry(id: LogEntryId): Promise<SheetId | null> {
  const [row] = await selected(
    await unitOfWork(),
    columns(z.object({ sheetId: sheetId.nullable() })),
    "select sheet_id from log_entry where id = ?",
    [id],
  );
  return row?.sheetId ?? null;
}

/** The newest entries of a pump, and of those told to be the same, with all that they hold; newest first. */
export async function logOfPump(pumpId: PumpId): Promise<LogRecord[]> {
  const rows = await selected(
    await unitOfWork(),
    logRow,
    `${placed("l.body")}
       where l.pump_id = any(array(select ?::uuid union all select o.id from pump o where o.same_as = ?::uuid))
         and ${STANDS} order by l.at desc, l.id limit ${OF_A_PUMP}`,
    [pumpId, pumpId],
  );
  return rows.map(recordOf);
}

/** One log entry. */
export async function logEntry(id: LogEntryId): Promise<LogRecord | undefined> {
  const sql = `${placed("l.body")} where l.id = ?`;
  const [row] = await selected(await unitOfWork(), logRow, sql, [id]);
  return row && recordOf(row);
}

const settledRow = columns(
  z.object({
    id: logEntryId,
    at: z.coerce.date(),
    tag: z.string(),
    family: z.string(),
    zone: z.string(),
    body: z.unknown(),
  }),
);

/** A visit of which somebody said what it really was, with what the Board held of it. */
export interface SettledRow {
  readonly id: LogEntryId;
  readonly at: Date;
  readonly tag: string;
  readonly family: string;
  readonly zone: string;
  readonly was: CauseId;
  readonly causes: VisitRecord["causes"];
}

/** Visits that are judged by [rows]. */
const SETTLED = 500;

/** The newest visits of which somebody said what it really was. */
export async function settledVisits(sites: Sites): Promise<SettledRow[]> {
  const rows = await selected(
    await unitOfWork(),
    settledRow,
    `select l.id, l.at, l.body - ${HEAVY} as body, p.tag, p.family, s.zone
       from log_entry l join pump p on p.id = l.pump_id join site s on s.id = p.site_id
       where may_see(?, s.id) and l.body->>'was' is not null and l.kind <> 'addendum' and ${STANDS}
       order by l.at desc limit ${SETTLED}`,
    [sitesText(sites)],
  );
  return rows.flatMap(({ body, ...row }) => {
    const { was, causes } = readRecord(body);
    return was ? [{ ...row, was, causes }] : [];
  });
}

const causedRow = columns(
  z.object({
    at: z.coerce.date(),
    pumpId: z.string(),
    cause: z.string(),
    timeUsed: z.string().nullable(),
  }),
);

/** Visits with a cause that are added up. */
const CAUSED = 5000;

/** The newest visits that ended with a cause, with the time that was noted. */
export const causedVisits = async (sites: Sites) =>
  selected(
    await unitOfWork(),
    causedRow,
    `select l.at, l.pump_id, l.cause,
       (select w->>'text' from jsonb_array_elements(coalesce(l.body->'words', '[]')) w
          where w->>'name' = 'Time used' limit 1) as time_used
     from log_entry l join pump p on p.id = l.pump_id
     where may_see(?, p.site_id) and l.cause is not null and l.kind in ('call', 'round') and ${STANDS}
     order by l.at desc limit ${CAUSED}`,
    [sitesText(sites)],
  );

/** A call that ended with a cause. */
export interface EarlierCall {
  readonly at: Date;
  readonly title: string;
  readonly cause: CauseId;
  readonly found: string;
  readonly done: string;
}

/** Calls of a pump that are looked through for one with a cause [rows]. */
const CALLS = 12;

/** The newest calls of some pumps since a day that ended with a cause, newest first, by pump. */
export async function callsSince(
  em: EntityManager,
  pumps: readonly PumpId[],
  since: Date,
): Promise<ReadonlyMap<PumpId, readonly EarlierCall[]>> {
  const rows = await selected(
    em,
    columns(
      z.object({
        pumpId: z.string(),
        at: z.coerce.date(),
        title: z.string(),
        body: z.unknown(),
      }),
    ),
    `select l.* from jsonb_array_elements_text(?::jsonb) as wanted(id)
       cross join lateral (
         select l.pump_id, l.at, l.title, l.body - ${HEAVY} as body from log_entry l
           where l.pump_id = wanted.id::uuid and l.kind = 'call' and l.at >= ? and ${STANDS}
           order by l.at desc limit ${CALLS}
       ) l`,
    [JSON.stringify([...new Set(pumps)]), since],
  );
  return new Map(
    pumps.map((pump) => [
      pump,
      rows
        .filter((r) => r.pumpId === pump)
        .flatMap(({ at, title, body }): EarlierCall[] => {
          const record = readRecord(body);
          const cause = causeFound(record);
          return cause ? [{ at, title, cause, found: record.found, done: record.done }] : [];
        }),
    ]),
  );
}

/** {@link callsSince} of one pump. */
export async function callsOfPump(pump: PumpId, since: Date): Promise<readonly EarlierCall[]> {
  return (await callsSince(await unitOfWork(), [pump], since)).get(pump) ?? [];
}

/** Where visits put a pump, oldest first. */
export async function visitPoints(pumpId: PumpId): Promise<TrendVisit[]> {
  return pointsOfPump(await unitOfWork(), pumpId);
}

/** {@link visitPoints} within a unit of work. */
export async function pointsOfPump(em: EntityManager, pumpId: PumpId): Promise<TrendVisit[]> {
  const rows = await em.find(
    VisitPoints,
    { pumpId },
    { orderBy: { at: "asc", logEntryId: "asc" } },
  );
  return rows.map((row) => {
    const { at, ...visit } = pointsRow.parse(row);
    return { ...visit, at: at.toISOString() };
  });
}
