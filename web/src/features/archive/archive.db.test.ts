import { execFileSync } from "node:child_process";
import { createWriteStream } from "node:fs";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { buffer } from "node:stream/consumers";
import { pipeline } from "node:stream/promises";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, inject, it, vi } from "vitest";
import { openPromise } from "yauzl";
import { ZipFile } from "yazl";
import { bringUp } from "@/db/bring-up";
import { ARCHIVED_TABLES, LEFT_BEHIND } from "@/db/archive/tables";
import { closeConnection } from "@/db/connection";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { freshDatabase } from "@/testing/fresh-database";
import { signIn } from "@/testing/session";
import { packYard } from "./pack";
import { receiveArchive } from "./receive";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let folder = "";
let demo = "";
const first = () => join(folder, "first.zip");

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "archive-test-"));
  await demoDatabase(inject("databaseUrl"), "archived");
  demo = process.env["DATABASE_URL"] ?? "";
  const rows = await testRows();
  // A picture, and a time and a figure that a number of ours would round.
  await rows.execute(
    `insert into photo (id, sheet_id, person_id, at, received_at, about, width, height, data)
       select gen_random_uuid(), s.id, p.id, '2026-03-04 05:06:07.123456+00', now(), 'found', 640, 480, ?
       from run_sheet s, person p limit 1`,
    [Buffer.from([0xff, 0xd8, 0, 1, 2, 255])],
  );
  await rows.execute(
    `insert into sheet_entry (id, sheet_id, person_id, at, received_at, kind, version, body)
       select gen_random_uuid(), s.id, p.id, now(), now(), 'reading', 4,
         '{"snapshot": "working", "slot": "dischargePressure", "raw": "2.40 bar", "unit": "bar", "si": 240000.00000000000000001}'
       from run_sheet s, person p limit 1`,
  );
  await pack(first());
});

afterAll(() => rm(folder, { recursive: true }));

async function pack(to: string) {
  const stream = Readable.fromWeb(packYard(new Date("2026-06-01T00:00:00Z")) as never);
  await pipeline(stream, createWriteStream(to));
}

let made = 0;

/** The application at a database of no rows, and its administrator signed in. */
async function emptyYard() {
  await closeConnection();
  const beside = new URL("/template1", demo).href;
  made += 1;
  const url = await freshDatabase(beside, `archive_in_${made}`);
  await bringUp(url, { demo: "never" });
  process.env["DATABASE_URL"] = url;
  const rows = await testRows();
  const id = "0c1f0000-0000-4000-8000-000000000001";
  await rows.execute(
    `insert into person (id, name, role, units, everywhere) values (?, 'Ada Moor', 'administrator', 'us', true)`,
    [id],
  );
  await rows.execute(
    `insert into auth."user" ("id", "name", "email", "emailVerified", "username") values (?, 'Ada Moor', 'a@person.invalid', false, 'ada moor')`,
    [id],
  );
  await signIn(id);
  return rows;
}

async function atDemo() {
  await closeConnection();
  process.env["DATABASE_URL"] = demo;
}

async function send(bytes: Uint8Array, headers: Record<string, string> = {}) {
  const response = await receiveArchive(
    new Request("http://127.0.0.1:3000/people/archive/in", {
      method: "POST",
      headers: { host: "127.0.0.1:3000", origin: "http://127.0.0.1:3000", ...headers },
      body: Buffer.from(bytes),
    }),
  );
  const json = (await response.json()) as {
    rows?: Record<string, number>;
    errors?: { message: string }[];
  };
  return { status: response.status, rows: json.rows, why: json.errors?.[0]?.message ?? "" };
}

/** The files of an archive, by name. */
async function filesOf(path: string): Promise<Map<string, Buffer>> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false });
  const files = new Map<string, Buffer>();
  for await (const entry of zip.eachEntry())
    files.set(entry.fileName, await buffer(await zip.openReadStreamPromise(entry)));
  zip.close();
  return files;
}

async function zipped(files: ReadonlyMap<string, Buffer>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, data] of files) zip.addBuffer(data, name);
  zip.end();
  return buffer(zip.outputStream);
}

const withoutMade = (header: Buffer | undefined) =>
  JSON.parse(header?.toString() ?? "") as { tables: { name: string; rows: number }[] };

describe("the archive of the demo", () => {
  it("holds every table there is, or says which it leaves", async () => {
    await atDemo();
    const tables = (await (
      await testRows()
    ).execute(
      "select table_name as name from information_schema.tables where table_schema = 'public'",
    )) as { name: string }[];
    expect(tables.map((t) => t.name).toSorted()).toEqual(
      [...ARCHIVED_TABLES, ...LEFT_BEHIND].toSorted(),
    );
  });

  it("is read by a program written from its documentation, reading by reading", async () => {
    await atDemo();
    const program = fileURLToPath(new URL("reader.py", import.meta.url));
    const read = JSON.parse(
      execFileSync("python3", [program, first()], { encoding: "utf8", maxBuffer: 1e8 }),
    ) as { pumps: number; photos: number; readings: [string, string, string, number, string][] };
    const [counts] = (await (
      await testRows()
    ).execute(
      `select (select count(*)::int from pump) as pumps, (select count(*)::int from photo) as photos,
         (select count(*)::int from sheet_entry where kind = 'reading') as readings`,
    )) as [{ pumps: number; photos: number; readings: number }];
    expect(read.pumps).toBe(counts.pumps);
    expect(read.photos).toBe(counts.photos);
    expect(read.readings).toHaveLength(counts.readings);
    expect(read.readings.map((r) => r[2])).toContain("2.40 bar");
  });

  it("goes into an empty installation, and comes out of it the same to the byte", async () => {
    const rows = await emptyYard();
    const answer = await send(await readFile(first()));
    expect(answer).toMatchObject({ status: 200, why: "" });
    const again = join(folder, "again.zip");
    await pack(again);
    const [before, after] = await Promise.all([filesOf(first()), filesOf(again)]);
    expect([...after.keys()]).toEqual([...before.keys()]);
    // The administrator who was here before is here still, and theirs alone is new.
    const ada = /"Ada Moor"/;
    const people = (file: Buffer | undefined) => file?.toString().split("\n") ?? [];
    expect(people(after.get("tables/person.ndjson")).filter((l) => !ada.test(l))).toEqual(
      people(before.get("tables/person.ndjson")),
    );
    const compared = [...before.keys()].filter(
      (n) => n !== "archive.json" && n !== "tables/person.ndjson",
    );
    expect(compared.length).toBeGreaterThan(20);
    for (const name of compared)
      expect(after.get(name)?.equals(before.get(name) ?? Buffer.alloc(0)), name).toBe(true);
    expect(answer.rows?.["pump"]).toBe(
      withoutMade(before.get("archive.json")).tables.find((t) => t.name === "pump")?.rows,
    );

    // What is written from here on comes after; nobody signs in as somebody who came; the deed is in the trail.
    const next = (await rows.execute(
      "select nextval('entry_order')::int > (select max(seq) from sheet_entry) as after",
    )) as { after: boolean }[];
    expect(next[0]?.after).toBe(true);
    const [accounts] = (await rows.execute(
      `select (select count(*)::int from auth."user" u join person p on p.id::text = u.id) as known,
         (select count(*)::int from person) as people,
         (select count(*)::int from audit where action = 'archive brought in') as noted`,
    )) as [{ known: number; people: number; noted: number }];
    expect(accounts).toMatchObject({ known: accounts.people, noted: 1 });

    // A second one is not mixed into it.
    const twice = await send(await readFile(first()));
    expect(twice.status).toBe(422);
    expect(twice.why).toMatch(/pumps or places here already/);
  });

  it("is for the administrator, from a page of this installation", async () => {
    const rows = await emptyYard();
    const bytes = await readFile(first());
    expect((await send(bytes, { origin: "http://elsewhere.example" })).status).toBe(403);
    expect((await send(bytes, { host: "elsewhere.example" })).status).toBe(421);
    await rows.execute("update person set role = 'lead'");
    expect((await send(bytes)).status).toBe(403);
    expect((await rows.execute("select id from pump")) as unknown[]).toEqual([]);
  });
});

describe("an archive that is not in order", () => {
  let files: Map<string, Buffer>;
  let rows: Awaited<ReturnType<typeof testRows>>;
  beforeAll(async () => {
    files = await filesOf(first());
    rows = await emptyYard();
  });

  /** The header with a change in it. */
  const headed = (change: (header: { tables: { name: string; sha256: string }[] }) => unknown) =>
    Buffer.from(
      JSON.stringify(change(JSON.parse(files.get("archive.json")?.toString() ?? "") as never)),
    );
  const text = (name: string) => files.get(name)?.toString() ?? "";
  const changed = (entries: Record<string, Buffer | string | undefined>) => {
    const next = new Map(files);
    for (const [name, data] of Object.entries(entries))
      if (data === undefined) next.delete(name);
      else next.set(name, Buffer.from(data));
    return zipped(next);
  };
  /** A table with other bytes, and a header that says so. */
  const forged = async (name: string, data: string) => {
    const { createHash } = await import("node:crypto");
    const sha256 = createHash("sha256").update(data).digest("hex");
    return changed({
      [`tables/${name}.ndjson`]: data,
      "archive.json": headed((h) => ({
        ...h,
        tables: h.tables.map((t) => (t.name === name ? { ...t, sha256 } : t)),
      })),
    });
  };
  const photo = () => [...files.keys()].find((n) => n.startsWith("photos/")) ?? "";
  /** A name of as many letters stands for the other in the bytes, where no writer would put it. */
  const renamed = async (from: string, to: string) => {
    const zip = await changed({ [from]: "{}" });
    return Buffer.from(zip.toString("latin1").replaceAll(from, to), "latin1");
  };

  const CASES: readonly [string, () => Promise<Uint8Array>, RegExp][] = [
    ["cut in half", async () => (await readFile(first())).subarray(0, 4000), /cut off/],
    ["no ZIP", () => Promise.resolve(Buffer.from("tag,family\nP-1,jet\n")), /no archive/],
    ["empty", () => Promise.resolve(Buffer.alloc(1)), /no archive/],
    ["another ZIP", () => zipped(new Map([["photos/x.jpg", Buffer.alloc(1)]])), /does not belong/],
    [
      "of a newer program",
      () => changed({ "archive.json": headed((h) => ({ ...h, schema: 999 })) }),
      /newer/,
    ],
    [
      "of another form",
      () => changed({ "archive.json": headed((h) => ({ ...h, version: 2 })) }),
      /form/,
    ],
    ["without a header", () => changed({ "archive.json": undefined }), /no archive\.json/],
    ["without a table", () => changed({ "tables/pump.ndjson": undefined }), /no file of "pump"/],
    ["without a picture", () => changed({ [photo()]: undefined }), /picture .* not in/],
    ["with another picture", () => changed({ [photo()]: "GIF89a" }), /not the one/],
    [
      "changed in a row",
      () =>
        changed({ "tables/site.ndjson": text("tables/site.ndjson").replace("Larkfen", "Lurkfen") }),
      /was changed/,
    ],
    [
      "short of a row",
      () => forged("plate", text("tables/plate.ndjson").replace(/^.*\n/, "")),
      /rows where/,
    ],
    [
      "with a row of nobody",
      () =>
        forged("pump", text("tables/pump.ndjson").replace(/"site_id":"[0-9a-f]/, '"site_id":"f')),
      /"pump" is not in order/,
    ],
    [
      "with a row that is none",
      () => forged("pump", text("tables/pump.ndjson").replace("{", "[")),
      /not in order/,
    ],
    ["with a path that climbs", () => renamed("tables/xx.ndjson", "../../etc.passwd"), /leads out/],
    ["with an absolute path", () => renamed("tables/xx.ndjson", "/tables/x.ndjson"), /leads out/],
    [
      "a thousand times longer",
      () => changed({ "tables/big.ndjson": Buffer.alloc(200_000_000) }),
      /more than 200/,
    ],
    [
      "with a column of another",
      () =>
        changed({
          "archive.json": headed((h) => ({
            ...h,
            tables: h.tables.map((t) =>
              t.name === "person" ? { ...t, columns: ["id", "passphrase"] } : t,
            ),
          })),
        }),
      /"passphrase"/,
    ],
    [
      "with a column that is a statement",
      () =>
        changed({
          "archive.json": headed((h) => ({
            ...h,
            tables: h.tables.map((t) =>
              t.name === "person" ? { ...t, columns: ['id" from x; --'] } : t,
            ),
          })),
        }),
      /not in order at/,
    ],
  ];

  it.each(CASES)("%s is refused in words, with nothing brought in", async (_, bytes, words) => {
    const { status, why } = await send(await bytes());
    expect(why).toMatch(words);
    expect(why).toMatch(/Nothing was brought in\.$/);
    expect(status).toBe(422);
    const left = (await rows.execute(
      "select (select count(*)::int from pump) + (select count(*)::int from person) as n",
    )) as { n: number }[];
    expect(left[0]?.n).toBe(1);
  });

  it("leaves no file behind", async () => {
    const { readdir } = await import("node:fs/promises");
    await writeFile(join(folder, "x"), "");
    expect((await readdir(tmpdir())).filter((n) => n.startsWith("yard-archive-"))).toEqual([]);
  });
});
