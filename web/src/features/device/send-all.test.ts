import "fake-indexeddb/auto";
import { personId, sheetId } from "@yard-tack/core/case";
import { ENTRY_VERSION, type SheetEntry } from "@yard-tack/core/visit";
import { afterAll, beforeEach, describe, expect, it, vi } from "vitest";
import { entryId } from "./ids";
import {
  acknowledged,
  asideOf,
  callOf,
  everythingKept,
  forgetAside,
  keep,
  keepCall,
  keepPhoto,
  photosAcknowledged,
  photosWaiting,
  takeIn,
  tryAgain,
  unsent,
  waiting,
} from "./outbox";
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
};
const kept = (ids: readonly string[]) =>
  Response.json({ kept: ids.map((id, order) => ({ id, order })), refused: [] });
vi.stubGlobal("navigator", {});
vi.stubGlobal("fetch", (address: string, request: RequestInit) => {
  if (/sheets\/[^/]+$/.test(address)) return Promise.resolve(server.call());
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
    expect(await takeIn(more, [picture(60)], [], [])).toBe(2);
    expect(await takeIn(more, [picture(60)], [], [])).toBe(0);
    expect(await photosWaiting(A)).toHaveLength(1);
    await sendAll();
    expect(server.got).toEqual(["A5", "A6", "A60"]);
  });
});
