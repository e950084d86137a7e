/** Opens a store of this device, once for the page, and anew when the browser has closed it. */
import { type DBSchema, type IDBPDatabase, type OpenDBCallbacks, openDB, wrap } from "idb";

const whenCleared = new Set<() => void>();

/** A browser that is still clearing takes what is written in that moment with it; it has done with it after so long [ms]. */
const CLEARING = 1000;

/**
 * Told when the browser closes a store under this page, for somebody cleared what it keeps; and once more when that is over.
 * @returns what ends it
 */
export function onCleared(then: () => void): () => void {
  whenCleared.add(then);
  return () => whenCleared.delete(then);
}

const tell = () => {
  for (const then of whenCleared) then();
};

/**
 * What gives a store of this device, opened at the first call. It fails where the device keeps nothing.
 * @param upgrade - brings what an earlier version kept to this one: stores and indexes are only added
 */
export function storeOf<S extends DBSchema>(
  name: string,
  version: number,
  upgrade: NonNullable<OpenDBCallbacks<S>["upgrade"]>,
): () => Promise<IDBPDatabase<S>> {
  let opened: Promise<IDBPDatabase<S>> | undefined;
  const anew = () => (opened = undefined);
  const events: OpenDBCallbacks<S> = {
    // Another tab brings a newer version: it must not wait for this one.
    blocking: () => void opened?.then((db) => db.close()).finally(anew),
    // What comes after it was cleared has to be kept all the same.
    terminated: () => {
      anew();
      tell();
      setTimeout(tell, CLEARING);
    },
  };
  const open = async () => {
    const made: typeof upgrade = (db, from, to, tx, event) => {
      // That it was broken off is known from the opening itself.
      tx.done.catch(() => undefined);
      upgrade(db, from, to, tx, event);
    };
    const db = await openDB<S>(name, version, { ...events, upgrade: made }).catch(
      (error: unknown) => {
        // A newer program was here. It only added to the stores, so that what is typed on this page is kept in them still.
        if ((error as { name?: unknown }).name !== "VersionError") throw error;
        return openDB<S>(name, undefined, events);
      },
    );
    for (const end of ["abort", "error"] as const) db.addEventListener(end, brokenOff);
    return db;
  };
  return () =>
    (opened ??= open().catch((error: unknown) => {
      // Denied now may be allowed at the next try.
      anew();
      throw error;
    }));
}

/**
 * The library has a promise for the end of each transaction, which nobody waits for where something is read: that it was broken
 * off is known from the read itself.
 */
function brokenOff({ target }: Event): void {
  const ended = target instanceof IDBRequest ? target.transaction : target;
  if (!(ended instanceof IDBTransaction)) return;
  const { done } = wrap(ended) as unknown as { readonly done: Promise<void> };
  done.catch(() => undefined);
}
