import { sheetId as sheetIdSchema, type SheetId } from "@yard-tack/core/case";
import { PROCEDURES } from "@yard-tack/core/guide";
import { readEntry, type SheetEntry } from "@yard-tack/core/visit";
import { v4 as newId } from "uuid";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { appendEntries, logOfPump, people, promisesOf } from "@/db";
import { demoDatabase, RunSheet, testRows } from "@/testing/demo-database";
import { signIn, whoIsHere } from "@/testing/session";
import { signOff } from "@/testing/sign-off";
import { addAddendum } from "./add-addendum";
import { receiveSignature } from "./receive-signature";
import type { SignOffForm } from "./sign-off-form";
import { loadSheetDto } from "./server";

// Pages are told to load anew: there is no request here.
vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let sheetId: SheetId;
let personId = "";
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "signing");
  const em = await testRows();
  const open = await em.findOneOrFail(RunSheet, {
    complaint: { $like: "%little%" },
    signedAt: null,
  });
  sheetId = sheetIdSchema.parse(open.id);
  personId = (await people())[0]?.id ?? "";
});

function entry(body: object): SheetEntry {
  const base = { version: 2, id: newId(), personId, at: "2026-03-02T10:00:00Z" };
  const read = readEntry({ ...base, supersedes: null, order: null, ...body });
  if (!read.ok) throw new Error(read.error);
  return read.value;
}
const RUN = newId();
const CLEAR = PROCEDURES.find((p) => p.id === "clear-choke");
const flow = (value: number) =>
  entry({
    ...{ kind: "reading", snapshot: "as found", slot: "flow", raw: `${value} m3/h` },
    ...{ unit: "m3/h", si: value / 3600, fault: null, reason: null },
  });

const closing = (more: Partial<SignOffForm> = {}): SignOffForm & { sheetId: SheetId } => ({
  ...{ sheetId, closed: "waiting for parts", found: "Rings worn.", done: "", proof: "" },
  ...{
    was: null,
    promises: [{ kind: "parts", what: "wear rings", due: "2027-01-11T08:00" }],
    fingerprint: "",
  },
  ...more,
});

/** A minute ago: the demo opened its sheets an hour before. */
const GIVEN = new Date(Date.now() - 60_000).toISOString();

describe("a signature", () => {
  it("is taken from somebody who has signed in on this device, and from nobody else", async () => {
    const put = async (body: unknown, type = "application/json") => {
      const headers = { "content-type": type };
      const request = { method: "PUT", headers, body: JSON.stringify(body) };
      return receiveSignature(new Request("http://127.0.0.1/", request), sheetId);
    };
    const { sheetId: _sheet, ...form } = closing();
    for (const [body, status] of [
      [{ personId: newId(), form }, 422],
      [{ personId: whoIsHere() }, 422],
      [{ personId: whoIsHere(), at: "yesterday", form }, 422],
      [{ personId: whoIsHere(), form: [] }, 422],
      [null, 422],
    ] as const)
      expect((await put(body)).status, JSON.stringify(body)).toBe(status);
    expect((await put({ personId: whoIsHere(), form }, "text/plain")).status).toBe(415);
    expect((await receiveSignature(new Request("http://x/", { method: "PUT" }), "x")).status).toBe(
      404,
    );
    const here = whoIsHere();
    signIn(undefined);
    expect((await put({ personId: here, form })).status).toBe(401);
    signIn(here);
    expect((await loadSheetDto(sheetId))?.signedAt).toBeNull();
  });

  it.each([
    ["nothing found", { found: "  " }, "found"],
    ["a cure without proof", { closed: "cured" }, "proof"],
    ["a fingerprint of a fault", { fingerprint: "new wheel" }, "fingerprint"],
    ["parts that nobody names", { promises: [] }, "promises"],
    ["a fault that nobody watches for", { closed: "not reproduced" }, "promises"],
    [
      "the 31st of February",
      { promises: [{ kind: "parts", what: "x", due: "2027-02-31T08:00" }] },
      "promises",
    ],
    [
      "a promise of nothing",
      { promises: [{ kind: "parts", what: " ", due: "2027-02-01T08:00" }] },
      "promises",
    ],
    ["an end that is none", { closed: "gone" }, "closed"],
  ])("is refused for %s, at its field, and nothing is signed", async (_, more, field) => {
    const outcome = await signOff(closing(more as Partial<SignOffForm>));
    expect(outcome).toMatchObject({ ok: false, field });
    expect((await loadSheetDto(sheetId))?.signedAt).toBeNull();
  });

  it("takes the readings, what was seen and the result of the day into the log", async () => {
    const kept = await appendEntries(
      sheetId,
      [
        flow(47),
        entry({ kind: "observation", observation: "noise.gravel", state: "present" }),
        entry({ kind: "acknowledgement", caution: "rotating-parts" }),
        entry({ kind: "procedure", run: RUN, form: CLEAR, from: null }),
      ],
      new Date(),
    );
    expect(kept?.refused).toEqual([]);
    const outcome = await signOff(closing(), GIVEN);
    if (!outcome.ok) throw new Error(outcome.message);
    const sheet = await loadSheetDto(sheetId);
    const [promised] = await promisesOf(sheet?.pump.id ?? ("" as never));
    expect(promised).toMatchObject({
      kind: "parts",
      what: "wear rings",
      logEntryId: outcome.logEntryId,
    });
    const [newest] = await logOfPump(sheet?.pump.id ?? ("" as never));
    expect(newest?.id).toBe(outcome.logEntryId);
    const record = newest?.record;
    const raws = record?.readings.map((r) => r.raw) ?? [];
    // Those the demo had on its sheet, and the one of today.
    expect(raws).toContain("47 m3/h");
    expect(raws.length).toBeGreaterThanOrEqual(3);
    expect(record?.readings.every((r) => r.by !== "somebody" && r.name !== "")).toBe(true);
    expect(record?.seen).toContainEqual({ name: expect.any(String) as string, state: "present" });
    expect(record?.cautions.length).toBeGreaterThan(0);
    expect(record?.snapshots[0]?.flow).toBeDefined();
    expect(record?.verdict?.lead).toMatch(/\w/);
    expect(record?.causes.length).toBeGreaterThan(1);
    expect(record?.upTo).toBe(Math.max(...(sheet?.entries.map((e) => e.order ?? 0) ?? [])));
    expect(sheet?.late).toEqual([]);
    // Given before it came here: the log has when it was given.
    expect(newest?.at.toISOString().slice(0, 16)).toBe(GIVEN.slice(0, 16));
    // Once signed, the first entry stands.
    expect(await signOff(closing({ found: "Something else." }))).toEqual(outcome);
  });

  it("is added to by what comes later, with what came and nothing else", async () => {
    const done = {
      kind: "step",
      run: RUN,
      step: "before",
      round: 0,
      what: { is: "done", value: "yes" },
    };
    await appendEntries(sheetId, [flow(48.5), entry(done)], new Date());
    expect((await loadSheetDto(sheetId))?.late).toHaveLength(2);
    const added = await addAddendum({ sheetId });
    if (!added.ok) throw new Error(added.message);
    const pump = (await loadSheetDto(sheetId))?.pump.id;
    const log = pump ? await logOfPump(pump) : [];
    const addendum = log.find((l) => l.id === added.logEntryId);
    expect(addendum?.kind).toBe("addendum");
    expect(addendum?.record.readings.map((r) => r.raw)).toEqual(["48.5 m3/h"]);
    expect(addendum?.record.procedures).toMatchObject([
      { name: "Clear a choked strainer or wheel", steps: [{ what: "Read both gauges as found." }] },
    ]);
    expect(addendum?.record.addsTo).not.toBeNull();
    expect((await loadSheetDto(sheetId))?.late).toEqual([]);
  });
});
