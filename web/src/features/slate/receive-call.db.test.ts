import { sheetId as sheetIdSchema } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { loadSheet } from "@/db";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn, whoIsHere } from "@/testing/session";
import { receiveCall } from "./receive-call";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let pump: string;
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "calls_away");
  const [found] = await (await testRows()).execute("select id from pump where tag = 'LF-3'");
  pump = (found as { id: string }).id;
});

const AT = "2026-03-02T10:00:00.000Z";
const call = (more: object = {}) => ({
  ...{ personId: whoIsHere(), at: AT, pumpId: pump, kind: "call", complaint: "no flow" },
  ...{ codes: [], callerNote: "", ...more },
});
const put = async (id: string, body: unknown) => {
  const headers = { "content-type": "application/json" };
  const request = { method: "PUT", headers, body: JSON.stringify(body) };
  const answer = await receiveCall(new Request("http://127.0.0.1/", request), id);
  return { status: answer.status, text: await answer.text() };
};
const sheetOf = (id: string) => loadSheet(sheetIdSchema.parse(id));

describe("a call that was taken with no network", () => {
  it("is opened once under the id it was given there, however often it is sent, when it was taken", async () => {
    const id = newId();
    const answers = await Promise.all([put(id, call()), put(id, call()), put(id, call())]);
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200]);
    const found = await sheetOf(id);
    expect(found?.sheet).toMatchObject({ complaint: "no flow", kind: "call" });
    expect(found?.sheet.openedAt.toISOString()).toBe(AT);
    expect(found?.pump.tag).toBe("LF-3");
    // What to read first and take along is worked out as for any other.
    const [row] = await (
      await testRows()
    ).execute("select forecast is not null as told from run_sheet where id = ?", [id]);
    expect(row).toEqual({ told: true });
    const ahead = newId();
    await put(ahead, call({ at: "2199-01-01T00:00:00Z" }));
    expect((await sheetOf(ahead))?.sheet.openedAt.getTime()).toBeLessThanOrEqual(Date.now());
  });

  it("brings its pump along where that is new, to a place of that name or to a new one; a tag that is taken gets a number", async () => {
    const fresh = (siteName: string) => ({
      pumpId: newId(),
      newPump: { tag: "LF-3", family: "end-suction", siteName, zone: "Europe/London" },
    });
    const [one, two, three] = [newId(), newId(), newId()];
    const there = fresh("larkfen hatchery");
    expect((await put(one, call(there))).status).toBe(200);
    expect((await put(one, call(there))).status).toBe(200);
    expect((await sheetOf(one))?.pump).toMatchObject({
      id: there.pumpId,
      tag: "LF-3 (2)",
      siteName: "Larkfen Hatchery",
    });
    await put(two, call(fresh("Larkfen Hatchery")));
    expect((await sheetOf(two))?.pump.tag).toBe("LF-3 (3)");
    await put(three, call(fresh("Far Mill")));
    expect((await sheetOf(three))?.pump).toMatchObject({ tag: "LF-3", siteName: "Far Mill" });
    // A second call on the pump that came with the first.
    const again = newId();
    expect((await put(again, call({ pumpId: there.pumpId }))).status).toBe(200);
  });

  it("is refused in words where it cannot be, with nothing opened", async () => {
    const id = newId();
    for (const [body, status] of [
      [call({ personId: newId() }), 422],
      [call({ pumpId: newId() }), 404],
      [call({ kind: "party" }), 422],
      [call({ complaint: "x".repeat(201) }), 422],
      [call({ newPump: { tag: "", family: "end-suction", siteName: "x", zone: "UTC" } }), 422],
      [call({ newPump: { tag: "a", family: "end-suction", siteName: "x", zone: "Moon" } }), 422],
      [null, 422],
      [[], 422],
    ] as const) {
      const { status: said, text } = await put(id, body);
      expect(said, JSON.stringify(body).slice(0, 120)).toBe(status);
      expect(text).toMatch(/"message":"[^"]{10,}/);
    }
    expect(await sheetOf(id)).toBeUndefined();
    await put(id, call());
    const [other] = await (await testRows()).execute("select id from pump where tag = 'LF-4'");
    expect((await put(id, call({ pumpId: (other as { id: string }).id }))).status).toBe(409);
    const here = whoIsHere();
    signIn(undefined);
    expect((await put(newId(), call({ personId: here }))).status).toBe(401);
    signIn(here);
  });
});
