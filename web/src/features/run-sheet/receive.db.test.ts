import { type PersonId, sheetId as sheetIdSchema, type SheetId } from "@yard-tack/core/case";
import { foldEntries, noted, notedText, readEntry, type SheetEntry } from "@yard-tack/core/visit";
import { beforeAll, describe, expect, inject, it } from "vitest";
import { v4 as newId } from "uuid";
import { loadSheet, people } from "@/db";
import { demoDatabase, Pump, RunSheet, testRows } from "@/testing/demo-database";
import { jpegRequest, jsonRequest } from "@/testing/requests";
import { receivePhoto, sendPhoto } from "./photo-bytes";
import { receiveEntries } from "./receive";
import { loadSheetDto } from "./server";

let sheetId: SheetId;
let personId: PersonId;

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "receiving");
  const em = await testRows();
  const sheet = await em.findOneOrFail(RunSheet, { complaint: "half its flow since rewiring" });
  sheetId = sheetIdSchema.parse(sheet.id);
  const [first] = await people();
  if (!first) throw new Error("somebody");
  personId = first.id;
});

interface Answer {
  readonly kept?: readonly { readonly id: string; readonly order: number }[];
  readonly refused?: readonly { readonly id: string; readonly reason: string }[];
  readonly late?: boolean;
  readonly retired?: boolean;
  readonly errors?: readonly { readonly path: string; readonly message: string }[];
}

const post = async (id: string, body: unknown): Promise<{ status: number; body: Answer }> => {
  const text = typeof body === "string" ? body : JSON.stringify(body);
  const answer = await receiveEntries(jsonRequest(text), id);
  return { status: answer.status, body: (await answer.json()) as Answer };
};

const base = () => ({
  version: 2,
  id: newId(),
  personId,
  at: new Date().toISOString(),
  supersedes: null,
  order: null,
});
const json = (body: object) => ({ ...base(), ...body });
const reading = (value: number, more: object = {}) =>
  json({
    kind: "reading",
    snapshot: "as found",
    slot: "flow",
    raw: `${value} m3/h`,
    unit: "m3/h",
    si: value / 3600,
    fault: null,
    reason: null,
    ...more,
  });
const noReading = { raw: "3 A", unit: null, si: null, fault: "wrong-dimension" };
const note = (noted: object) => json({ kind: "note", note: noted });

const entries = async (): Promise<readonly SheetEntry[]> =>
  (await loadSheet(sheetId))?.entries ?? [];
/** The flow that counts by now: what the next one replaces. */
const flowNow = async (): Promise<string | null> =>
  foldEntries(await entries()).readings.get("as found/flow")?.id ?? null;
const isThere = async (id: string) => (await entries()).some((e) => e.id === id);

describe("entries from a device", () => {
  it("are kept once, whatever is sent again, at one place in the order", async () => {
    const entry = reading(31);
    const answers = [];
    for (let i = 0; i < 3; i++) answers.push(await post(sheetId, { entries: [entry] }));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200]);
    expect(new Set(answers.map((a) => a.body.kept?.[0]?.order)).size).toBe(1);
    expect((await entries()).filter((e) => e.id === entry.id)).toHaveLength(1);
  });

  it("of every kind go in together and come back as they were", async () => {
    const list = [
      reading(0, { ...noReading, supersedes: await flowNow() }),
      json({ kind: "observation", observation: "noise.gravel", state: "absent" }),
      json({ kind: "acknowledgement", caution: "lockout" }),
      json({ kind: "test", test: "two-direction", outcome: "reverse-better" }),
      note({ topic: "dead", check: "l1-l2", value: "dead" }),
    ];
    expect((await post(sheetId, { entries: list })).status).toBe(200);
    const stored = await entries();
    for (const sent of list) {
      const back = stored.find((e) => e.id === sent.id);
      expect({ ...back, order: null }).toEqual(sent);
      expect(back?.order).toBeGreaterThan(0);
    }
    const state = foldEntries(stored);
    expect(state.readings.get("as found/flow")).toMatchObject({ raw: "3 A", si: null });
    expect(state.outcomes.get("two-direction")?.outcome).toBe("reverse-better");
    expect(notedText(state, { topic: "dead", check: "l1-l2" })).toBe("dead");
  });

  it("of a correction keep the earlier reading, also from a device nine minutes slow", async () => {
    const first = reading(30, { supersedes: await flowNow() });
    const slow = new Date(Date.now() - 9 * 60_000).toISOString();
    const second = reading(32, { at: slow, supersedes: first.id });
    await post(sheetId, { entries: [first] });
    await post(sheetId, { entries: [second] });
    expect(await isThere(first.id)).toBe(true);
    expect(foldEntries(await entries()).readings.get("as found/flow")?.raw).toBe("32 m3/h");
  });

  it("of two devices that did not know of each other are both kept, and the first that came counts", async () => {
    const before = await flowNow();
    const [one, other] = [35, 36].map((v) => reading(v, { supersedes: before }));
    await post(sheetId, { entries: [one] });
    await post(sheetId, { entries: [other] });
    const state = foldEntries(await entries());
    expect(state.readings.get("as found/flow")?.raw).toBe("35 m3/h");
    expect(state.rivals.get("as found/flow")?.map((r) => r.raw)).toEqual(["35 m3/h", "36 m3/h"]);
    const settled = [one, other].map((r) => reading(36, { supersedes: r?.id }));
    await post(sheetId, { entries: settled });
    expect(foldEntries(await entries()).rivals.size).toBe(0);
  });

  it("of the first version are taken as they are", async () => {
    const { version: _v, order: _o, supersedes: _s, ...common } = base();
    const old = { ...common, kind: "note", key: "plate.motor.current", text: "9.1 A" };
    expect((await post(sheetId, { entries: [old] })).status).toBe(200);
    const state = foldEntries(await entries());
    const subject = { topic: "plate", plate: "motor", field: "current" } as const;
    expect(noted(state, subject)?.note.value).toBe("9.1 A");
  });

  it.each([
    ["nonsense", 400],
    [{}, 422],
    [{ entries: [] }, 422],
    [{ entries: Array.from({ length: 201 }, () => ({})) }, 422],
    [{ entries: ["x"] }, 422],
    ["x".repeat(4_100_000), 413],
  ])("in no order at all are refused with the contract's errors: %.40j", async (body, status) => {
    const answer = await post(sheetId, body);
    expect(answer.status).toBe(status);
    expect(answer.body.errors?.[0]?.message.length).toBeGreaterThan(3);
  });

  it("that a plain form of another page could send are not taken", async () => {
    const body = JSON.stringify({ entries: [reading(41)] });
    const before = (await loadSheet(sheetId))?.entries.length;
    for (const type of [
      "text/plain",
      "application/x-www-form-urlencoded",
      "multipart/form-data",
      "",
    ])
      expect((await receiveEntries(jsonRequest(body, type), sheetId)).status).toBe(415);
    expect((await loadSheet(sheetId))?.entries.length).toBe(before);
    const named = jsonRequest(body, "Application/JSON; charset=utf-8");
    expect((await receiveEntries(named, sheetId)).status).toBe(200);
  });

  it("longer than may be are not read to their end", async () => {
    let sent = 0;
    const body = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 1_000_000;
        if (sent > 200_000_000) controller.close();
        else controller.enqueue(new Uint8Array(1_000_000));
      },
    });
    expect((await receiveEntries(jsonRequest(body), sheetId)).status).toBe(413);
    expect(sent).toBeLessThan(8_000_000);
  });

  it("that cannot be kept are named one by one, and the rest goes on", async () => {
    const good = [reading(41), reading(43)];
    const bad = [
      reading(42, { raw: "x".repeat(500), si: null }),
      note({ topic: "words", about: "look", value: "a\u0000b" }),
      reading(42, { personId: newId() }),
      reading(42, { slot: "'; drop table sheet_entry; --" }),
      reading(42, { si: -1e300 }),
      reading(42, { raw: "3 parsec", unit: "parsec", si: 3 }),
      reading(42, { raw: "3.6 bar", unit: "psi", si: 1 }),
      json({ kind: "observation", observation: "noise.gravle", state: "present" }),
      note({ topic: "constructor", value: "x" }),
    ];
    const [one, two] = good;
    const answer = await post(sheetId, { entries: [one, ...bad, two] });
    expect(answer.status).toBe(200);
    expect(answer.body.kept?.map((k) => k.id)).toEqual(good.map((g) => g.id));
    expect(answer.body.refused?.map((r) => r.id).sort()).toEqual(bad.map((b) => b.id).sort());
    for (const { reason } of answer.body.refused ?? []) {
      expect(reason).toMatch(/^[A-Z“].{8,}\.$/);
      expect(reason).not.toMatch(/entries\.|Too big|Invalid/);
    }
    for (const { id } of good) expect(await isThere(id)).toBe(true);
    for (const { id } of bad) expect(await isThere(id)).toBe(false);
  });

  it("of which none can be kept are answered 422, by entry, in the contract's errors", async () => {
    const answer = await post(sheetId, { entries: [reading(1, { slot: "flaw" })] });
    expect(answer.status).toBe(422);
    expect(answer.body.errors).toEqual([
      { path: "entries[0]", message: "There is no strip “flaw” there." },
    ]);
  });

  it("under an id that is taken by something else are refused", async () => {
    const entry = reading(51);
    await post(sheetId, { entries: [entry] });
    const forged = { ...reading(99), id: entry.id };
    const answer = await post(sheetId, { entries: [forged] });
    expect(answer.status).toBe(422);
    expect(answer.body.refused?.[0]?.reason).toContain("kept under its number before");
  });

  it("for a sheet that is not there stay on the device", async () => {
    expect((await post("x", { entries: [reading(1)] })).status).toBe(404);
    expect((await post(newId(), { entries: [reading(1)] })).status).toBe(404);
  });

  it("are still kept when the pump has left the yard, and that is said", async () => {
    const em = await testRows();
    const { pumpId } = await em.findOneOrFail(RunSheet, { id: sheetId });
    await em.nativeUpdate(Pump, { id: pumpId }, { retiredAt: new Date() });
    expect((await post(sheetId, { entries: [reading(47)] })).body.retired).toBe(true);
    await em.nativeUpdate(Pump, { id: pumpId }, { retiredAt: null });
    expect((await post(sheetId, { entries: [reading(48)] })).body.retired).toBe(false);
  });

  it("from a clock that runs ahead of time are told at their arrival", async () => {
    const entry = reading(49, { at: "2099-01-01T00:00:00.000Z" });
    await post(sheetId, { entries: [entry] });
    const kept = (await entries()).find((e) => e.id === entry.id);
    expect(Math.abs(Date.parse(kept?.at ?? "") - Date.now())).toBeLessThan(60_000);
    // Sent once more as it was: the same entry, whatever the server made of its time.
    expect((await post(sheetId, { entries: [entry] })).status).toBe(200);
  });

  it("from a clock that was never set are told at their arrival, too", async () => {
    const entry = reading(50, { at: "1970-01-01T00:03:00.000Z" });
    await post(sheetId, { entries: [entry] });
    const kept = (await entries()).find((e) => e.id === entry.id);
    expect(Math.abs(Date.parse(kept?.at ?? "") - Date.now())).toBeLessThan(60_000);
  });

  it("for a signed sheet are kept, and shown as late", async () => {
    const em = await testRows();
    await em.nativeUpdate(RunSheet, { id: sheetId }, { signedAt: new Date() });
    const entry = reading(52);
    const answer = await post(sheetId, { entries: [entry] });
    expect([answer.status, answer.body.late]).toEqual([200, true]);
    expect((await loadSheetDto(sheetId))?.late).toContain(entry.id);
    await em.nativeUpdate(RunSheet, { id: sheetId }, { signedAt: null });
    expect((await loadSheetDto(sheetId))?.late).toEqual([]);
  });

  it("that an earlier version let in and nobody understands are shown and left out", async () => {
    const em = await testRows();
    await em.execute(
      `insert into sheet_entry
         (id, sheet_id, person_id, at, received_at, kind, version, supersedes, body)
       values (?, ?, ?, now(), now(), 'observation', 1, null, ?)`,
      [
        newId(),
        sheetId,
        personId,
        JSON.stringify({ observation: "noise.gravle", state: "absent" }),
      ],
    );
    const sheet = await loadSheetDto(sheetId);
    expect(sheet?.unread).toMatchObject([{ kind: "observation", text: "noise.gravle" }]);
    expect(sheet?.entries.every((e) => readEntry(e).ok)).toBe(true);
  });
});

describe("pictures from a device", () => {
  const jpeg = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(64, 1)]);
  const put = async (
    id: string,
    bytes: Buffer,
    facts: Record<string, string> = {},
    sheet: string = sheetId,
    type?: string,
  ) => {
    const about = { about: "look", width: "8", height: "6" };
    const query = { personId, at: new Date().toISOString(), ...about, ...facts };
    const request = jpegRequest(query, new Uint8Array(bytes), type);
    return (await receivePhoto(request, sheet, id)).status;
  };

  it("are kept once under their id and come back byte for byte", async () => {
    const id = newId();
    const at = new Date().toISOString();
    expect([await put(id, jpeg, { at }), await put(id, jpeg, { at })]).toEqual([200, 200]);
    expect((await loadSheet(sheetId))?.pictures.filter((p) => p.id === id)).toMatchObject([
      { about: "look", width: 8, height: 6 },
    ]);
    const answer = await sendPhoto(sheetId, id);
    expect(answer.headers.get("content-type")).toBe("image/jpeg");
    expect(Buffer.from(await answer.arrayBuffer()).equals(jpeg)).toBe(true);
    const other = Buffer.concat([jpeg, Buffer.from([7])]);
    expect(await put(id, other, { at })).toBe(409);
  });

  it("that are none, too large, without a name or for nobody are refused with a reason", async () => {
    expect(await put(newId(), Buffer.from("%PDF-1.7"))).toBe(415);
    expect(await put(newId(), jpeg, {}, sheetId, "text/plain")).toBe(415);
    expect(await put(newId(), Buffer.alloc(5_000_000, 0xff))).toBe(413);
    expect(await put("x", jpeg)).toBe(422);
    expect(await put(newId(), jpeg, { about: "../etc" })).toBe(422);
    expect(await put(newId(), jpeg, { width: "-3" })).toBe(422);
    expect(await put(newId(), jpeg, {}, newId())).toBe(404);
    expect(await put(newId(), jpeg, { personId: newId() })).toBe(422);
    expect((await sendPhoto(sheetId, newId())).status).toBe(404);
    expect((await sendPhoto("x", "y")).status).toBe(404);
  });
});
