/**
 * A visit's entries in the database: appended under a lock of their sheet, so that a signature has all
 * that was told kept, and given the order of the server.
 */
import type { EntityManager } from "@mikro-orm/postgresql";
import { type EntryId, type SheetId, sheetId as sheetIdSchema } from "@yard-tack/core/case";
import {
  type GaugeNote,
  readEntries,
  type SheetEntry,
  type UnreadEntry,
} from "@yard-tack/core/visit";
import { isDeepStrictEqual } from "node:util";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { VisitEntry } from "./entities";
import { columns, idRow, selected } from "./rows";

/** What became of entries that were sent. */
export interface Appended {
  /** In the order of the server, which it gave to each. */
  readonly kept: readonly { readonly id: EntryId; readonly order: number }[];
  readonly refused: readonly { readonly id: EntryId; readonly reason: string }[];
  /** The sheet was signed before they came: they are kept, and not in the signed entry. */
  readonly late: boolean;
  /** The pump has left the yard meanwhile. */
  readonly retired: boolean;
}

/** Later than this against the server, a device's clock is wrong, not slow. */
const FUTURE_MS = 10 * 60_000;

/** No device that runs this program was made before [ms]: a clock that says so was never set. */
const FIRST_CLOCK = Date.UTC(2020, 0, 1);

/** A time that has not come yet, or that no device saw, is a clock that is wrong: the time of arrival stands then. */
const byAClock = (at: string, receivedAt: Date): Date => {
  const said = new Date(at);
  const isWrong = said.getTime() > receivedAt.getTime() + FUTURE_MS || said.getTime() < FIRST_CLOCK;
  return isWrong ? receivedAt : said;
};

const sheetLock = z.object({ signed_at: z.unknown(), retired_at: z.unknown() });
const madeRow = z.object({ id: z.string(), seq: z.number().int() });

/**
 * Appends what a device sent, all in one transaction. Repeating a request is harmless; an id that comes
 * back with other content is refused, and so is an entry by somebody unknown. Neither holds up the others.
 * @param sentBy - who sends them: it is kept with those that another wrote
 * @returns undefined when there is no such sheet
 */
export async function appendEntries(
  sheetId: SheetId,
  entries: readonly SheetEntry[],
  receivedAt: Date,
  sentBy?: string,
): Promise<Appended | undefined> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    // A signature locks the sheet for itself: what is appended is either in it, or comes after it.
    const [sheet] = await selected(
      tx,
      sheetLock,
      `select s.signed_at, p.retired_at from run_sheet s join pump p on p.id = s.pump_id
         where s.id = ? for share of s`,
      [sheetId],
    );
    if (!sheet) return undefined;
    const known = await knownPeople(tx, entries);
    const [ours, strangers] = [
      entries.filter((e) => known.has(e.personId)),
      entries.filter((e) => !known.has(e.personId)),
    ];
    const kept = await insert(tx, sheetId, ours, receivedAt, sentBy);
    return {
      kept: kept.flatMap((k) => (k.order === null ? [] : [{ id: k.id, order: k.order }])),
      refused: [
        ...strangers.map((e) => ({
          id: e.id,
          reason: "Nobody here is known by the name it was entered under.",
        })),
        ...kept.flatMap((k) =>
          k.order === null
            ? [{ id: k.id, reason: "Something else has been kept under its number before." }]
            : [],
        ),
      ],
      late: sheet.signed_at !== null,
      retired: sheet.retired_at !== null,
    };
  });
}

async function knownPeople(tx: EntityManager, entries: readonly SheetEntry[]) {
  const ids = [...new Set(entries.map((e) => e.personId))];
  const rows = await selected(
    tx,
    idRow,
    "select id from person where id in (select jsonb_array_elements_text(?::jsonb)::uuid)",
    [JSON.stringify(ids)],
  );
  return new Set<string>(rows.map((r) => r.id));
}

/** An entry as its row's body: all that has no column of its own. */
function bodyOf(entry: SheetEntry): Readonly<Record<string, unknown>> {
  const {
    id: _id,
    personId: _p,
    at: _at,
    supersedes: _s,
    order: _o,
    version: _v,
    kind: _k,
    ...body
  } = entry;
  return body;
}

/** @returns each entry's order; null for one whose id is there with other content */
async function insert(
  tx: EntityManager,
  sheetId: SheetId,
  entries: readonly SheetEntry[],
  receivedAt: Date,
  sentBy: string | undefined,
): Promise<readonly { readonly id: EntryId; readonly order: number | null }[]> {
  if (entries.length === 0) return [];
  const rows = entries.map((e) => ({
    id: e.id,
    person_id: e.personId,
    at: byAClock(e.at, receivedAt).toISOString(),
    kind: e.kind,
    version: e.version,
    supersedes: e.supersedes,
    body: bodyOf(e),
    sent_by: sentBy === undefined || sentBy === e.personId ? null : sentBy,
  }));
  const made = await selected(
    tx,
    madeRow,
    `insert into sheet_entry
       (id, sheet_id, person_id, at, received_at, kind, version, supersedes, body, sent_by)
     select (v->>'id')::uuid, ?, (v->>'person_id')::uuid, (v->>'at')::timestamptz, ?, v->>'kind',
       (v->>'version')::int, (v->>'supersedes')::uuid, v->'body', (v->>'sent_by')::uuid
       from jsonb_array_elements(?::jsonb) with ordinality as e(v, n) order by n
     on conflict (id) do nothing returning id, seq`,
    [sheetId, receivedAt, JSON.stringify(rows)],
  );
  const orders = new Map<string, number>(made.map((r) => [r.id, r.seq]));
  const before = entries.filter((e) => !orders.has(e.id));
  const there =
    before.length > 0
      ? await storedRows(
          tx,
          before.map((e) => e.id),
        )
      : [];
  for (const entry of before) {
    const row = there.find((r) => r.id === entry.id);
    if (row && row.sheetId === sheetId && isSame(row, entry)) orders.set(entry.id, row.seq);
  }
  return entries.map(({ id }) => ({ id, order: orders.get(id) ?? null }));
}

/** The sheet on which an entry of one of these ids is kept, the first of them that there is. */
export async function sheetOfEntries(ids: readonly EntryId[]): Promise<SheetId | undefined> {
  const [row] = await storedRows(await unitOfWork(), ids);
  return row && sheetIdSchema.parse(row.sheetId);
}

const storedRows = (tx: EntityManager, ids: readonly EntryId[]) =>
  tx.find(VisitEntry, { id: { $in: [...ids] } });

interface StoredRow {
  readonly id: string;
  readonly sheetId: string;
  readonly seq: number;
  readonly personId: string;
  readonly at: Date;
  readonly kind: string;
  readonly version: number;
  readonly supersedes?: string | null;
  readonly body: Readonly<Record<string, unknown>>;
}

/** The time apart, which the server may have put right. */
function isSame(row: StoredRow, entry: SheetEntry): boolean {
  const { entries } = readEntries([jsonOf(row)]);
  const [stored] = entries;
  return (
    stored !== undefined &&
    isDeepStrictEqual({ ...stored, at: "", order: null }, { ...entry, at: "", order: null })
  );
}

/** A row as the entry it was, in the version it was written in. */
const jsonOf = (row: StoredRow): Readonly<Record<string, unknown>> => ({
  ...row.body,
  // The first version did not say which it was.
  ...(row.version > 1 ? { version: row.version } : {}),
  kind: row.kind,
  id: row.id,
  personId: row.personId,
  at: row.at.toISOString(),
  supersedes: row.supersedes ?? null,
  order: row.seq,
});

/** Entries of a sheet in the order of the server, and those that are not understood. */
export async function entriesOf(
  em: EntityManager,
  sheetId: SheetId,
): Promise<{ readonly entries: readonly SheetEntry[]; readonly unread: readonly UnreadEntry[] }> {
  const rows = await em.find(VisitEntry, { sheetId }, { orderBy: { seq: "asc" } });
  return readEntries(rows.map(jsonOf));
}

const entryRow = columns(
  z.object({
    id: z.string(),
    sheetId: z.string(),
    seq: z.number(),
    personId: z.string(),
    at: z.coerce.date(),
    kind: z.string(),
    version: z.number(),
    supersedes: z.string().nullish(),
    body: z.record(z.string(), z.unknown()),
  }),
);

/** Rows that are notes of gauges, as what they note; one that is not understood is left out. */
export function readNotes(rows: readonly unknown[]): GaugeNote[] {
  const { entries } = readEntries(z.array(entryRow).parse(rows).map(jsonOf));
  return entries.flatMap((e) => (e.kind === "note" ? [{ note: e.note, at: new Date(e.at) }] : []));
}

/** What commits late may have been given its place before: asked for once more for so long [s]. */
const LATE = 60;

/**
 * Entries of a sheet that came after one of this order, with what is not understood; those of the last minute once more, for
 * one that was given its place before may have been kept after.
 */
export async function entriesAfter(sheetId: SheetId, order: number, now: Date) {
  const since = new Date(now.getTime() - LATE * 1000);
  const rows = await (
    await unitOfWork()
  ).find(
    VisitEntry,
    { sheetId, $or: [{ seq: { $gt: order } }, { receivedAt: { $gt: since } }] },
    { orderBy: { seq: "asc" } },
  );
  return readEntries(rows.map(jsonOf));
}
