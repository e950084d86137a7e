import { kindOfTable, matchColumns, cellsOf, type TableKind } from "@yard-tack/core/record";
import { pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { beforeAll, beforeEach, describe, expect, inject, it, vi } from "vitest";
import { loadPump, logOfPump, people, type PersonRow, visitPoints } from "@/db";
import { logCsv, pumpsCsv, readingsCsv } from "@/features/report/index.server";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import type { BringAnswer } from "./bring-fields";
import { readTable, textOf } from "./read-table";
import { receiveTable } from "./receive";
import { receiveCase } from "./receive-case";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let all: readonly PersonRow[];
let rows: Awaited<ReturnType<typeof testRows>>;
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "bring_in");
  rows = await testRows();
  all = await people();
});
beforeEach(() => signIn(all.find((p) => p.role === "technician")?.id));

const bytes = (text: string) => new TextEncoder().encode(text);

/** A file sent as the page sends it. */
async function send(
  text: string,
  { kind, trial = false }: { kind?: TableKind; trial?: boolean } = {},
) {
  const read = await readTable(bytes(text));
  if (!read.ok) throw new Error(read.message);
  const which = kind ?? kindOfTable(read.headings);
  const map = matchColumns(which, read.headings);
  const lines = read.rows.map((row, i) => ({ line: i + 2, cells: cellsOf(which, map, row) }));
  const response = await post({ kind: which, name: "a.csv", trial, lines });
  expect(response.status).toBe(200);
  return ((await response.json()) as BringAnswer).outcomes;
}
const post = (body: unknown) =>
  receiveTable(
    new Request("http://127.0.0.1/yard/bring/in", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    }),
  );
const count = async (table: string) =>
  ((await rows.execute(`select count(*)::int as n from ${table}`)) as [{ n: number }])[0].n;
const pumpCalled = async (tag: string) => {
  const [row] = (await rows.execute("select id from pump where tag = ?", [tag])) as {
    id: string;
  }[];
  return pumpIdSchema.parse(row?.id);
};

describe("a table of pumps", () => {
  const TABLE =
    "﻿Site;Tag;Family;Body serial;Motor power\r\nMill;M-1;end suction;77/1;7,5 kW\r\nMill;M-2;turbine;;\r\nlarkfen hatchery;LF-2;end-suction;KX 9;\r\n";

  it("says line by line what will happen, and a trial changes nothing", async () => {
    const before = await Promise.all(["pump", "site", "plate", "site_grant"].map(count));
    const tried = await send(TABLE, { trial: true });
    expect(tried.map((o) => [o.line, o.does])).toEqual([
      [2, "new"],
      [3, "left-out"],
      [4, "changes"],
    ]);
    expect(tried[0]?.words).toMatch(/M-1, new, at a new place, Mill/);
    expect(tried[2]?.words).toMatch(/there already\. body serial (was .*\. body serial )?is KX 9/);
    expect(await Promise.all(["pump", "site", "plate", "site_grant"].map(count))).toEqual(before);
    // What was tried is what happens.
    expect(await send(TABLE)).toEqual(tried);
    const made = await loadPump(await pumpCalled("M-1"));
    expect(made).toMatchObject({ siteName: "Mill", family: "end-suction" });
    expect(made?.motor).toEqual({ power: "7,5 kW" });
    const again = await send(TABLE);
    expect(again.map((o) => o.does)).toEqual(["known", "left-out", "known"]);
  });

  it("that went out comes back as what is there already", async () => {
    const outcomes = await send((await pumpsCsv("all", "")).text);
    expect(outcomes.length).toBeGreaterThan(15);
    expect(new Set(outcomes.map((o) => o.does))).toEqual(new Set(["known"]));
  });
});

describe("a table of the log", () => {
  it("becomes entries, once, and says whose and from where", async () => {
    const table =
      "pump,place,day,time,complaint,found,done,closed,cause,by\nLF-2,,2019-05-06,09:30,low,Weed.,Cleaned it.,cured,suction-restriction,J. Reed\nLF-2,,2099-01-01,,x,y,,,,\nNO-1,,2019-05-06,,x,y,,,,\n";
    const outcomes = await send(table);
    expect(outcomes.map((o) => o.does)).toEqual(["new", "left-out", "left-out"]);
    expect(outcomes[1]?.words).toMatch(/has not been yet/);
    expect(outcomes[2]?.words).toMatch(/no pump NO-1/);
    const entry = (await logOfPump(await pumpCalled("LF-2"))).find((e) => e.title === "low");
    expect(entry?.record).toMatchObject({ closed: "cured", was: "suction-restriction" });
    expect(entry?.record.words.at(-1)?.text).toBe("a.csv; signed there by J. Reed");
    expect((await send(table)).map((o) => o.does)).toEqual(["known", "left-out", "left-out"]);
  });

  it("that went out comes back as what is there already, word for word", async () => {
    const went = await logCsv("all", {});
    const outcomes = await send(went.text, { kind: "log", trial: true });
    expect(outcomes.length).toBeGreaterThan(40);
    expect(outcomes.filter((o) => o.does === "known").length).toBe(outcomes.length);
  });

  it("of an hour that a clock goes through twice is known again, whichever of the two it was", async () => {
    const id = await pumpCalled("OG-1");
    // 01:10 in London on that day was at 00:10 and at 01:10.
    for (const hour of ["00", "01"])
      await (
        await testRows()
      ).execute(
        `insert into log_entry (id, pump_id, person_id, at, kind, title, body)
           select gen_random_uuid(), pump_id, person_id, ?::timestamptz, kind, ?, body from log_entry
             where pump_id = ? order by at limit 1`,
        [`2025-10-26T${hour}:10:30Z`, `Looked at ${hour}`, id],
      );
    const went = await logCsv("all", {});
    const outcomes = await send(went.text, { kind: "log", trial: true });
    expect(outcomes.filter((o) => o.does !== "known")).toEqual([]);
  });

  it("takes no formula for more than a text", async () => {
    await send('pump,day,found\nLF-3,2018-01-01,"\'=HYPERLINK(""x"")"\n', { kind: "log" });
    const entry = (await logOfPump(await pumpCalled("LF-3"))).find((e) =>
      e.record.found.includes("HYPERLINK"),
    );
    expect(entry?.record.found).toBe('=HYPERLINK("x")');
  });
});

describe("a table of readings", () => {
  it("becomes a visit for each moment, whose head and flow stand in the trend", async () => {
    const id = await pumpCalled("LF-2");
    const before = (await visitPoints(id)).length;
    const table = [
      "pump,day,time,position,reading,as read",
      "LF-2,2018-04-01,10:00,as found,Suction gauge,-0.1 bar",
      "LF-2,2018-04-01,10:00,as found,Discharge gauge,2.9 bar",
      "LF-2,2018-04-01,10:00,as found,Flow,58 m3/h",
      "LF-2,2018-04-01,10:00,as found,L2,15 A",
      "LF-2,2018-04-02,10:00,as found,Flow,58 psi",
    ].join("\n");
    const outcomes = await send(table);
    expect(outcomes.map((o) => o.does)).toEqual(["new", "new", "new", "new", "left-out"]);
    const entry = (await logOfPump(id)).find((e) => e.title === "Readings from a table");
    expect(entry?.record.snapshots[0]).toMatchObject({
      ...{ label: "as found", flow: "58 m3/h", dischargePressure: "2.9 bar" },
    });
    expect(entry?.record.readings.map((r) => r.raw)).toContain("15 A");
    expect((await visitPoints(id)).length).toBe(before + 1);
    expect((await send(table)).map((o) => o.does)).toEqual([
      ...Array<string>(4).fill("known"),
      "left-out",
    ]);
  });

  it("that went out comes back as what is there already", async () => {
    const went = await readingsCsv(await pumpCalled("LF-2"));
    const outcomes = await send(went?.text ?? "", { kind: "readings", trial: true });
    expect(outcomes.map((o) => o.does)).toEqual(Array(4).fill("known"));
  });
});

describe("a case file", () => {
  const postCase = (body: unknown) =>
    receiveCase(
      new Request("http://127.0.0.1/yard/bring/case", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify(body),
      }),
    );
  const form = (file: unknown, more: Record<string, string> = {}) => ({
    ...{ text: JSON.stringify(file), name: "x.json", tag: "C-1", place: "Case place", zone: "UTC" },
    ...more,
  });

  it("of any pump of the demo goes in and comes out as it was, with its curve, motor and fingerprints", async () => {
    const tags = (await rows.execute(
      "select tag from pump where id in (select pump_id from curve) and tag like '__-_' order by tag",
    )) as { tag: string }[];
    expect(tags.length).toBeGreaterThan(15);
    for (const { tag } of tags) {
      const before = await loadPump(await pumpCalled(tag));
      const { history: _past, ...written } = before?.written ?? { history: [] };
      const response = await postCase(form(written, { tag: `C-${tag}`, place: "Copies" }));
      const json: unknown = await response.json();
      expect(response.status, `${tag} ${JSON.stringify(json)}`).toBe(200);
      const after = await loadPump(pumpIdSchema.parse((json as { pump: string }).pump));
      const { history: _none, ...again } = after?.written ?? { history: [] };
      const bare = (w: object) => {
        const { fingerprint: _f, pump, ...rest } = w as { fingerprint: unknown; pump: object };
        return { ...rest, pump: { ...pump, tag: "" } };
      };
      expect(bare(again), tag).toEqual(bare(written));
      const prints = (p: typeof before) => [p?.written.fingerprint ?? []].flat().length;
      expect(prints(after), tag).toBe(prints(before));
    }
  }, 120_000);

  it("with readings leaves a visit, and is refused whole with every complaint by its path", async () => {
    const written = {
      ...{ format: "yard-tack/case", version: 1 },
      pump: { tag: "C-2", family: "end-suction", ratedPoint: { flow: "40 m3/h", head: "30 m" } },
      snapshots: [{ label: "as found", dischargePressure: "2.9 bar", flow: "38 m3/h" }],
    };
    const made = (await (await postCase(form(written, { tag: "C-2" }))).json()) as { pump: string };
    const log = await logOfPump(pumpIdSchema.parse(made.pump));
    expect(log.map((e) => [e.title, e.record.closed])).toEqual([
      ["Readings from a case file", "not said"],
    ]);
    expect(log[0]?.record.snapshots[0]?.flow).toBe("38 m3/h");
    const again = await postCase(form(written, { tag: "C-2" }));
    expect(again.status).toBe(422);
    expect(await again.json()).toMatchObject({ errors: [{ path: "tag" }] });
    const before = await Promise.all(["pump", "site", "curve"].map(count));
    const bad = { ...written, pump: { ...written.pump, family: "turbine", stages: "many" } };
    const refused = await postCase(form(bad, { tag: "C-3" }));
    expect(refused.status).toBe(422);
    const { errors } = (await refused.json()) as { errors: { path: string }[] };
    expect(errors.map((e) => e.path)).toEqual(["pump.family", "pump.stages"]);
    expect((await postCase(form({}, { text: "{" }))).status).toBe(422);
    signIn(all.find((p) => p.role === "viewer")?.id);
    expect((await postCase(form(written, { tag: "C-4" }))).status).toBe(403);
    expect(await Promise.all(["pump", "site", "curve"].map(count))).toEqual(before);
  });
});

describe("a table that is not in order", () => {
  it.each([
    ["of one column", "tag\nP-1\n", /one column/],
    ["of nothing", "", /no line/],
    ["of headings alone", "tag,family,place\n", /no line/],
    ["of a million lines", `a,b\n${"1,2\n".repeat(1_000_000)}`, /more than 5,000 lines/],
  ])("%s is not read, in words", async (_, text, why) => {
    const read = await readTable(bytes(text));
    expect(read).toMatchObject({ ok: false });
    expect(JSON.stringify(read)).toMatch(why);
    expect(JSON.stringify(read)).toMatch(/Nothing was brought in/);
  });

  it("in whatever it was written: marks at its beginning, old code pages, tabs", async () => {
    expect(textOf(Uint8Array.from([0xff, 0xfe, 0x41, 0, 0xe4, 0]))).toBe("Aä");
    expect(textOf(Uint8Array.from([0x50, 0xfc, 0x6d]))).toBe("Püm");
    const tabbed = await readTable(bytes("tag\tfamily\tplace\nP-1\tjet\tMill\n"));
    expect(tabbed).toMatchObject({ rows: [["P-1", "jet", "Mill"]] });
  });

  it("is nothing for a viewer, and no more than is taken", async () => {
    const line = { line: 2, cells: { tag: "V-1", family: "sump", place: "Mill" } };
    const body = { kind: "pumps", name: "a", trial: false, lines: [line] };
    expect((await post({ ...body, lines: Array(5001).fill(line) })).status).toBe(422);
    expect((await post({ ...body, kind: "people" })).status).toBe(422);
    signIn(all.find((p) => p.role === "viewer")?.id);
    expect((await post(body)).status).toBe(403);
    signIn(undefined);
    expect((await post(body)).status).toBe(401);
    expect(await count("pump where tag = 'V-1'")).toBe(0);
  });

  it("of pumps at places that are not one's own finds none of them", async () => {
    const technician = all.find((p) => p.role === "technician");
    await rows.execute("update person set everywhere = false where id = ?", [technician?.id ?? ""]);
    const [outcome] = await send("pump,day,found\nLF-2,2017-01-01,x\n", { kind: "log" });
    await rows.execute("update person set everywhere = true where id = ?", [technician?.id ?? ""]);
    expect(outcome?.words).toMatch(/no pump LF-2/);
  });
});
