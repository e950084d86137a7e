/**
 * Entries kept on the device until the server has them.
 *
 * Every entry goes to IndexedDB first and is removed only when the server has acknowledged it; text
 * that is no reading yet is kept as a draft. What the server cannot take is set aside, with its reason,
 * until a person has mended or dropped it.
 */
import type { SheetId } from "@yard-tack/core/case";
import type { SheetEntry } from "@yard-tack/core/visit";
import { idOf } from "./ids";
import { proveEntry } from "./session-key";
import { type AsideEntry, open } from "./store";

/** Keeps an entry on the device, after all that were made here before. */
export async function keep(sheetId: SheetId, entry: SheetEntry): Promise<void> {
  const tx = (await open()).transaction("entries", "readwrite");
  const last = await tx.store.index("made").openCursor(null, "prev");
  const made = (last?.value.made ?? 0) + 1;
  await Promise.all([tx.store.put({ id: entry.id, sheetId, entry, made }), tx.done]);
  await proveEntry(sheetId, entry);
}

/** Keeps entries of a sheet once more, in this order, in place of what is there of them. What was said of them there is over. */
export async function keepAll(sheetId: SheetId, list: readonly unknown[]): Promise<void> {
  const tx = (await open()).transaction(["entries", "aside"], "readwrite");
  const entries = tx.objectStore("entries");
  const last = await entries.index("made").openCursor(null, "prev");
  const made = (last?.value.made ?? 0) + 1;
  await Promise.all([
    ...list.flatMap((entry, i) => [
      entries.put({ id: idOf(entry), sheetId, entry, made: made + i }),
      tx.objectStore("aside").delete(idOf(entry)),
    ]),
    tx.done,
  ]);
  for (const entry of list) await proveEntry(sheetId, entry);
}

/** Said of an entry whose row on this device is not what was written there. */
const DAMAGED = "It is damaged on this device, and what was typed cannot be sent.";

/** Whether an entry is still the one that was kept under its id. */
export const isWhole = ({ id, entry }: { readonly id: string; readonly entry: unknown }): boolean =>
  id !== "" && idOf(entry) === id;

/**
 * Entries of a sheet that the server has not acknowledged, in the order they were made here. One that is damaged is set aside:
 * it must not hold up the others.
 */
export async function waiting(sheetId: SheetId): Promise<unknown[]> {
  const rows = await (await open()).getAllFromIndex("entries", "sheet", sheetId);
  const damaged = rows.filter((r) => !isWhole(r));
  if (damaged.length > 0)
    await setAside(damaged.map(({ id, entry }) => ({ id, sheetId, entry, reason: DAMAGED })));
  return rows
    .filter(isWhole)
    .sort((a, b) => (a.made ?? 0) - (b.made ?? 0))
    .map((r) => r.entry);
}

/** Forgets entries the server has. */
export async function acknowledged(ids: readonly string[]): Promise<void> {
  const tx = (await open()).transaction(["entries", "proofs"], "readwrite");
  await Promise.all([
    ...ids.flatMap((id) => [
      tx.objectStore("entries").delete(id),
      tx.objectStore("proofs").delete(id),
    ]),
    tx.done,
  ]);
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
  const tx = (await open()).transaction(["aside", "proofs"], "readwrite");
  await Promise.all([
    tx.objectStore("aside").delete(id),
    tx.objectStore("proofs").delete(id),
    tx.done,
  ]);
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
  return new Map(
    rows.flatMap(({ key, text }) =>
      typeof text === "string" ? [[key.slice(sheetId.length + 1), text]] : [],
    ),
  );
}
