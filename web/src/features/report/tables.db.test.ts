import { execFileSync } from "node:child_process";
import { logEntryId, pumpId, readCase, sheetId as sheetIdSchema } from "@yard-tack/core/case";
import { foldEntries, readEntry, type SheetEntry } from "@yard-tack/core/visit";
import { v4 as newId } from "uuid";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { appendEntries, loadSheet } from "@/db";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import { signOff } from "@/testing/sign-off";
import { logCsv, pumpsCsv, readingsCsv } from "./tables";
import { visitCase } from "./visit-case";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let rows: Awaited<ReturnType<typeof testRows>>;
let technician = "";
const one = async (sql: string, values: readonly unknown[] = []) =>
  ((await rows.execute(sql, [...values])) as { id: string }[])[0]?.id ?? "";

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "tables");
  rows = await testRows();
  technician = await one("select id from person where role = 'technician'");
});

/** As the csv module of another language reads it. */
function read(text: string): Record<string, string>[] {
  const program =
    "import csv, io, json, sys; print(json.dumps(list(csv.DictReader(io.StringIO(sys.stdin.read(), newline='')))))";
  return JSON.parse(
    execFileSync("python3", ["-c", program], { input: text, encoding: "utf8" }),
  ) as Record<string, string>[];
}

describe("tables for a spreadsheet", () => {
  it("have a line for each entry of the log, as it is narrowed, in the place's own time", async () => {
    const all = read((await logCsv("all", {})).text);
    const count = await one(
      "select count(*)::text as id from log_entry l where not exists (select from log_entry n where n.supersedes = l.id)",
    );
    expect(all).toHaveLength(Number(count));
    expect(all[0]).toMatchObject({ zone: expect.stringMatching(/\//) as string });
    const weed = read((await logCsv("all", { find: "strainer LF-2" })).text);
    expect(weed).toHaveLength(1);
    expect(weed[0]).toMatchObject({ pump: "LF-2", found: "Strainer choked with weed." });
    expect(read((await logCsv([], {})).text)).toEqual([]);
  });

  it("have no cell that a spreadsheet would work out, and keep commas, quotes and lines", async () => {
    const words = '=HYPERLINK("x"), "two"\nlines; -3 bar';
    await rows.execute(
      `insert into log_entry (id, pump_id, person_id, at, kind, title, body)
         select gen_random_uuid(), p.id, q.id, now(), 'round', '@cmd', jsonb_build_object('found', ?::text)
         from pump p, person q where p.tag = 'BI-3' and q.role = 'lead' limit 1`,
      [words],
    );
    const [line] = read((await logCsv("all", { find: "hyperlink" })).text);
    expect(line?.["found"]).toBe(`'${words}`);
    expect(line?.["complaint"]).toBe("'@cmd");
  });

  it("have each pump with what its plates say", async () => {
    await rows.execute(
      `insert into plate (id, pump_id, kind, facts, created_at, supersedes)
         select gen_random_uuid(), p.id, 'body', '{"serial": "77/314", "type": "Kell 80"}', now(), t.id
         from pump p join plate t on t.pump_id = p.id and t.kind = 'body' where p.tag = 'QO-1'`,
    );
    const all = read((await pumpsCsv("all", "")).text);
    expect(all.find((r) => r["tag"] === "QO-1")).toMatchObject({
      "body type": "Kell 80",
      "body serial": "77/314",
    });
    expect(all.map((r) => r["tag"])).toContain("LF-2");
    expect(new Set(all.map((r) => r["id"])).size).toBe(all.length);
    const some = read((await pumpsCsv("all", "larkfen")).text);
    expect(some.map((r) => r["tag"])).toEqual(["LF-1", "LF-2", "LF-3", "LF-4"]);
    expect(read((await pumpsCsv([], "")).text)).toEqual([]);
  });
});

describe("a signed visit", () => {
  const entry = (body: object): SheetEntry => {
    const base = { version: 2, id: newId(), personId: technician, at: "2026-03-02T10:00:00Z" };
    const made = readEntry({ ...base, supersedes: null, order: null, ...body });
    if (!made.ok) throw new Error(made.error);
    return made.value;
  };
  const pressure = (raw: string, si: number, supersedes: string | null) =>
    entry({
      supersedes,
      ...{ kind: "reading", snapshot: "as found", slot: "dischargePressure", raw },
      ...{ unit: "bar", si, fault: null, reason: null },
    });

  it("leaves a case file with its readings, and a table of them", async () => {
    const sheet = sheetIdSchema.parse(
      await one(
        "select s.id from run_sheet s join pump p on p.id = s.pump_id where p.tag = 'LF-2' and s.signed_at is null",
      ),
    );
    const before = foldEntries((await loadSheet(sheet))?.entries ?? []).readings;
    const kept = await appendEntries(
      sheet,
      [
        pressure("3,05 bar", 305_000, before.get("as found/dischargePressure")?.id ?? null),
        entry({ kind: "observation", observation: "noise.gravel", state: "present" }),
        entry({ kind: "test", test: "open-strainer-look", outcome: "dirty" }),
      ],
      new Date(),
    );
    expect(kept?.refused).toEqual([]);
    signIn(technician);
    const signed = await signOff({
      ...{ sheetId: sheet, closed: "referred", found: "Weed.", done: "", proof: "" },
      ...{ was: null, fingerprint: "" },
      promises: [],
    });
    if (!signed.ok) throw new Error(signed.message);
    const file = await visitCase(logEntryId.parse(signed.logEntryId));
    const json: unknown = JSON.parse(file?.text ?? "null");
    const back = readCase(json);
    expect(back.ok ? [] : back.error).toEqual([]);
    expect(json).toMatchObject({
      id: file?.name.replace(".json", ""),
      snapshots: [{ label: "as found", dischargePressure: "3,05 bar" }],
      observations: { present: expect.arrayContaining(["noise.gravel"]) as string[] },
      tests: [{ test: "open-strainer-look", outcome: "dirty" }],
    });
    const pump = pumpId.parse(await one("select id from pump where tag = 'LF-2'"));
    const lines = read((await readingsCsv(pump))?.text ?? "");
    // The demo's own call has one from the suction gauge already: under zero, and no formula.
    expect(lines).toMatchObject([
      { reading: "Suction gauge", "as read": "'-26.2 inHg", figure: "-26.2", unit: "inHg" },
      {
        pump: "LF-2",
        reading: "Discharge gauge",
        "as read": "3,05 bar",
        figure: "3.05",
        by: "Technician",
      },
    ]);
  });

  it("that came with the pump has its snapshots; one that is not there has no file", async () => {
    const demo = logEntryId.parse(
      await one(
        "select l.id from log_entry l join pump p on p.id = l.pump_id where p.tag = 'BI-1' and l.sheet_id is null and jsonb_array_length(l.body->'snapshots') > 0 limit 1",
      ),
    );
    const back = readCase(JSON.parse((await visitCase(demo))?.text ?? "null"));
    expect(back.ok && back.value.snapshots.length).toBeGreaterThan(0);
    expect(await visitCase(logEntryId.parse(newId()))).toBeUndefined();
  });
});
