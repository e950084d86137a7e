/** Run sheets: opened, read whole, signed in one transaction with what they leave. */
import * as z from "zod";
import { type EntityManager, LockMode } from "@mikro-orm/postgresql";
import {
  type DiagnosisResult,
  type LogEntryId,
  logEntryId,
  type ObservationId,
  type PersonId,
  type PumpId,
  pumpId as pumpIdSchema,
  type SheetId,
  sheetId as sheetIdSchema,
} from "@yard-tack/core/case";
import { ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import { type LeftBehind, readRecord, type VisitRecord } from "@yard-tack/core/record";
import {
  pictureFacts,
  type PictureFacts,
  type SheetEntry,
  type UnreadEntry,
} from "@yard-tack/core/visit";
import { v4 as newId } from "uuid";
import { unitOfWork } from "./connection";
import { Fingerprint, LogEntry, RunSheet, VisitPoints } from "./entities";
import { everybody } from "./people";
import { keepPromises, type NewPromise } from "./promises";
import { pumpRecord, type PumpRecord, zoneOfPump } from "./pumps";
import {
  columns,
  type Forecast,
  selected,
  sheetRow,
  type SheetRow,
  visitKind,
  type VisitKind,
} from "./rows";
import {
  keepHours,
  lastReadings,
  ROUND,
  roundMade,
  type RoundOf,
  roundOf,
  roundRow,
  WALKED,
} from "./rounds";
import { entriesOf } from "./sheet-entries";
import { keepTrend } from "./trend";

/** A picture's facts with its place in the order of the server. */
type StoredPicture = PictureFacts & { readonly order: number };

/** A log entry a sheet has left. */
export interface SheetLogEntry {
  readonly id: LogEntryId;
  readonly kind: VisitKind;
  readonly record: VisitRecord;
}

/** A run sheet with everything on it. */
export interface SheetRecord {
  readonly sheet: SheetRow;
  readonly pump: PumpRecord;
  readonly entries: readonly SheetEntry[];
  readonly unread: readonly UnreadEntry[];
  readonly pictures: readonly StoredPicture[];
  /** What was read on the visit before, by strip, as it was written. */
  readonly last: { readonly at: Date; readonly readings: Readonly<Record<string, string>> } | null;
  /** How often it is gone to, its counter of hours, its twin. */
  readonly round: RoundOf;
  /** What it was signed with, and addenda since, oldest first. */
  readonly log: readonly SheetLogEntry[];
  /** Names by id. */
  readonly people: Readonly<Record<string, string>>;
  /** Who may be given a sheet: whoever works here today. */
  readonly hands: readonly PersonId[];
}

/** Everything a run sheet holds; undefined when there is none of this id. */
export async function loadSheet(id: SheetId): Promise<SheetRecord | undefined> {
  return sheetRecord(await unitOfWork(), id);
}

/** The sheet, the facts of its pictures without their bytes, and what it left in the log. */
const SHEET = `
  select to_jsonb(r) as sheet,
    (select coalesce(jsonb_agg(to_jsonb(f) order by f.seq), '[]') from (
       select id, sheet_id, seq, person_id, at, received_at, about, width, height
         from photo where sheet_id = r.id) f) as photos,
    (select coalesce(jsonb_agg(to_jsonb(l) order by l.at), '[]') from (
       select id, kind, at, body from log_entry where sheet_id = r.id) l) as log,
    (select jsonb_build_object('at', l.at, 'snapshots', l.body->'snapshots') from log_entry l
       where l.pump_id = r.pump_id and l.sheet_id is distinct from r.id
         and jsonb_array_length(coalesce(l.body->'snapshots', '[]')) > 0
       order by l.at desc limit 1) as last,
    (select to_jsonb(q) from (${ROUND}) q) as round
  from run_sheet r where r.id = ?`;

const sheetRows = z.object({
  sheet: columns(sheetRow),
  photos: z.array(columns(z.looseObject({ seq: z.number().int(), at: z.coerce.date() }))),
  log: z.array(z.object({ id: logEntryId, kind: visitKind, body: z.unknown() })),
  last: z
    .object({ at: z.coerce.date(), snapshots: z.array(z.record(z.string(), z.unknown())) })
    .nullable()
    .catch(null),
  round: roundRow,
});

async function sheetRecord(em: EntityManager, id: SheetId): Promise<SheetRecord | undefined> {
  const [found] = await selected(em, sheetRows, SHEET, [id]);
  if (!found) return undefined;
  const { sheet, photos, log, last } = found;
  const pump = await pumpRecord(em, sheet.pumpId);
  if (!pump) return undefined;
  const { entries, unread } = await entriesOf(em, id);
  const people = await everybody(em);
  return {
    sheet,
    pump,
    entries,
    unread,
    pictures: photos.flatMap((photo) => {
      const facts = pictureFacts.safeParse({ ...photo, at: photo.at.toISOString() });
      return facts.success ? [{ ...facts.data, order: photo.seq }] : [];
    }),
    last: last && { at: last.at, readings: lastReadings(last.snapshots) },
    round: roundOf(found.round),
    log: log.map((row) => ({ id: row.id, kind: row.kind, record: readRecord(row.body) })),
    people: Object.fromEntries(people.map((p) => [p.id, p.name])),
    hands: people.filter((p) => p.leftAt === null && p.role !== "viewer").map((p) => p.id),
  };
}

/** What a signature puts down. */
export interface Signature extends LeftBehind {
  readonly title: string;
  readonly personId: PersonId;
  /** The whole result as it was signed. */
  readonly result: DiagnosisResult | null;
  /** What is promised for later. */
  readonly promises: readonly NewPromise[];
  /** What its counter of hours run showed; null where nobody read it. */
  readonly hours: number | null;
  /** Why its readings become the pump's fingerprint; null when they do not. */
  readonly fingerprintReason: string | null;
}

export type Signed =
  | {
      readonly ok: true;
      readonly logEntryId: LogEntryId;
      /** It was signed before: nothing was done now. */
      readonly again: boolean;
    }
  | { readonly ok: false; readonly why: "no-such-sheet" }
  | {
      readonly ok: false;
      readonly why: "refused";
      readonly field: string;
      readonly message: string;
    };

/** A signature refused before it is put down. */
export interface Refusal {
  readonly field: string;
  readonly message: string;
}

/**
 * Signs a sheet. Its row is locked first, so that the entry has everything that was told kept; what comes
 * later comes after it. Signing twice gives the first entry.
 * @param sign - works out what the visit leaves from the sheet as it is under the lock
 * @param given - when it was given, where that was before it came here; never before the sheet was opened, nor ahead
 */
export async function signSheet(
  id: SheetId,
  sign: (sheet: SheetRecord) => Signature | Refusal,
  given?: Date,
): Promise<Signed> {
  const em = await unitOfWork();
  return em.transactional(async (tx): Promise<Signed> => {
    const row = await tx.findOne(RunSheet, { id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    const sheet = row ? await sheetRecord(tx, id) : undefined;
    if (!row || !sheet) return { ok: false, why: "no-such-sheet" };
    const [before] = sheet.log;
    if (row.signedAt && before) return { ok: true, logEntryId: before.id, again: true };
    const now = new Date();
    const at = given && given < now ? later(given, row.openedAt) : now;
    const signature = sign(sheet);
    if ("field" in signature) return { ok: false, why: "refused", ...signature };
    const entry = await writeEntry(tx, sheet.sheet, sheet.sheet.kind, signature, at);
    row.signedAt = at;
    await tx.flush();
    return { ok: true, logEntryId: entry, again: false };
  });
}

const later = (a: Date, b: Date): Date => (a > b ? a : b);

/** Puts what came after a signature into the log, as an entry that adds to the signed one. */
export async function addToLog(
  id: SheetId,
  make: (sheet: SheetRecord, signed: SheetLogEntry, at: Date) => Signature | null,
): Promise<LogEntryId | undefined> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const row = await tx.findOne(RunSheet, { id }, { lockMode: LockMode.PESSIMISTIC_WRITE });
    const sheet = row ? await sheetRecord(tx, id) : undefined;
    const signed = sheet?.log[0];
    if (!sheet || !signed) return undefined;
    const at = new Date();
    const addendum = make(sheet, signed, at);
    if (!addendum) return undefined;
    const entry = await writeEntry(tx, sheet.sheet, "addendum", addendum, at);
    await tx.flush();
    return entry;
  });
}

async function writeEntry(
  tx: EntityManager,
  { id: sheetId, pumpId }: SheetRow,
  kind: VisitKind,
  left: Signature,
  at: Date,
): Promise<LogEntryId> {
  const id = logEntryId.parse(newId());
  const { personId, title, record, result, promises, fingerprintReason: reason } = left;
  tx.create(LogEntry, {
    id,
    pumpId,
    sheetId,
    personId,
    at,
    kind,
    title,
    body: { ...record },
    result: result && { ...result },
    supersedes: null,
  });
  await tx.flush();
  if (kind === "round") await roundMade(tx, pumpId, personId, at);
  if (left.hours !== null)
    await keepHours(tx, { pumpId, logEntryId: id, personId }, left.hours, at);
  await keepPromises(tx, { pumpId, logEntryId: id, madeBy: personId }, promises);
  const kept = reason !== null && left.fingerprint.length > 0;
  tx.create(VisitPoints, {
    logEntryId: id,
    pumpId,
    at,
    kind,
    engine: ENGINE_VERSION,
    fingerprint: kept,
    points: [...left.points],
  });
  if (kept) {
    tx.create(Fingerprint, {
      id: newId(),
      pumpId,
      takenAt: at,
      reason,
      snapshots: left.fingerprint.map((s) => ({ ...s })),
      logEntryId: id,
      personId,
    });
  }
  await tx.flush();
  await keepTrend(tx, pumpId);
  return id;
}

export interface NewSheet {
  readonly pumpId: PumpId;
  readonly kind: "call" | "round";
  readonly complaint: string;
  readonly codes: readonly ObservationId[];
  readonly callerNote: string;
  readonly dueAt: Date;
}

/** Opens a run sheet. */
export async function openSheet(sheet: NewSheet, forecast: Forecast | null): Promise<SheetId> {
  const em = await unitOfWork();
  const now = new Date();
  const id = sheetIdSchema.parse(newId());
  em.create(RunSheet, {
    ...sheet,
    id,
    codes: [...sheet.codes],
    openedAt: now,
    signedAt: null,
    assignedTo: null,
    forecast: forecast && { ...forecast },
  });
  await em.flush();
  return id;
}

/**
 * Opens a round for each pump of a site that has no open sheet, a moment apart in the order in which they are walked,
 * so that they are listed so.
 * @returns how many; undefined where there is no such site
 */
export async function openRounds(site: string, now: Date): Promise<number | undefined> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    // Two who plan at once make one round.
    const [there] = await selected(
      tx,
      z.object({ id: z.string() }),
      "select id from site where id = ? for update",
      [site],
    );
    if (!there) return undefined;
    const pumps = await selected(
      tx,
      columns(z.object({ id: pumpIdSchema, twinId: z.string().nullable() })),
      `select p.id, p.twin_id from pump p where p.site_id = ? and p.retired_at is null and not exists
         (select from run_sheet r where r.pump_id = p.id and r.signed_at is null) order by ${WALKED}`,
      [site],
    );
    for (const [i, { id: pumpId }] of twinsTogether(pumps).entries()) {
      const dueAt = new Date(now.getTime() + i * 60_000);
      tx.create(RunSheet, {
        ...{ id: newId(), pumpId, kind: "round", complaint: "", codes: [], callerNote: "", dueAt },
        ...{ openedAt: now, signedAt: null, assignedTo: null, forecast: null },
      });
    }
    await tx.flush();
    return pumps.length;
  });
}

/** A twin comes right after the first of the two. */
function twinsTogether<T extends { readonly id: string; readonly twinId: string | null }>(
  pumps: readonly T[],
): T[] {
  const left = new Map(pumps.map((p) => [p.id, p]));
  return pumps.flatMap((p) => {
    if (!left.delete(p.id)) return [];
    const twin = p.twinId === null ? undefined : left.get(p.twinId);
    if (twin) left.delete(twin.id);
    return twin ? [p, twin] : [p];
  });
}

/** The clock a sheet's pump goes by and whose it is; undefined where there is no such sheet. */
export async function callFacts(
  id: SheetId,
): Promise<{ readonly zone: string; readonly assignedTo: string | null } | undefined> {
  const fields = ["pumpId", "assignedTo"] as const;
  const sheet = await (await unitOfWork()).findOne(RunSheet, { id }, { fields });
  const zone = sheet ? await zoneOfPump(pumpIdSchema.parse(sheet.pumpId)) : undefined;
  return sheet && zone !== undefined ? { zone, assignedTo: sheet.assignedTo ?? null } : undefined;
}

/** Says whose an open sheet is; false when it is signed or not there. */
export async function assignSheet(id: SheetId, to: PersonId | null): Promise<boolean> {
  const em = await unitOfWork();
  return (await em.nativeUpdate(RunSheet, { id, signedAt: null }, { assignedTo: to })) > 0;
}

/** Puts an open sheet to another moment than it was due; false when it is signed or not there. */
export async function moveSheet(id: SheetId, to: (was: Date) => Date): Promise<boolean> {
  return (await unitOfWork()).transactional(async (tx) => {
    const sheet = await tx.findOne(
      RunSheet,
      { id, signedAt: null },
      { lockMode: LockMode.PESSIMISTIC_WRITE },
    );
    if (!sheet) return false;
    sheet.dueAt = to(sheet.dueAt);
    await tx.flush();
    return true;
  });
}

/** Changes what a call says while its sheet is open; false when it is signed or not there. */
export async function changeCall(
  id: SheetId,
  change: {
    readonly kind: "call" | "round";
    readonly complaint: string;
    readonly dueAt: Date;
  },
): Promise<boolean> {
  const em = await unitOfWork();
  return (await em.nativeUpdate(RunSheet, { id, signedAt: null }, change)) > 0;
}

/** Keeps what was worked out to read first and take along. */
export async function saveForecast(id: SheetId, forecast: Forecast): Promise<void> {
  await (await unitOfWork()).nativeUpdate(RunSheet, { id }, { forecast: { ...forecast } });
}
