/**
 * What is on this device for when there is no network: sheets with their pumps, and who they were given to. It can all be had
 * from the server again, so it stands in a store of its own, apart from what is still to be sent.
 */
import type { DBSchema } from "idb";
import type { PersonDto } from "@/shell/preferences";
import { storeOf } from "./opening";

/** A sheet as it was on the screen last, or as the server gave it for the day. */
export interface KeptSheet {
  readonly id: string;
  /** As the page shows it, in the shape of this number; its reader knows which that is. */
  readonly dto: unknown;
  readonly shape: number;
  /** By the device's clock [ms]. */
  readonly keptAt: number;
  /** What is added to the device's clock, as it was found when there was a server [ms]. */
  readonly clockFault: number;
}

interface DaysSchema extends DBSchema {
  sheets: { key: string; value: KeptSheet; indexes: { keptAt: number } };
  who: { key: "here"; value: PersonDto & { readonly key: "here" } };
}

const open = storeOf<DaysSchema>("yard-days", 1, (db) => {
  db.createObjectStore("sheets", { keyPath: "id" }).createIndex("keptAt", "keptAt");
  db.createObjectStore("who", { keyPath: "key" });
});

/** Keeps a sheet in place of what was kept of it. */
export async function keepSheet(sheet: KeptSheet): Promise<void> {
  await (await open()).put("sheets", sheet);
}

/** A sheet of this device; undefined where it is not on it. */
export async function keptSheet(id: string): Promise<KeptSheet | undefined> {
  return (await open()).get("sheets", id);
}

/** Every sheet of this device. */
export async function keptSheets(): Promise<readonly KeptSheet[]> {
  return (await open()).getAll("sheets");
}

/** Lets a sheet go: with the next network it comes anew. */
export async function forgetSheet(id: string): Promise<void> {
  await (await open()).delete("sheets", id);
}

/** Longest that a sheet stays which nobody looked at [ms]. */
export const STAYS = 14 * 86_400_000;

/**
 * Lets go what nobody looked at for a fortnight.
 * @param unsent - sheets with something that has not gone to the server: they stay, however old
 */
export async function forgetOld(now: number, unsent: ReadonlySet<string>): Promise<void> {
  const tx = (await open()).transaction("sheets", "readwrite");
  for (const { id, keptAt } of await tx.store.getAll()) {
    // A clock that was set back makes everything young; one that was set ahead makes it old once.
    if (now - keptAt > STAYS && !unsent.has(id)) await tx.store.delete(id);
  }
  await tx.done;
}

/** Who is at this device, as the server said last; undefined where nobody is, or was signed out. */
export async function whoWasHere(): Promise<PersonDto | undefined> {
  const row = await (await open()).get("who", "here");
  if (!row) return undefined;
  const { key: _key, ...person } = row;
  return person;
}

/**
 * Notes who is here. What was kept for somebody else goes: it may be of places that are not theirs to see.
 * @param keep - sheets that stay all the same, because something of them is still to be sent
 */
export async function hereIs(
  person: PersonDto | undefined,
  keep: ReadonlySet<string>,
): Promise<void> {
  const tx = (await open()).transaction(["who", "sheets"], "readwrite");
  const before = await tx.objectStore("who").get("here");
  if (before && before.id !== person?.id) {
    for (const id of await tx.objectStore("sheets").getAllKeys())
      if (!keep.has(id)) await tx.objectStore("sheets").delete(id);
  }
  if (person) await tx.objectStore("who").put({ ...person, key: "here" });
  else await tx.objectStore("who").delete("here");
  await tx.done;
}
