import { beforeAll, describe, expect, inject, it } from "vitest";
import { v4 as newId } from "uuid";
import { people, Pump, RunSheet, unitOfWork } from "@/db";
import { demoDatabase } from "@/testing/demo-database";
import type { SheetEntry } from "./entries";
import { picturesOf, readingsOf, wordsOf } from "./log-of-sheet";
import { receivePhoto, sendPhoto } from "./photo-bytes";
import { receiveEntries } from "./receive";
import { loadSheet } from "./server";
import { foldEntries } from "./sheet-state";

let sheetId = "";
let personId = "";

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "receiving");
  const em = await unitOfWork();
  sheetId = (await em.findOneOrFail(RunSheet, { complaint: "half its flow since rewiring" })).id;
  personId = (await people(em))[0]?.id ?? "";
});

const post = async (id: string, body: unknown): Promise<{ status: number; body: unknown }> => {
  const text = typeof body === "string" ? body : JSON.stringify(body);
  const answer = await receiveEntries(new Request("http://x", { method: "POST", body: text }), id);
  return { status: answer.status, body: await answer.json() };
};

const reading = (raw: string, si: number | null = 1): SheetEntry => ({
  kind: "reading",
  id: newId(),
  personId,
  at: new Date().toISOString(),
  snapshot: "as found",
  slot: "flow",
  raw,
  unit: "m3/h",
  si,
  fault: si === null ? "wrong-dimension" : null,
  reason: null,
  supersedes: null,
});

describe("entries from a device", () => {
  it("are kept once, whatever is sent again", async () => {
    const entry = reading("31 m3/h");
    for (let i = 0; i < 3; i++) {
      expect(await post(sheetId, { entries: [entry] })).toEqual({
        status: 200,
        body: { kept: [entry.id] },
      });
    }
    const sheet = await loadSheet(sheetId);
    expect(sheet?.entries.filter((e) => e.id === entry.id)).toHaveLength(1);
  });

  it("of every kind go in together and come back as they were", async () => {
    const base = () => ({ id: newId(), personId, at: new Date().toISOString() });
    const entries: SheetEntry[] = [
      reading("3 A", null),
      { kind: "observation", ...base(), observation: "noise.gravel", state: "absent" },
      { kind: "acknowledgement", ...base(), caution: "lockout" },
      { kind: "test", ...base(), test: "two-direction", outcome: "reverse-better" },
    ];
    expect((await post(sheetId, { entries })).status).toBe(200);
    const sheet = await loadSheet(sheetId);
    for (const e of entries) expect(sheet?.entries).toContainEqual(e);
    const state = foldEntries(sheet?.entries ?? []);
    expect(state.readings.get("as found/flow")).toMatchObject({
      raw: "3 A",
      si: null,
      fault: "wrong-dimension",
    });
    expect(state.outcomes.get("two-direction")?.outcome).toBe("reverse-better");
  });

  it("of a correction keep the earlier reading", async () => {
    const first = reading("30 m3/h");
    const second = {
      ...reading("32 m3/h"),
      at: new Date(Date.now() + 1000).toISOString(),
      supersedes: first.id,
    } as SheetEntry;
    await post(sheetId, { entries: [first, second] });
    const sheet = await loadSheet(sheetId);
    expect(
      sheet?.entries.filter((e) => e.kind === "reading" && e.raw.startsWith("3")),
    ).not.toHaveLength(1);
    expect(foldEntries(sheet?.entries ?? []).readings.get("as found/flow")?.raw).toBe("32 m3/h");
  });

  it.each([
    ["nonsense", 400],
    [{}, 422],
    [{ entries: [] }, 422],
    [{ entries: [{ kind: "reading", id: "1" }] }, 422],
    [{ entries: [{ ...reading("1 m3/h"), slot: "'; drop table reading; --" }] }, 422],
    [{ entries: [{ ...reading("x".repeat(500)) }] }, 422],
  ])("that are not in order are refused with a reason: %j", async (body, status) => {
    const answer = await post(sheetId, body);
    expect(answer.status).toBe(status);
    expect((answer.body as { message: string }).message.length).toBeGreaterThan(3);
  });

  it("for a sheet that is not there stay on the device", async () => {
    expect((await post("x", { entries: [reading("1 m3/h")] })).status).toBe(404);
    expect((await post(newId(), { entries: [reading("1 m3/h")] })).status).toBe(404);
  });

  it("by somebody unknown are refused by the database and nothing is half kept", async () => {
    const good = reading("44 m3/h");
    const answer = await post(sheetId, {
      entries: [good, { ...reading("45 m3/h"), personId: newId() }],
    });
    expect(answer.status).toBe(503);
    const sheet = await loadSheet(sheetId);
    expect(sheet?.entries.some((e) => e.id === good.id)).toBe(false);
  });

  it("are still kept when the pump has left the yard, and that is said", async () => {
    const em = await unitOfWork();
    const { pumpId } = await em.findOneOrFail(RunSheet, { id: sheetId });
    await em.nativeUpdate(Pump, { id: pumpId }, { retiredAt: new Date() });
    const entry = reading("47 m3/h");
    expect(await post(sheetId, { entries: [entry] })).toEqual({
      status: 200,
      body: { kept: [entry.id], retired: true },
    });
    await em.nativeUpdate(Pump, { id: pumpId }, { retiredAt: null });
  });

  it("from a clock that runs ahead of time are taken at their arrival", async () => {
    const entry = { ...reading("48 m3/h"), at: "2099-01-01T00:00:00.000Z" } as SheetEntry;
    await post(sheetId, { entries: [entry] });
    const kept = (await loadSheet(sheetId))?.entries.find((e) => e.id === entry.id);
    expect(Math.abs(Date.parse(kept?.at ?? "") - Date.now())).toBeLessThan(60_000);
  });

  it("of a key and a text come back as notes, and a key out of order does not", async () => {
    const note = (key: string): SheetEntry => ({
      kind: "note",
      id: newId(),
      personId,
      at: new Date().toISOString(),
      key,
      text: "dead",
    });
    expect((await post(sheetId, { entries: [note("dead.l1-l2")] })).status).toBe(200);
    expect(
      foldEntries((await loadSheet(sheetId))?.entries ?? []).notes.get("dead.l1-l2")?.text,
    ).toBe("dead");
    for (const bad of ["", "Dead", "a b", "a.b.c.d.e", "x".repeat(130)])
      expect((await post(sheetId, { entries: [note(bad)] })).status).toBe(422);
  });

  it("for a signed sheet are refused", async () => {
    const em = await unitOfWork();
    await em.nativeUpdate(RunSheet, { id: sheetId }, { signedAt: new Date() });
    expect((await post(sheetId, { entries: [reading("1 m3/h")] })).status).toBe(409);
    await em.nativeUpdate(RunSheet, { id: sheetId }, { signedAt: null });
  });
});

describe("pictures from a device", () => {
  const jpeg = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(64, 1)]);
  const put = async (
    id: string,
    bytes: Buffer,
    facts: Record<string, string> = {},
    sheet = sheetId,
  ) => {
    const query = new URLSearchParams({
      personId,
      at: new Date().toISOString(),
      about: "look",
      width: "8",
      height: "6",
      ...facts,
    });
    const body = new Uint8Array(bytes);
    const request = new Request(`http://x/?${query.toString()}`, { method: "PUT", body });
    return (await receivePhoto(request, sheet, id)).status;
  };

  it("are kept once under their id and come back byte for byte", async () => {
    const id = newId();
    expect([await put(id, jpeg), await put(id, jpeg)]).toEqual([200, 200]);
    expect((await loadSheet(sheetId))?.photos.filter((p) => p.id === id)).toMatchObject([
      { about: "look", width: 8, height: 6 },
    ]);
    const answer = await sendPhoto(sheetId, id);
    expect(answer.headers.get("content-type")).toBe("image/jpeg");
    expect(Buffer.from(await answer.arrayBuffer()).equals(jpeg)).toBe(true);
  });

  it("that are none, too large, without a name or for nobody are refused with a reason", async () => {
    expect(await put(newId(), Buffer.from("%PDF-1.7"))).toBe(415);
    expect(await put(newId(), Buffer.alloc(5_000_000, 0xff))).toBe(413);
    expect(await put("x", jpeg)).toBe(422);
    expect(await put(newId(), jpeg, { about: "../etc" })).toBe(422);
    expect(await put(newId(), jpeg, { width: "-3" })).toBe(422);
    expect(await put(newId(), jpeg, {}, newId())).toBe(404);
    expect(await put(newId(), jpeg, { personId: newId() })).toBe(503);
    expect((await sendPhoto(sheetId, newId())).status).toBe(404);
    expect((await sendPhoto("x", "y")).status).toBe(404);
  });
});

describe("what goes into the log", () => {
  it("is named for a reader: tests, isolation, plates, gauges, pictures", async () => {
    const base = () => ({ id: newId(), personId, at: new Date().toISOString() });
    const note = (key: string, text: string): SheetEntry => ({
      kind: "note",
      ...base(),
      key,
      text,
    });
    const sheet = await loadSheet(sheetId);
    if (!sheet) throw new Error("a sheet");
    const gauge = sheet.pump.instruments[0];
    await post(sheetId, {
      entries: [
        { ...reading("0.9 bar vac"), snapshot: "test:vacuum-plate", slot: "peak" } as SheetEntry,
        note("isolation.locked", "locked"),
        note("plate.motor.current", "9.1 A"),
        note("unread.body.serial", "yes"),
        note(`gauge.${gauge?.id ?? ""}.height`, "2.5 m"),
        note("look", "rag in the pit"),
        note("nonsense.key", "kept, and not shown"),
      ],
    });
    const after = await loadSheet(sheetId);
    if (!after) throw new Error("a sheet");
    const words = wordsOf(after, foldEntries(after.entries));
    expect(words).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ name: "Supply off, locked and tagged" }),
        { name: "L1 to L2", text: expect.stringContaining("dead, ") as string },
        { name: "Motor plate, full-load current", text: "9.1 A" },
        { name: "Body plate, serial number", text: "could not be read" },
        { name: `${gauge?.name ?? ""}, height`, text: "2.5 m" },
        { name: "Also seen or heard", text: "rag in the pit" },
      ]),
    );
    expect(words.some((w) => w.text.includes("not shown"))).toBe(false);
    expect(readingsOf(after).readings).toContainEqual(
      expect.objectContaining({
        name: "Highest vacuum",
        snapshot: "Draw a vacuum against a plate",
        raw: "0.9 bar vac",
      }),
    );
    expect(picturesOf(after, foldEntries(after.entries))).toHaveLength(1);
  });
});
