import "fake-indexeddb/auto";
import { personId, sheetId } from "@yard-tack/core/case";
import { ENTRY_VERSION, type SheetEntry } from "@yard-tack/core/visit";
import { afterAll, beforeEach, describe, expect, it, vi } from "vitest";
import { isSignedBy, type PublicKey } from "@/access/written";
import { publicKey } from "@/access/written-forms";
import { isHereAgain } from "./here-again";
import { entryId } from "./ids";
import { callOf, keepCall, keepSignature, signatureOf } from "./kept-forms";
import { keepPhoto, photosRefused, photosWaiting, refusePhoto } from "./kept-photos";
import { acknowledged, asideOf, keep, keepAll, setAside, waiting } from "./outbox";
import { forgetKey, haveKey, proofsOf } from "./session-key";
import { open } from "./store";

const SHEET = sheetId.parse("00000000-0000-4000-8000-00000000000c");
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const anna = personId.parse(uuid(901));
const bert = personId.parse(uuid(902));
const entry = (n: number, by = anna): SheetEntry => ({
  ...{ version: ENTRY_VERSION, kind: "acknowledgement", id: entryId(uuid(n)), personId: by },
  ...{ at: "2026-01-01T00:00:00Z", supersedes: null, order: null, caution: "lockout" },
});
const picture = (n: number) => ({
  ...{ id: uuid(n), sheetId: SHEET, personId: anna, at: "2026-01-01T00:00:00Z" },
  ...{ about: "look" as const, width: 1, height: 1, blob: new Blob(["x"]) },
});

/** What the server was given; it keeps keys while it is there. */
const server = { isThere: true, keys: new Map<string, PublicKey>() };
vi.stubGlobal("fetch", (_: string, request: RequestInit) => {
  if (!server.isThere) return Promise.reject(new TypeError("no network"));
  const { id, publicKey: half } = JSON.parse(String(request.body)) as Record<string, unknown>;
  server.keys.set(String(id), publicKey.parse(half));
  return Promise.resolve(Response.json({ kept: id }));
});
const clear = async () => {
  const db = await open();
  for (const store of db.objectStoreNames) await db.clear(store);
};
afterAll(async () => {
  vi.unstubAllGlobals();
  await clear();
});

beforeEach(async () => {
  await clear();
  server.isThere = true;
  server.keys.clear();
});

/** Whether what is kept of an entry shows that a session signed it whose key the server was given. */
async function isShown(of: SheetEntry): Promise<boolean> {
  const proof = (await proofsOf([of.id]))[of.id];
  const key = proof && server.keys.get(proof.key);
  const what = { kind: "entry", sheetId: SHEET, content: of } as const;
  return key !== undefined && isSignedBy(key, what, proof?.signature ?? "");
}

describe("what is written on a device", () => {
  it("is signed by the session that wrote it, as it is sent", async () => {
    await haveKey(anna, "s1");
    await keep(SHEET, entry(1));
    await keepAll(SHEET, [entry(2), entry(3)]);
    expect(await Promise.all([1, 2, 3].map((n) => isShown(entry(n))))).toEqual([true, true, true]);
    const [sent] = JSON.parse(JSON.stringify(await waiting(SHEET))) as SheetEntry[];
    expect(sent && (await isShown(sent))).toBe(true);
    await acknowledged([entry(1).id]);
    expect(await proofsOf([entry(1).id])).toEqual({});
  });

  it("under another's name is not signed, nor once nobody is signed in", async () => {
    await haveKey(anna, "s1");
    await keep(SHEET, entry(1, bert));
    await forgetKey();
    await keep(SHEET, entry(2));
    expect(await proofsOf([entry(1).id, entry(2).id])).toEqual({});
  });

  it("stays signed by the session before when somebody else comes, who cannot sign for it", async () => {
    await haveKey(anna, "s1");
    await keep(SHEET, entry(1));
    await haveKey(bert, "s2");
    await keep(SHEET, entry(2, bert));
    await keep(SHEET, entry(3));
    expect(await Promise.all([entry(1), entry(2, bert), entry(3)].map(isShown))).toEqual([
      true,
      true,
      false,
    ]);
    const rows = await (await open()).getAll("keys");
    expect(rows.map((r) => r.personId)).toEqual([bert]);
    await expect(
      crypto.subtle.exportKey("pkcs8", rows[0]?.privateKey as CryptoKey),
    ).rejects.toThrow(/not extractable/);
  });

  it("has one key for a session, and no key that the server was not given", async () => {
    await haveKey(anna, "s1");
    await haveKey(anna, "s1");
    expect(server.keys.size).toBe(1);
    await haveKey(anna, "s2");
    expect(server.keys.size).toBe(2);
    server.isThere = false;
    await expect(haveKey(anna, "s3")).rejects.toThrow();
    expect((await (await open()).get("keys", "here"))?.session).toBe("s2");
  });
});

describe("what waits for somebody", () => {
  it("goes once more when they are here, and for nobody else", async () => {
    await setAside([
      { id: uuid(1), sheetId: SHEET, entry: entry(1), reason: "theirs", waitsFor: anna },
      { id: uuid(2), sheetId: SHEET, entry: entry(2), reason: "no such strip" },
    ]);
    await keepPhoto(picture(3));
    await refusePhoto(uuid(3), "theirs", anna);
    await keepCall({ sheetId: SHEET, call: {}, refused: "theirs", waitsFor: anna });
    const refused = { message: "theirs", waitsFor: anna };
    await keepSignature({ sheetId: SHEET, personId: anna, at: "x", form: {}, refused });
    await isHereAgain(bert);
    expect(await waiting(SHEET)).toEqual([]);
    expect(await photosRefused(SHEET)).toHaveLength(1);
    await isHereAgain(anna);
    expect(await waiting(SHEET)).toEqual([entry(1)]);
    expect((await asideOf(SHEET)).map((a) => a.id)).toEqual([uuid(2)]);
    expect((await photosWaiting(SHEET)).map((p) => p.id)).toEqual([uuid(3)]);
    expect((await callOf(SHEET))?.refused).toBeUndefined();
    expect((await signatureOf(SHEET))?.refused).toBeUndefined();
  });
});
