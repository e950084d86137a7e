import { beforeAll, describe, expect, inject, it } from "vitest";
import { v4 as newId } from "uuid";
import { people, RunSheet, unitOfWork } from "@/db";
import { demoDatabase } from "@/testing/demo-database";
import type { SheetEntry } from "./entries";
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

  it("for a signed sheet are refused", async () => {
    const em = await unitOfWork();
    await em.nativeUpdate(RunSheet, { id: sheetId }, { signedAt: new Date() });
    expect((await post(sheetId, { entries: [reading("1 m3/h")] })).status).toBe(409);
    await em.nativeUpdate(RunSheet, { id: sheetId }, { signedAt: null });
  });
});
