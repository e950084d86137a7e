import "fake-indexeddb/auto";
import { forceCloseDatabase } from "fake-indexeddb";
import { type DBSchema, unwrap } from "idb";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { onCleared, storeOf } from "./opening";

interface Rows extends DBSchema {
  rows: { key: string; value: { readonly id: string } };
}

const open = storeOf<Rows>("yard-test", 1, (db) => {
  db.createObjectStore("rows", { keyPath: "id" });
});
/** The browser closes it, as when somebody clears what it keeps. */
const closed = forceCloseDatabase as unknown as (db: IDBDatabase) => void;

describe("a store of this device", () => {
  const unhandled: unknown[] = [];
  const note = (reason: unknown) => unhandled.push(reason);
  /** Rejections that nobody handled: they are told once everything that waits has run. */
  const nobodyHandled = async () => {
    for (let i = 0; i < 2; i++) await new Promise((run) => setImmediate(run));
    return unhandled;
  };
  beforeEach(() => {
    unhandled.length = 0;
    process.on("unhandledRejection", note);
  });
  afterEach(() => {
    process.off("unhandledRejection", note);
    vi.restoreAllMocks();
    vi.useRealTimers();
  });

  it("is one for the whole page", async () => {
    expect(await open()).toBe(await open());
  });

  it("is opened anew once the browser has closed it, and keeps what comes then", async () => {
    const before = await open();
    await before.put("rows", { id: "a" });
    const told = vi.fn();
    const ends = onCleared(told);
    vi.useFakeTimers({ toFake: ["setTimeout"] });
    closed(unwrap(before));
    await expect.poll(open).not.toBe(before);
    await (await open()).put("rows", { id: "b" });
    expect(await (await open()).getAllKeys("rows")).toContain("b");
    expect(told).toHaveBeenCalledOnce();
    // What was written while the browser was at it may have gone too.
    vi.runAllTimers();
    expect(told).toHaveBeenCalledTimes(2);
    ends();
    closed(unwrap(await open()));
    vi.runAllTimers();
    expect(told).toHaveBeenCalledTimes(2);
  });

  it("tells each reader alone that it was cleared under a read", async () => {
    const db = await open();
    const begun: IDBTransaction[] = [];
    const begin = IDBDatabase.prototype.transaction;
    vi.spyOn(IDBDatabase.prototype, "transaction").mockImplementation(function (
      this: IDBDatabase,
      ...args
    ) {
      const tx = begin.apply(this, args);
      begun.push(tx);
      return tx;
    });
    const reads = ["a", "b", "c"].map((id) => db.get("rows", id));
    for (const tx of begun) tx.abort();
    const ends = await Promise.allSettled(reads);
    expect(ends.map((e) => e.status)).toEqual(["rejected", "rejected", "rejected"]);
    await expect(nobodyHandled()).resolves.toEqual([]);
  });

  it("is opened at the next try where the first was broken off, of which its opener alone is told", async () => {
    let tries = 0;
    const openBroken = storeOf<Rows>("yard-broken", 1, (db, _from, _to, tx) => {
      db.createObjectStore("rows", { keyPath: "id" });
      if (tries++ === 0) tx.abort();
    });
    await expect(openBroken()).rejects.toThrow();
    await expect(nobodyHandled()).resolves.toEqual([]);
    expect((await openBroken()).objectStoreNames).toContain("rows");
  });
});
