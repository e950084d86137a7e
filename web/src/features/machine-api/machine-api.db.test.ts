import { logEntryId, pumpId, sheetId } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it } from "vitest";
import { v4 as newId } from "uuid";
import { loadSheet, makeToken, people, revokeToken, tokens } from "@/db";
import { demoDatabase, testRows } from "@/testing/demo-database";
import {
  openApi,
  takeReadings,
  listPumps,
  tellCurve,
  calendar,
  tellEntry,
  tellFollowUps,
  tellLog,
  tellPump,
  tellSheet,
  tellSheets,
} from "./index.server";

interface Place {
  site: string;
  pump: string;
  sheet: string;
  entry: string;
}
let near: Place;
let far: Place;
let reading = "";
let writing = "";
let maker = "";

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "machines");
  const of = async (tag: string): Promise<Place> => {
    const [row] = await (
      await testRows()
    ).execute(
      `select p.site_id as site, p.id as pump, s.id as sheet,
         (select l.id from log_entry l where l.pump_id = p.id limit 1) as entry
       from pump p join run_sheet s on s.pump_id = p.id and s.signed_at is null where p.tag = ?`,
      [tag],
    );
    return row as Place;
  };
  near = await of("LF-2");
  far = await of("MG-3");
  maker = (await people()).find((p) => p.role === "administrator")?.id ?? "";
  reading = await makeToken("reads", maker, [{ may: "read-site", site: near.site }], 30);
  writing = await makeToken("writes", maker, [{ may: "write-readings", pump: near.pump }], 30);
});

const ask = (token: string | null, path = "") =>
  new Request(`http://x/api/v1/pumps${path}`, {
    headers: token === null ? {} : { authorization: `Bearer ${token}` },
  });
const send = (
  body: unknown,
  { token = writing, key = newId() as string, type = "application/json" } = {},
) =>
  new Request("http://x", {
    method: "POST",
    body: typeof body === "string" ? body : JSON.stringify(body),
    headers: {
      authorization: `Bearer ${token}`,
      "content-type": type,
      ...(key === "" ? {} : { "idempotency-key": key }),
    },
  });
const told = async (answer: Response | Promise<Response>) => {
  const { status, headers } = await answer;
  return {
    status,
    type: headers.get("content-type"),
    body: (await (await answer).json()) as Record<string, never>,
  };
};

const READS = [
  ["pump", (r: Request, p: Place) => tellPump(r, p.pump)],
  ["curve", (r: Request, p: Place) => tellCurve(r, p.pump)],
  ["log", (r: Request, p: Place) => tellLog(r, p.pump)],
  ["follow-ups", (r: Request, p: Place) => tellFollowUps(r, p.pump)],
  ["sheets", (r: Request, p: Place) => tellSheets(r, p.pump)],
  ["sheet", (r: Request, p: Place) => tellSheet(r, p.sheet)],
  ["log entry", (r: Request, p: Place) => tellEntry(r, p.entry)],
] as const;

describe("a token that reads a place", () => {
  it.each(READS)(
    "reads its %s, and of another place no more than that there is none",
    async (_, tell) => {
      expect((await told(tell(ask(reading), near))).status).toBe(200);
      const other = await told(tell(ask(reading), far));
      const none = { site: newId(), pump: newId(), sheet: newId(), entry: newId() };
      expect(other).toMatchObject({ status: 404, type: "application/problem+json" });
      expect(other).toEqual(await told(tell(ask(reading), none)));
      expect(other).toEqual(
        await told(tell(ask(reading), { site: "x", pump: "x", sheet: "x", entry: "x" })),
      );
    },
  );

  it.each(READS)("%s: without a token, or with one that is none, is 401", async (_, tell) => {
    for (const bad of [null, "", "yard_made-up", "' or 1=1 --"])
      expect(await told(tell(ask(bad), near))).toMatchObject({
        status: 401,
        type: "application/problem+json",
      });
  });

  it("lists the pumps of its place alone", async () => {
    const { body } = await told(listPumps(ask(reading)));
    const items = body["items"] as unknown as { tag: string; place: { id: string } }[];
    expect(items.map((p) => p.tag)).toContain("LF-2");
    expect(new Set(items.map((p) => p.place.id))).toEqual(new Set([near.site]));
    expect((await told(listPumps(ask(writing)))).body["items"]).toEqual([]);
    expect((await listPumps(ask(null))).status).toBe(401);
  });

  it("writes nothing", async () => {
    const body = { at: "2026-06-01T08:00:00Z", readings: [{ slot: "flow", raw: "41 m3/h" }] };
    expect((await takeReadings(send(body, { token: reading }), near.pump)).status).toBe(403);
    expect((await takeReadings(send(body, { token: reading }), far.pump)).status).toBe(404);
  });

  it("is over when it was ended, has run out, or its maker has left", async () => {
    const text = await makeToken("short", maker, [{ may: "read-site", site: near.site }], 30);
    const read = async () => (await tellPump(ask(text), near.pump)).status;
    expect(await read()).toBe(200);
    const em = await testRows();
    await em.execute(
      "update token set expires_at = now() - interval '1 second' where name = 'short'",
    );
    expect(await read()).toBe(401);
    await em.execute("update token set expires_at = now() + interval '1 day' where name = 'short'");
    await em.execute("update person set left_at = now() where id = ?", [maker]);
    expect(await read()).toBe(401);
    await em.execute("update person set left_at = null where id = ?", [maker]);
    expect(await read()).toBe(200);
    const made = (await tokens()).find((t) => t.name === "short");
    expect(made?.usedAt).not.toBeNull();
    expect(await revokeToken(made?.id ?? "")).toBe("short");
    expect(await read()).toBe(401);
    expect(JSON.stringify(await em.execute("select * from token"))).not.toContain(text);
  });
});

describe("a token that sends readings", () => {
  const at = "2026-06-01T08:00:00+02:00";

  it("sends them once, however often it asks", async () => {
    const key = "minute-1001";
    const body = {
      at,
      readings: [
        { slot: "flow", raw: "41 m3/h" },
        { slot: "dischargePressure", raw: "2.6 to 2.8 bar" },
      ],
    };
    const first = await told(takeReadings(send(body, { key }), near.pump));
    expect(first).toMatchObject({ status: 200, body: { sheet: near.sheet } });
    expect(await told(takeReadings(send(body, { key }), near.pump))).toEqual(first);
    const sheet = await loadSheet(sheetId.parse(near.sheet));
    const kept = sheet?.entries.filter((e) =>
      (first.body["kept"] as unknown as string[]).includes(e.id),
    );
    expect(kept).toHaveLength(2);
    expect(kept?.[0]).toMatchObject({
      personId: maker,
      slot: "flow",
      raw: "41 m3/h",
      at: "2026-06-01T06:00:00.000Z",
    });
    const other = { at, readings: [{ slot: "flow", raw: "42 m3/h" }] };
    expect((await told(takeReadings(send(other, { key }), near.pump))).status).toBe(409);
    const { body: seen } = await told(tellSheet(ask(reading), near.sheet));
    expect(JSON.stringify(seen)).toContain("41 m3/h");
  });

  it.each([
    ["no key", { at, readings: [{ slot: "flow", raw: "4 m3/h" }] }, { key: "" }, 400],
    ["a short key", { at, readings: [{ slot: "flow", raw: "4 m3/h" }] }, { key: "x" }, 400],
    ["no JSON", "{", {}, 400],
    ["another type", "{}", { type: "text/plain" }, 415],
    ["nothing", {}, {}, 422],
    ["no reading", { at, readings: [] }, {}, 422],
    ["a strip that is none", { at, readings: [{ slot: "mood", raw: "4" }] }, {}, 422],
    ["another dimension", { at, readings: [{ slot: "flow", raw: "4 bar" }] }, {}, 422],
    ["words", { at, readings: [{ slot: "flow", raw: "plenty" }] }, {}, 422],
    ["a key too many", { at, readings: [{ slot: "flow", raw: "4 m3/h", si: 1 }] }, {}, 422],
    [
      "a clock that was never set",
      { at: "1970-01-01T00:00:00Z", readings: [{ slot: "flow", raw: "4 m3/h" }] },
      {},
      422,
    ],
    [
      "a day that is none",
      { at: "yesterday", readings: [{ slot: "flow", raw: "4 m3/h" }] },
      {},
      422,
    ],
    [
      "too many",
      { at, readings: Array.from({ length: 51 }, () => ({ slot: "flow", raw: "4 m3/h" })) },
      {},
      422,
    ],
    ["too much", { at, readings: [], x: "x".repeat(200_000) }, {}, 413],
  ])("is refused with a reason for %s, and nothing is kept", async (_, body, how, status) => {
    const before = (await loadSheet(sheetId.parse(near.sheet)))?.entries.length;
    const answer = await told(takeReadings(send(body, how), near.pump));
    expect(answer).toMatchObject({ status, type: "application/problem+json" });
    expect(String(answer.body["detail"]).length).toBeGreaterThan(10);
    expect((await loadSheet(sheetId.parse(near.sheet)))?.entries.length).toBe(before);
  });

  it("is repeated after its sheet was signed, and another is open, without a trace on either", async () => {
    const em = await testRows();
    const token = await makeToken("again", maker, [{ may: "write-readings", pump: far.pump }], 30);
    const body = { at, readings: [{ slot: "flow", raw: "44 m3/h" }] };
    const key = newId();
    const first = await told(takeReadings(send(body, { token, key }), far.pump));
    expect(first).toMatchObject({ status: 200, body: { sheet: far.sheet } });
    await em.execute("update run_sheet set signed_at = now() where id = ?", [far.sheet]);
    const count = async () =>
      (await em.execute("select count(*)::int as n from sheet_entry"))[0] as { n: number };
    const before = await count();
    expect(await told(takeReadings(send(body, { token, key }), far.pump))).toEqual(first);
    await em.execute(
      `insert into run_sheet (id, pump_id, kind, complaint, codes, caller_note, due_at, opened_at)
         select gen_random_uuid(), pump_id, kind, 'next', codes, '', now(), now() from run_sheet where id = ?`,
      [far.sheet],
    );
    expect(await told(takeReadings(send(body, { token, key }), far.pump))).toEqual(first);
    const more = { at, readings: [...body.readings, { slot: "flow", raw: "45 m3/h" }] };
    expect((await told(takeReadings(send(more, { token, key }), far.pump))).status).toBe(409);
    expect(await count()).toEqual(before);
    await em.execute("delete from run_sheet where complaint = 'next'");
    await em.execute("update run_sheet set signed_at = null where id = ?", [far.sheet]);
  });

  it("is for nobody once whoever made the token may give none out", async () => {
    const em = await testRows();
    const body = { at, readings: [{ slot: "flow", raw: "4 m3/h" }] };
    for (const role of ["lead", "technician", "viewer"]) {
      await em.execute("update person set role = ? where id = ?", [role, maker]);
      expect((await told(takeReadings(send(body), near.pump))).status).toBe(401);
      expect((await told(tellPump(ask(reading), near.pump))).status).toBe(401);
    }
    await em.execute("update person set role = 'administrator' where id = ?", [maker]);
    expect((await told(tellPump(ask(reading), near.pump))).status).toBe(200);
  });

  it("is told where no sheet is open", async () => {
    const [{ id }] = (await (
      await testRows()
    ).execute(
      "select id from pump p where not exists (select from run_sheet s where s.pump_id = p.id and s.signed_at is null) limit 1",
    )) as [{ id: string }];
    const token = await makeToken("idle", maker, [{ may: "write-readings", pump: id }], 30);
    const body = { at, readings: [{ slot: "flow", raw: "4 m3/h" }] };
    expect(await told(takeReadings(send(body, { token }), pumpId.parse(id)))).toMatchObject({
      status: 409,
    });
  });
});

describe("a calendar", () => {
  const feed = async (token: string) =>
    calendar(new Request(`http://x/api/v1/calendar.ics?token=${token}`));
  it("has the open calls and promises of its place alone, and reads nothing else", async () => {
    const em = await testRows();
    for (const { pump } of [near, far])
      await em.execute(
        `insert into promise (id, pump_id, kind, what, due_at, made_by)
           select gen_random_uuid(), ?, 'recheck', 'bolts, cold; \\ crosswise', now(), id
             from person where role = 'lead' limit 1`,
        [pump],
      );
    const token = await makeToken("feed", maker, [{ may: "calendar", site: near.site }], 30);
    const answer = await feed(token);
    expect([answer.status, answer.headers.get("content-type")]).toEqual([
      200,
      "text/calendar; charset=utf-8",
    ]);
    const text = (await answer.text()).replace(/\r\n /g, "");
    expect(text).toContain("BEGIN:VCALENDAR");
    expect(text).toContain("SUMMARY:LF-2 bolts\\, cold\\; \\\\ crosswise");
    expect(text).toContain("SUMMARY:LF-2 gives too little flow");
    expect(text).not.toContain("MG-3");
    expect((await tellPump(ask(token), near.pump)).status).toBe(404);
    for (const bad of [reading, writing, "", "yard_made-up"])
      expect((await feed(bad)).status).toBe(bad === reading || bad === writing ? 403 : 401);
  });
});

describe("the description", () => {
  it("has every route, and each answer is as it says", async () => {
    const { paths, components } = (await openApi().json()) as {
      paths: Record<string, object>;
      components: { schemas: Record<string, { required?: string[] }> };
    };
    expect(Object.keys(paths).toSorted()).toEqual(
      [
        "/api/v1/diagnose",
        "/api/v1/log/{id}",
        "/api/v1/pumps",
        "/api/v1/pumps/{id}",
        "/api/v1/calendar.ics",
        "/api/v1/pumps/{id}/curve",
        "/api/v1/pumps/{id}/follow-ups",
        "/api/v1/pumps/{id}/log",
        "/api/v1/pumps/{id}/readings",
        "/api/v1/pumps/{id}/sheets",
        "/api/v1/sheets/{id}",
      ].toSorted(),
    );
    const keys = (schema: string) => (components.schemas[schema]?.required ?? []).toSorted();
    const said = async (answer: Promise<Response>) =>
      Object.keys((await told(answer)).body).toSorted();
    expect(await said(listPumps(ask(reading)))).toEqual(keys("PumpList"));
    expect(await said(tellPump(ask(reading), near.pump))).toEqual(keys("Pump"));
    expect(await said(tellCurve(ask(reading), near.pump))).toEqual(keys("Curve"));
    expect(await said(tellLog(ask(reading), near.pump))).toEqual(keys("LogList"));
    expect(await said(tellSheets(ask(reading), near.pump))).toEqual(keys("SheetList"));
    expect(await said(tellSheet(ask(reading), near.sheet))).toEqual(keys("Sheet"));
    expect(await said(tellEntry(ask(reading), logEntryId.parse(near.entry)))).toEqual(
      keys("LogEntry"),
    );
  });
});
