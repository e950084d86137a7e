import "fake-indexeddb/auto";
import { personId, sheetId } from "@yard-tack/core/case";
import { describe, expect, it } from "vitest";
import {
  acknowledged,
  entryId,
  keep,
  keepPhoto,
  photosAcknowledged,
  photosWaiting,
  setAside,
  waiting,
} from "@/features/device";
import { isToKeep } from "@/workers/to-keep";
import { asText } from "./entry-words";
import { takeFileIn, waitingAsFile } from "./waiting-file";

const A = sheetId.parse("00000000-0000-4000-8000-00000000000a");
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const person = personId.parse(uuid(999));
const entry = (n: number) =>
  ({
    ...{ version: 2, kind: "acknowledgement", id: entryId(uuid(n)), personId: person },
    ...{ at: "2026-01-01T00:00:00Z", supersedes: null, order: null, caution: "lockout" },
  }) as never;
const bytes = new Uint8Array(70_000).map((_, i) => i % 251);

describe("what waits, as a file", () => {
  it("is taken in by another device as it was: entries in their order, pictures to the byte", async () => {
    await keep(A, entry(2));
    await keep(A, entry(1));
    await setAside([{ id: uuid(7), sheetId: A, entry: entry(7), reason: "too long" }]);
    await keepPhoto({
      ...{ id: uuid(50), sheetId: A, personId: person, at: "2026-01-01T00:00:00Z" },
      ...{ about: "look", width: 4, height: 3, blob: new Blob([bytes], { type: "image/jpeg" }) },
    });
    const before = await waiting(A);
    const text = await waitingAsFile(new Date(0));
    expect(text).toContain("too long");
    // Another device: nothing of it is there.
    await acknowledged([uuid(1), uuid(2)]);
    await photosAcknowledged([uuid(50)]);
    expect(await takeFileIn(text)).toEqual({ ok: true, fresh: 3, inAll: 3 });
    expect(await waiting(A)).toEqual(before);
    const [picture] = await photosWaiting(A);
    expect(new Uint8Array((await picture?.blob.arrayBuffer()) ?? [])).toEqual(bytes);
    expect(await takeFileIn(text)).toEqual({ ok: true, fresh: 0, inAll: 3 });
  });

  it("that is cut, of another form, newer, or tampered with is refused in words, with nothing taken in", async () => {
    await acknowledged([uuid(1), uuid(2)]);
    const text = await waitingAsFile(new Date(0));
    const file = JSON.parse(text) as Record<string, unknown>;
    const changed = (what: Record<string, unknown>) => JSON.stringify({ ...file, ...what });
    for (const bad of [
      text.slice(0, text.length / 2),
      "[]",
      "null",
      changed({ format: "something" }),
      changed({ version: 2 }),
      changed({ entries: [{ id: "x", sheetId: A, entry: entry(1) }] }),
      changed({ entries: [{ id: uuid(8), sheetId: A, entry: { id: uuid(8) } }] }),
      changed({ photos: [{ ...(file["photos"] as object[])[0], data: "%%" }] }),
    ])
      expect(await takeFileIn(bad), bad.slice(0, 60)).toMatchObject({
        ok: false,
        message: expect.stringMatching(/^This is no file/) as string,
      });
    expect(await waiting(A)).toEqual([]);
  });
});

describe("an entry in words", () => {
  it("is known again by whoever typed it, whatever it is", () => {
    expect(asText({ kind: "reading", slot: "flow", raw: "61 m3/h" })).toBe("reading flow 61 m3/h");
    expect(asText({ kind: "note", note: { value: "wet" } })).toBe("note wet");
    expect(asText("half a wor")).toBe("half a wor");
    for (const odd of [null, 7, "x", {}, { kind: 3, note: null }]) expect(asText(odd)).not.toBe("");
  });
});

describe("a message to the service worker", () => {
  it("is one of ours, and names paths of this place alone", () => {
    expect(isToKeep({ pages: ["/yard/1"], pictures: [] })).toBe(true);
    expect(isToKeep({ forget: true })).toBe(true);
    for (const bad of [
      null,
      "forget",
      { forget: "yes" },
      { pages: ["//elsewhere.example/x"], pictures: [] },
      { pages: ["https://elsewhere.example"], pictures: [] },
      { pages: ["/\\elsewhere"], pictures: [] },
      { pages: "/yard", pictures: [] },
      { pages: [] },
    ])
      expect(isToKeep(bad), JSON.stringify(bad)).toBe(false);
  });
});
