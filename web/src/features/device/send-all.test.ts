import "fake-indexeddb/auto";
import { personId, sheetId } from "@yard-tack/core/case";
import { ENTRY_VERSION, type SheetEntry } from "@yard-tack/core/visit";
import { afterAll, beforeEach, describe, expect, it, vi } from "vitest";
import { entryId } from "./ids";
import { callOf, keepCall, keepSignature, signatureOf } from "./kept-forms";
import {
  keepPhoto,
  photosAcknowledged,
  photosRefused,
  photosWaiting,
  refusePhoto,
} from "./kept-photos";
import {
  acknowledged,
  asideOf,
  draftsOf,
  forgetAside,
  keep,
  keepDraft,
  tryAgain,
  waiting,
} from "./outbox";
import { open } from "./store";
import { everythingKept, takeIn, unsent } from "./unsent";
import { sendAll, sendsForItself } from "./send-all";

const A = sheetId.parse("00000000-0000-4000-8000-00000000000a");
const B = sheetId.parse("00000000-0000-4000-8000-00000000000b");
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const person = personId.parse(uuid(999));
const entry = (n: number): SheetEntry => ({
  ...{ version: ENTRY_VERSION, kind: "acknowledgement", id: entryId(uuid(n)), personId: person },
  ...{ at: "2026-01-01T00:00:00Z", supersedes: null, order: null, caution: "lockout" },
});
const picture = (n: number) => ({
  ...{ id: uuid(n), sheetId: A, personId: person, at: "2026-01-01T00:00:00Z" },
  ...{ about: "look" as const, width: 1, height: 1, blob: new Blob(["x"]) },
});

/** A server that answers as it is told, and what came to it. */
const server = {
  say: (_: string, _ids: readonly string[]): Response => new Response(),
  got: [""],
  call: () => new Response(),
  sign: () => Response.json({ ok: true, logEntryId: "x" }),
};
const kept = (ids: readonly string[]) =>
  Response.json({ kept: ids.map((id, order) => ({ id, order })), refused: [] });
vi.stubGlobal("navigator", {});
vi.stubGlobal("fetch", (address: string, request: RequestInit) => {
  if (/sheets\/[^/]+$/.test(address)) return Promise.resolve(server.call());
  if (address.endsWith("/signature")) return Promise.resolve(server.sign());
  const sheet = address.includes(A) ? "A" : "B";
  const photo = /photos\/([^?]+)/.exec(address)?.[1];
  const body =
    photo === undefined
      ? (JSON.parse(String(request.body)) as { entries: { id: string }[] })
      : { entries: [] };
  const ids = photo === undefined ? body.entries.map((e) => e.id) : [photo];
  const answer = server.say(sheet, ids);
  if (answer.status !== 503)
    server.got.push(...ids.map((id) => `${sheet}${Number(id.slice(-12))}`));
  return Promise.resolve(
    photo !== undefined && answer.ok ? Response.json({ kept: photo }) : answer,
  );
});

afterAll(() => void vi.unstubAllGlobals());

beforeEach(async () => {
  const { entries, photos, aside } = await everythingKept();
  await acknowledged(entries.map((e) => e.id));
  for (const a of aside) await forgetAside(a.id);
  await photosAcknowledged(photos.map((p) => p.id));
  server.got = [];
  server.say = (_, ids) => kept(ids);
});

describe("what waits on a device", () => {
  it("goes sheet by sheet, each in the order it was made, pictures after their entries", async () => {
    await keepPhoto(picture(50));
    for (const n of [3, 1, 2]) await keep(A, entry(n));
    await keep(B, entry(9));
    expect(await sendAll()).toBe("sent");
    expect(server.got).toEqual(["A3", "A1", "A2", "A50", "B9"]);
    expect([...(await unsent())]).toEqual([]);
  });

  it("stays where nobody answers or nobody is signed in, and nothing after it is tried", async () => {
    await keep(A, entry(1));
    await keep(B, entry(2));
    server.say = () => new Response("{}", { status: 503 });
    expect(await sendAll()).toBe("no-answer");
    server.say = () => Response.json({}, { status: 401 });
    expect(await sendAll()).toBe("signed-out");
    expect(await waiting(A)).toHaveLength(1);
    expect(await waiting(B)).toHaveLength(1);
  });

  it("is set aside with the reason where it is refused, alone or with its whole sheet, and holds nothing up", async () => {
    for (const n of [1, 2, 3]) await keep(A, entry(n));
    await keep(B, entry(4));
    server.say = (sheet, ids) =>
      sheet === "B"
        ? Response.json({ errors: [{ message: "not yours to see" }] }, { status: 404 })
        : ids.length > 1
          ? Response.json({
              kept: ids.filter((id) => id !== uuid(2)).map((id) => ({ id, order: 1 })),
              refused: [{ id: uuid(2), reason: "dated next year" }],
            })
          : kept(ids);
    expect(await sendAll()).toBe("sent");
    expect(await asideOf(A)).toMatchObject([{ id: uuid(2), reason: "dated next year" }]);
    expect(await asideOf(B)).toMatchObject([{ id: uuid(4), reason: "not yours to see" }]);
    // Tried again it goes, once there is no more to say against it.
    await tryAgain([uuid(2), uuid(4), uuid(77)]);
    server.say = (_, ids) => kept(ids);
    expect(await sendAll()).toBe("sent");
    expect([...(await unsent())]).toEqual([]);
  });

  it("waits behind a call that was taken here, and where that is refused holds up its own sheet alone", async () => {
    await keepCall({ sheetId: A, call: { personId: person } });
    await keep(A, entry(1));
    await keep(B, entry(2));
    server.call = () => Response.json({ errors: [{ message: "no such pump" }] }, { status: 404 });
    expect(await sendAll()).toBe("sent");
    expect(server.got).toEqual(["B2"]);
    expect((await callOf(A))?.refused).toBe("no such pump");
    // It is not asked again by itself; a tap does.
    server.call = () => Response.json({ kept: A });
    await sendAll();
    expect(server.got).toEqual(["B2"]);
    await keepCall({ sheetId: A, call: { personId: person } });
    await sendAll();
    expect(server.got).toEqual(["B2", "A1"]);
    expect([...(await unsent())]).toEqual([]);
  });

  it("is not asked for ever by an answer that names nothing", async () => {
    await keep(A, entry(1));
    server.say = () => Response.json({ kept: [], refused: [] });
    expect(await sendAll()).toBe("no-answer");
    expect(await waiting(A)).toHaveLength(1);
  });

  it("that spoils a whole batch is found, and the others go, each once", async () => {
    for (let n = 1; n <= 9; n++) await keep(A, entry(n));
    server.say = (_, ids) =>
      ids.includes(uuid(4)) || ids.includes(uuid(7))
        ? Response.json({ errors: [{ message: "too long to be read" }] }, { status: 413 })
        : kept(ids);
    const got: string[] = [];
    const { say } = server;
    server.say = (sheet, ids) => {
      const answer = say(sheet, ids);
      if (answer.ok) got.push(...ids);
      return answer;
    };
    expect(await sendAll()).toBe("sent");
    expect(got).toEqual([1, 2, 3, 5, 6, 8, 9].map(uuid));
    expect(await asideOf(A)).toMatchObject(
      [4, 7].map((n) => ({ id: uuid(n), reason: "too long to be read" })),
    );
  });

  it("and was damaged on the device is set aside with all that is left of it, and holds nothing up", async () => {
    await keep(A, entry(1));
    const db = await open();
    const torn: unknown[] = [null, "half a wor", [], {}, { id: uuid(999), kind: "reading" }];
    for (const [i, text] of torn.entries())
      await db.put("entries", { id: uuid(100 + i), sheetId: A, entry: text, made: 0.5 });
    await db.put("drafts", { key: `${A}/flow`, sheetId: A, text: 7 as never });
    await keep(A, entry(2));
    // A file holds the whole ones, and shows what is left of the others.
    expect((await everythingKept()).entries.map((e) => e.id)).toEqual([uuid(1), uuid(2)]);
    expect((await everythingKept()).aside).toHaveLength(torn.length);
    expect(await sendAll()).toBe("sent");
    expect(server.got).toEqual(["A1", "A2"]);
    expect((await asideOf(A)).map((a) => a.entry)).toEqual(torn);
    expect((await draftsOf(A)).size).toBe(0);
    await keepDraft(A, "flow", "");
  });

  it("of pictures is refused one by one; a signature waits until somebody has settled it", async () => {
    for (const n of [50, 51, 52]) await keepPhoto(picture(n));
    const db = await open();
    const torn = { ...picture(53), blob: undefined as never };
    await db.put("photos", torn);
    await keepSignature({ sheetId: A, personId: person, at: "2026-01-01T00:00:00Z", form: {} });
    server.say = (_, [id]) =>
      id === uuid(51)
        ? Response.json({ errors: [{ message: "This is not a JPEG picture." }] }, { status: 415 })
        : kept([]);
    expect(await sendAll()).toBe("sent");
    expect(await photosWaiting(A)).toEqual([]);
    expect(await photosRefused(A)).toMatchObject(
      [
        { id: uuid(51), reason: "This is not a JPEG picture." },
        { id: uuid(53), reason: "It is damaged on this device." },
      ].map(({ id, reason }) => ({ id, refused: reason })),
    );
    expect((await unsent()).get(A)).toMatchObject({ photos: 0, aside: 2, signatures: 1 });
    expect((await everythingKept()).aside).toMatchObject([{ id: uuid(53), sheetId: A }]);
    // A tap sends it once more, another drops it; then the signature goes.
    server.got = [];
    await refusePhoto(uuid(51), null);
    server.say = (_, ids) => kept(ids);
    await sendAll();
    expect(server.got).toEqual(["A51"]);
    expect(await signatureOf(A)).toBeDefined();
    await photosAcknowledged([uuid(53)]);
    expect(await sendAll()).toBe("sent");
    expect(await signatureOf(A)).toBeUndefined();
    expect([...(await unsent())]).toEqual([]);
  });

  it("is left to the sheet that is open in this tab", async () => {
    await keep(A, entry(1));
    const close = sendsForItself(A);
    expect(await sendAll()).toBe("sent");
    expect(server.got).toEqual([]);
    close();
    await sendAll();
    expect(server.got).toEqual(["A1"]);
  });

  it("of another device is taken in once, behind what is here", async () => {
    await keep(A, entry(5));
    const more = [5, 6].map((n) => ({ id: uuid(n), sheetId: A, entry: entry(n) }));
    expect(await takeIn(more, [picture(60)], [], [], [])).toBe(2);
    expect(await takeIn(more, [picture(60)], [], [], [])).toBe(0);
    expect(await photosWaiting(A)).toHaveLength(1);
    await sendAll();
    expect(server.got).toEqual(["A5", "A6", "A60"]);
  });
});
