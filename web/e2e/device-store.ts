/** What a device holds, read and changed behind the application's back. */
import type { Page } from "@playwright/test";

/** Changes rows of one of the device's stores, as nobody should. */
export const change = (page: Page, store: string, table: string, rows: readonly unknown[]) =>
  page.evaluate(
    ([name, of, list]) =>
      new Promise<void>((done, fail) => {
        const asked = indexedDB.open(name);
        asked.onerror = () => fail(asked.error);
        asked.onsuccess = () => {
          const tx = asked.result.transaction(of, "readwrite");
          for (const row of list) tx.objectStore(of).put(row);
          tx.oncomplete = () => {
            asked.result.close();
            done();
          };
        };
      }),
    [store, table, rows] as const,
  );

/** Everything of a store, as it is; nothing where the store is not there. */
export const rowsOf = (page: Page, store: string, table: string) =>
  page.evaluate(
    ([name, of]) =>
      new Promise<Record<string, unknown>[]>((done) => {
        const asked = indexedDB.open(name);
        // To look must not make one: the application would take it for its own.
        asked.onupgradeneeded = () => asked.transaction?.abort();
        asked.onerror = () => done([]);
        asked.onsuccess = () => {
          const all = asked.result.transaction(of).objectStore(of).getAll();
          all.onsuccess = () => {
            asked.result.close();
            done(all.result as Record<string, unknown>[]);
          };
        };
      }),
    [store, table] as const,
  );

/** The browser clears what it keeps for the page's place. */
export async function clearStorage(page: Page, storageTypes: "all" | "indexeddb"): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const { origin } = new URL(page.url());
  await session.send("Storage.clearDataForOrigin", { origin, storageTypes });
}
