/**
 * What was typed, kept on the device until the server has it.
 *
 * Every entry goes to IndexedDB first and is removed only when the server has acknowledged it; text
 * that is no reading yet is kept as a draft. What the server cannot take is set aside, with its reason,
 * until a person has mended or dropped it. Every function fails when the device keeps nothing.
 */
import type { SheetId } from "@yard-tack/core/case";
import type { PictureFacts, SheetEntry } from "@yard-tack/core/visit";
import { type DBSchema, type IDBPDatabase, openDB } from "idb";

interface KeptEntry {
  readonly id: string;
  readonly sheetId: string;
  /** As it was written, by whatever version. */
  readonly entry: unknown;
  /** Counted up on this device: what was made first goes first, whatever its clock says. */
  readonly made?: number;
}

/** An entry that the server did not take, and why. */
export interface AsideEntry {
  readonly id: string;
  readonly sheetId: string;
  readonly entry: unknown;
  readonly reason: string;
}

interface Draft {
  readonly key: string;
  readonly sheetId: string;
  readonly text: string;
}

/** A picture on its way; gone from here once the server has it. */
export interface KeptPhoto extends PictureFacts {
  readonly sheetId: SheetId;
  readonly blob: Blob;
}

interface OutboxSchema extends DBSchema {
  photos: { key: string; value: KeptPhoto; indexes: { sheet: string } };
  entries: { key: string; value: KeptEntry; indexes: { sheet: string; made: number } };
  aside: { key: string; value: AsideEntry; indexes: { sheet: string } };
  drafts: { key: string; value: Draft; indexes: { sheet: string } };
}

const VERSION = 3;

let opened: Promise<IDBPDatabase<OutboxSchema>> | undefined;

function open(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>("yard-outbox", VERSION, {
    // What an earlier version kept stays: stores and indexes are only added.
    upgrade(db, from, _to, tx) {
      if (from < 1) {
        db.createObjectStore("entries", { keyPath: "id" }).createIndex("sheet", "sheetId");
        db.createObjectStore("drafts", { keyPath: "key" }).createIndex("sheet", "sheetId");
      }
      if (from < 2) {
        db.createObjectStore("photos", { keyPath: "id" }).createIndex("sheet", "sheetId");
      }
      if (from < 3) {
        db.createObjectStore("aside", { keyPath: "id" }).createIndex("sheet", "sheetId");
        tx.objectStore("entries").createIndex("made", "made");
      }
    },
    // Another tab brings a newer version: it must not wait for this one.
    blocking: () => void opened?.then((db) => db.close()).finally(() => (opened = undefined)),
  }).catch((error: unknown) => {
    // Denied now may be allowed at the next try.
    opened = undefined;
    throw error;
  });
  return opened;
}

/** Keeps an entry on the device, after all that were made here before. */
export async function keep(sheetId: SheetId, entry: SheetEntry): Promise<void> {
  const tx = (await open()).transaction("entries", "readwrite");
  const last = await tx.store.index("made").openCursor(null, "prev");
  const made = (last?.value.made ?? 0) + 1;
  await Promise.all([tx.store.put({ id: entry.id, sheetId, entry, made }), tx.done]);
}

/** Entries of a sheet that the server has not acknowledged, in the order they were made here. */
export async function waiting(sheetId: SheetId): Promise<unknown[]> {
  const rows = await (await open()).getAllFromIndex("entries", "sheet", sheetId);
  return rows.sort((a, b) => (a.made ?? 0) - (b.made ?? 0)).map((r) => r.entry);
}

/** Forgets entries the server has. */
export async function acknowledged(ids: readonly string[]): Promise<void> {
  const tx = (await open()).transaction("entries", "readwrite");
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** Sets entries aside that the server does not take: they are not sent again, and not lost. */
export async function setAside(list: readonly AsideEntry[]): Promise<void> {
  const tx = (await open()).transaction(["entries", "aside"], "readwrite");
  await Promise.all([
    ...list.flatMap((entry) => [
      tx.objectStore("aside").put(entry),
      tx.objectStore("entries").delete(entry.id),
    ]),
    tx.done,
  ]);
}

/** Entries of a sheet that were set aside. */
export async function asideOf(sheetId: SheetId): Promise<AsideEntry[]> {
  return (await open()).getAllFromIndex("aside", "sheet", sheetId);
}

/** Forgets an entry that was set aside: it was mended, or a person dropped it. */
export async function forgetAside(id: string): Promise<void> {
  await (await open()).delete("aside", id);
}

/** Keeps a picture on the device. */
export async function keepPhoto(photo: KeptPhoto): Promise<void> {
  await (await open()).put("photos", photo);
}

/** Pictures of a sheet the server does not have yet. */
export async function photosWaiting(sheetId: SheetId): Promise<KeptPhoto[]> {
  return (await open()).getAllFromIndex("photos", "sheet", sheetId);
}

/** Forgets pictures the server has. */
export async function photosAcknowledged(ids: readonly string[]): Promise<void> {
  const tx = (await open()).transaction("photos", "readwrite");
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

const draftKey = (sheetId: SheetId, slot: string) => `${sheetId}/${slot}`;

/** Keeps text that is being typed; an empty text forgets it. */
export async function keepDraft(sheetId: SheetId, slot: string, text: string): Promise<void> {
  const db = await open();
  if (text === "") await db.delete("drafts", draftKey(sheetId, slot));
  else await db.put("drafts", { key: draftKey(sheetId, slot), sheetId, text });
}

/** Drafts of a sheet by what they are about. */
export async function draftsOf(sheetId: SheetId): Promise<Map<string, string>> {
  const rows = await (await open()).getAllFromIndex("drafts", "sheet", sheetId);
  return new Map(rows.map((r) => [r.key.slice(sheetId.length + 1), r.text]));
}

/** Sheets of which something has not gone to the server: entries, pictures, texts, or what was set aside. */
export async function unsentSheets(): Promise<ReadonlySet<string>> {
  const db = await open();
  const lists = await Promise.all([
    db.getAllFromIndex("entries", "sheet"),
    db.getAllFromIndex("photos", "sheet"),
    db.getAllFromIndex("aside", "sheet"),
    db.getAllFromIndex("drafts", "sheet"),
  ]);
  return new Set(lists.flat().map((row) => row.sheetId));
}
