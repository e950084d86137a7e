/**
 * What was typed, kept on the device until the server has it.
 *
 * Every entry goes to IndexedDB first and is removed only when the server has acknowledged it; text
 * that is no reading yet is kept as a draft by slot.
 */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { PhotoFacts, SheetEntry } from "./entries";

interface KeptEntry {
  readonly id: string;
  readonly sheetId: string;
  readonly entry: SheetEntry;
}

interface Draft {
  readonly key: string;
  readonly sheetId: string;
  readonly text: string;
}

/** A picture on its way; gone from here once the server has it. */
export interface KeptPhoto extends PhotoFacts {
  readonly sheetId: string;
  readonly blob: Blob;
}

interface OutboxSchema extends DBSchema {
  photos: { key: string; value: KeptPhoto; indexes: { sheet: string } };
  entries: { key: string; value: KeptEntry; indexes: { sheet: string } };
  drafts: { key: string; value: Draft; indexes: { sheet: string } };
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | undefined;

const open = () =>
  (opened ??= openDB<OutboxSchema>("yard-outbox", 2, {
    // What an earlier version kept stays: stores are only added.
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore("entries", { keyPath: "id" }).createIndex("sheet", "sheetId");
        db.createObjectStore("drafts", { keyPath: "key" }).createIndex("sheet", "sheetId");
      }
      if (from < 2) {
        db.createObjectStore("photos", { keyPath: "id" }).createIndex("sheet", "sheetId");
      }
    },
  }));

/** Keeps an entry on the device. */
export async function keep(sheetId: string, entry: SheetEntry): Promise<void> {
  await (await open()).put("entries", { id: entry.id, sheetId, entry });
}

/** Entries of a sheet that the server has not acknowledged, oldest first. */
export async function waiting(sheetId: string): Promise<SheetEntry[]> {
  const rows = await (await open()).getAllFromIndex("entries", "sheet", sheetId);
  return rows.map((r) => r.entry).sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}

/** Forgets entries the server has. */
export async function acknowledged(ids: readonly string[]): Promise<void> {
  const tx = (await open()).transaction("entries", "readwrite");
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** Keeps a picture on the device. */
export async function keepPhoto(photo: KeptPhoto): Promise<void> {
  await (await open()).put("photos", photo);
}

/** Pictures of a sheet the server does not have yet. */
export async function photosWaiting(sheetId: string): Promise<KeptPhoto[]> {
  return (await open()).getAllFromIndex("photos", "sheet", sheetId);
}

/** Forgets pictures the server has. */
export async function photosAcknowledged(ids: readonly string[]): Promise<void> {
  const tx = (await open()).transaction("photos", "readwrite");
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

const draftKey = (sheetId: string, slot: string) => `${sheetId}/${slot}`;

/** Keeps text that is being typed; an empty text forgets it. */
export async function keepDraft(sheetId: string, slot: string, text: string): Promise<void> {
  const db = await open();
  if (text === "") await db.delete("drafts", draftKey(sheetId, slot));
  else await db.put("drafts", { key: draftKey(sheetId, slot), sheetId, text });
}

/** Drafts of a sheet by slot. */
export async function draftsOf(sheetId: string): Promise<Map<string, string>> {
  const rows = await (await open()).getAllFromIndex("drafts", "sheet", sheetId);
  return new Map(rows.map((r) => [r.key.slice(sheetId.length + 1), r.text]));
}
