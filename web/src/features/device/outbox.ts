/**
 * What was typed, kept on the device until the server has it.
 *
 * Every entry goes to IndexedDB first and is removed only when the server has acknowledged it; text
 * that is no reading yet is kept as a draft. What the server cannot take is set aside, with its reason,
 * until a person has mended or dropped it. Every function fails when the device keeps nothing.
 */
import type { PersonId, SheetId } from "@yard-tack/core/case";
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

/** A signature that was given on this device and has not reached the server. */
export interface KeptSignature {
  readonly sheetId: SheetId;
  readonly personId: PersonId;
  /** ISO 8601, the device's clock put right. */
  readonly at: string;
  /** What is signed, as the form has it. */
  readonly form: unknown;
  /** Why the server did not take it, and at which field; it is not sent again by itself. */
  readonly refused?: { readonly message: string; readonly field?: string };
}

/** A call that was taken on this device with no network, and its pump where that is new. */
export interface KeptCall {
  readonly sheetId: SheetId;
  /** As it is sent. */
  readonly call: unknown;
  /** Why the server did not take it; it is not sent again by itself. */
  readonly refused?: string;
}

interface OutboxSchema extends DBSchema {
  calls: { key: string; value: KeptCall };
  signatures: { key: string; value: KeptSignature };
  photos: { key: string; value: KeptPhoto; indexes: { sheet: string } };
  entries: { key: string; value: KeptEntry; indexes: { sheet: string; made: number } };
  aside: { key: string; value: AsideEntry; indexes: { sheet: string } };
  drafts: { key: string; value: Draft; indexes: { sheet: string } };
}

const VERSION = 4;

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
      if (from < 4) {
        db.createObjectStore("signatures", { keyPath: "sheetId" });
        db.createObjectStore("calls", { keyPath: "sheetId" });
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

/** Keeps a call that was taken here. */
export async function keepCall(call: KeptCall): Promise<void> {
  await (await open()).put("calls", call);
}

/** The call of a sheet that the server does not have yet. */
export async function callOf(sheetId: SheetId): Promise<KeptCall | undefined> {
  return (await open()).get("calls", sheetId);
}

/** Forgets a call: the server has it. */
export async function forgetCall(sheetId: SheetId): Promise<void> {
  await (await open()).delete("calls", sheetId);
}

/** Keeps the signature of a sheet in place of one that was kept before. */
export async function keepSignature(signature: KeptSignature): Promise<void> {
  await (await open()).put("signatures", signature);
}

/** The signature of a sheet that has not reached the server. */
export async function signatureOf(sheetId: SheetId): Promise<KeptSignature | undefined> {
  return (await open()).get("signatures", sheetId);
}

/** Forgets a signature: the server has it, or who gave it took it back. */
export async function forgetSignature(sheetId: SheetId): Promise<void> {
  await (await open()).delete("signatures", sheetId);
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

/** What of a sheet is on this device and not with the server. */
export interface Unsent {
  readonly entries: number;
  readonly photos: number;
  /** Set aside: the server did not take it. */
  readonly aside: number;
  /** Texts that were begun. */
  readonly drafts: number;
  /** Signed here: 0 or 1. */
  readonly signatures: number;
  /** Taken here: 0 or 1. */
  readonly calls: number;
}

/** Everything that is on this device and not with the server, by its sheet. */
export async function unsent(): Promise<ReadonlyMap<SheetId, Unsent>> {
  const db = await open();
  const kinds = ["entries", "photos", "aside", "drafts", "signatures", "calls"] as const;
  const lists = await Promise.all(kinds.map((k) => db.getAll(k)));
  const found = new Map<SheetId, Record<(typeof kinds)[number], number>>();
  kinds.forEach((kind, i) => {
    for (const { sheetId } of lists[i] ?? []) {
      const id = sheetId as SheetId;
      const of = found.get(id) ?? {
        entries: 0,
        photos: 0,
        aside: 0,
        drafts: 0,
        signatures: 0,
        calls: 0,
      };
      of[kind]++;
      found.set(id, of);
    }
  });
  return found;
}

/** Sheets of which something has not gone to the server. */
export const unsentSheets = async (): Promise<ReadonlySet<string>> =>
  new Set((await unsent()).keys());

/** Everything of these stores as it is kept, for a file. */
export async function everythingKept(): Promise<{
  readonly entries: readonly KeptEntry[];
  readonly photos: readonly KeptPhoto[];
  readonly aside: readonly AsideEntry[];
  readonly drafts: readonly Draft[];
  readonly calls: readonly KeptCall[];
  readonly signatures: readonly KeptSignature[];
}> {
  const db = await open();
  const [entries, photos, aside, drafts, calls, signatures] = await Promise.all([
    db.getAllFromIndex("entries", "made"),
    db.getAll("photos"),
    db.getAll("aside"),
    db.getAll("drafts"),
    db.getAll("calls"),
    db.getAll("signatures"),
  ]);
  // What a version before the order kept has no place in its index, and was made before.
  const old = (await db.getAll("entries")).filter((e) => e.made === undefined);
  return { entries: [...old, ...entries], photos, aside, drafts, calls, signatures };
}

/** Puts entries that were set aside back among those that go, in the order they were made. */
export async function tryAgain(ids: readonly string[]): Promise<void> {
  const tx = (await open()).transaction(["entries", "aside"], "readwrite");
  const last = await tx.objectStore("entries").index("made").openCursor(null, "prev");
  let made = last?.value.made ?? 0;
  for (const id of ids) {
    const row = await tx.objectStore("aside").get(id);
    if (!row) continue;
    made++;
    await tx.objectStore("entries").put({ id, sheetId: row.sheetId, entry: row.entry, made });
    await tx.objectStore("aside").delete(id);
  }
  await tx.done;
}

/** Takes in what another device kept: what is here already stays as it is. @returns how many were new */
export async function takeIn(
  entries: readonly { readonly id: string; readonly sheetId: string; readonly entry: unknown }[],
  photos: readonly KeptPhoto[],
  calls: readonly KeptCall[],
  signatures: readonly KeptSignature[],
): Promise<number> {
  const stores = ["entries", "photos", "calls", "signatures"] as const;
  const tx = (await open()).transaction(stores, "readwrite");
  const last = await tx.objectStore("entries").index("made").openCursor(null, "prev");
  let made = last?.value.made ?? 0;
  let fresh = 0;
  for (const { id, sheetId, entry } of entries) {
    if (await tx.objectStore("entries").get(id)) continue;
    made++;
    fresh++;
    await tx.objectStore("entries").put({ id, sheetId, entry, made });
  }
  for (const photo of photos) {
    if (await tx.objectStore("photos").get(photo.id)) continue;
    fresh++;
    await tx.objectStore("photos").put(photo);
  }
  for (const call of calls) {
    if (await tx.objectStore("calls").get(call.sheetId)) continue;
    fresh++;
    await tx.objectStore("calls").put(call);
  }
  for (const signature of signatures) {
    if (await tx.objectStore("signatures").get(signature.sheetId)) continue;
    fresh++;
    await tx.objectStore("signatures").put(signature);
  }
  await tx.done;
  return fresh;
}
