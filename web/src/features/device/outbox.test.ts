import "fake-indexeddb/auto";
import { personId, sheetId } from "@yard-tack/core/case";
import { ENTRY_VERSION, type SheetEntry } from "@yard-tack/core/visit";
import { openDB } from "idb";
import { IDBFactory } from "fake-indexeddb";
import { describe, expect, it, vi } from "vitest";
import { entryId } from "./ids";

const A = sheetId.parse("00000000-0000-4000-8000-00000000000a");
const B = sheetId.parse("00000000-0000-4000-8000-00000000000b");
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const entry = (n: number, at = "2026-01-01T00:00:00Z"): SheetEntry => ({
  version: ENTRY_VERSION,
  kind: "acknowledgement",
  id: entryId(uuid(n)),
  personId: personId.parse(uuid(999)),
  at,
  supersedes: null,
  order: null,
  caution: "lockout",
});
const ids = (list: readonly unknown[]) => list.map((e) => (e as { id: string }).id);

// A device of its own, whatever another file of tests left on theirs.
vi.resetModules();
globalThis.indexedDB = new IDBFactory();

// What an earlier version left on this device, before this one opens it.
const old = await openDB("yard-outbox", 2, {
  upgrade(db) {
    db.createObjectStore("entries", { keyPath: "id" }).createIndex("sheet", "sheetId");
    db.createObjectStore("drafts", { keyPath: "key" }).createIndex("sheet", "sheetId");
    db.createObjectStore("photos", { keyPath: "id" }).createIndex("sheet", "sheetId");
  },
});
const first = { kind: "note", id: uuid(1), personId: uuid(999), at: "2030-01-01T00:00:00Z" };
await old.put("entries", { id: uuid(1), sheetId: A, entry: { ...first, key: "tag", text: "x" } });
old.close();
const { acknowledged, asideOf, draftsOf, forgetAside, keep, keepDraft, setAside, waiting } =
  await import("./outbox");

describe("outbox", () => {
  it("keeps entries by sheet in the order they were made, whatever the clock says", async () => {
    await keep(A, entry(2, "2026-01-02T00:00:00Z"));
    await keep(A, entry(3, "2019-01-01T00:00:00Z"));
    await keep(B, entry(4));
    await keep(A, entry(5, "2026-01-01T00:00:00Z"));
    // What an earlier version kept was made before.
    expect(ids(await waiting(A))).toEqual([1, 2, 3, 5].map(uuid));
    await acknowledged([uuid(1), uuid(2)]);
    expect(ids(await waiting(A))).toEqual([3, 5].map(uuid));
    expect(await waiting(B)).toHaveLength(1);
  });

  it("keeps what was set aside apart, with its reason, until it is dropped", async () => {
    const [refused] = await waiting(A);
    await setAside([{ id: uuid(3), sheetId: A, entry: refused, reason: "too long" }]);
    expect(ids(await waiting(A))).toEqual([uuid(5)]);
    expect(await asideOf(A)).toMatchObject([{ id: uuid(3), reason: "too long" }]);
    expect(await asideOf(B)).toEqual([]);
    await forgetAside(uuid(3));
    expect(await asideOf(A)).toEqual([]);
  });

  it("keeps a half-typed text and forgets it when emptied", async () => {
    await keepDraft(A, "as found/flow", "6");
    await keepDraft(A, "as found/flow", "62");
    expect(await draftsOf(A)).toEqual(new Map([["as found/flow", "62"]]));
    await keepDraft(A, "as found/flow", "");
    expect((await draftsOf(A)).size).toBe(0);
  });
});
