/**
 * What this page has that is not with the server. A device can be full, and a browser's store can be cleared under an open
 * page: what is on the screen is written down again then, and goes all the same. It may never be taken for sent.
 */

export interface Held<T> {
  /** It is on the device. */
  readonly kept: (item: T) => void;
  /** The device did not keep it: it is on this screen and nowhere else. */
  readonly failed: (item: T) => void;
  /** With the server, set aside, or dropped by a person. */
  readonly gone: (ids: Iterable<string>) => void;
  /**
   * What still has to go, in its order: what the store has, and what is missing there.
   * @param read - reads the store; where that fails, all is missing
   */
  readonly waiting: (read: () => Promise<readonly T[]>) => Promise<readonly T[]>;
}

export interface HeldPorts<T> {
  readonly idOf: (item: T) => string;
  /** Writes all of it down, in this order, in place of what is there of it. */
  readonly keepAll: (list: readonly T[]) => Promise<void>;
  /** Told how much is on this screen and nowhere else, whenever that may have changed. */
  readonly nowhere: (count: number) => void;
}

export function makeHeld<T>({ idOf, keepAll, nowhere }: HeldPorts<T>): Held<T> {
  const held = new Map<string, T>();
  const failed = new Set<string>();
  const tell = () => nowhere(failed.size);
  const forget = (ids: Iterable<string>) => {
    for (const id of ids) {
      held.delete(id);
      failed.delete(id);
    }
    tell();
  };
  const keepAgain = async (all: readonly T[], lost: readonly T[]) => {
    const isKept = await keepAll(all).then(
      () => true,
      () => false,
    );
    for (const id of all.map(idOf)) failed.delete(id);
    // What was sent meanwhile is not lost.
    if (!isKept) for (const id of lost.map(idOf)) if (held.has(id)) failed.add(id);
    tell();
  };
  return {
    kept: (item) => void held.set(idOf(item), item),
    failed: (item) => {
      held.set(idOf(item), item);
      failed.add(idOf(item));
      tell();
    },
    gone: forget,
    waiting: async (read) => {
      // Taken before the store is read: what is kept meanwhile is not missing there.
      const before = [...held.values()];
      const rows = await read().catch(() => []);
      const there = new Set(rows.map(idOf));
      const lost = before.filter((item) => !there.has(idOf(item)) && held.has(idOf(item)));
      if (lost.length === 0) return rows;
      const place = new Map(before.map((item, i) => [idOf(item), i] as const));
      const rest = [...lost];
      const all = rows.flatMap((row) => {
        // What was made before a row of this page goes before it.
        const at = place.get(idOf(row)) ?? 0;
        const earlier = rest.filter((item) => (place.get(idOf(item)) ?? 0) < at);
        return [...rest.splice(0, earlier.length), row];
      });
      all.push(...rest);
      await keepAgain(all, lost);
      return all;
    },
  };
}
