/** What a rescue may not do: destroy. A restore is tried with everything in its way. */
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { makeBackup, wholeBackup } from "./parts/backups.mjs";
import { copyElsewhere } from "./parts/elsewhere.mjs";
import { pauseAfter } from "./parts/keep-serving.mjs";
import { startPostgres } from "./parts/postgres.mjs";
import { forgetAside, keptAside, putBack, restoreBackup } from "./parts/restoring.mjs";
import { tryBackup } from "./parts/upkeep.mjs";
import { prepareDatabase } from "./parts/web.mjs";
import { rowsIn } from "./testing/rows.mjs";
import { standInStore } from "./testing/stand-in-store.mjs";
import { ask } from "./testing/world.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
let cluster;
let folder;
let backup;
/** What is in the backup, and what the yard has become since. */
let then;
let now;
const yard = () => rowsIn(cluster.url);

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "yard-restore-"));
  cluster = await startPostgres(root, { name: "restore-cluster", throwAway: true });
  await prepareDatabase(root, { url: cluster.url, appUrl: cluster.appUrl, demo: "asked" });
  backup = await makeBackup(cluster.url, folder);
  then = yard();
  ask(
    cluster.url,
    "insert into photo (id, sheet_id, person_id, at, received_at, about, width, height, data) select gen_random_uuid(), s.id, p.id, now(), now(), 'look', 8, 6, decode(repeat('ffd8', 5000), 'hex') from run_sheet s, person p limit 70",
  );
  now = yard();
}, 120_000);
afterAll(async () => {
  await cluster?.stop();
  rmSync(folder, { recursive: true, force: true });
});
afterEach(() => vi.unstubAllEnvs());

/** A copy of the backup with another manifest. */
function changed(change) {
  const copy = join(folder, "changed");
  rmSync(copy, { recursive: true, force: true });
  cpSync(backup, copy, { recursive: true });
  const file = join(copy, "manifest.json");
  writeFileSync(file, JSON.stringify(change(JSON.parse(readFileSync(file, "utf8")))));
  return copy;
}

describe("a restore over a yard", () => {
  it("keeps what it replaces, which comes back by a word and goes by another", async () => {
    expect(now).not.toEqual(then);
    const { aside } = await restoreBackup(cluster.url, backup, { over: true });
    expect(yard()).toEqual(then);
    expect(await keptAside(cluster.url)).toEqual([aside]);
    // The application does not reach it.
    const reach = `select has_schema_privilege('yard_app', '${aside}_public', 'usage')`;
    expect(ask(cluster.url, reach)).toBe("f");
    await putBack(cluster.url);
    expect(yard()).toEqual(now);
    // It can be served: triggers and sequences are those of its own tables.
    await prepareDatabase(root, { url: cluster.url, appUrl: cluster.appUrl, demo: "never" });
    expect(() => ask(cluster.url, "delete from log_entry")).toThrow(/only appended/);
    expect(ask(cluster.appUrl, "select count(*) > 0 from pump")).toBe("t");
    expect(await forgetAside(cluster.url)).toHaveLength(1);
    expect(await keptAside(cluster.url)).toEqual([]);
    await expect(putBack(cluster.url)).rejects.toThrow(/Nothing was changed/);
    expect(yard()).toEqual(now);
  });

  it.each([
    [
      "a row too few",
      (m) => ({ ...m, rows: { ...m.rows, "public.pump": m.rows["public.pump"] + 1 } }),
    ],
    ["a row that is another", (m) => ({ ...m, sums: { ...m.sums, "public.log_entry": "1" } })],
    ["a table that is not there", (m) => ({ ...m, rows: { ...m.rows, "public.gone": 0 } })],
  ])("with %s leaves the old one as it was", async (_, change) => {
    const copy = changed(change);
    await expect(restoreBackup(cluster.url, copy, { over: true })).rejects.toThrow(
      /could not be put back: .*What was there is as it was/,
    );
    expect(yard()).toEqual(now);
    expect(await keptAside(cluster.url)).toEqual([]);
  });

  it("does not begin where the backup before it fails", async () => {
    const before = () => Promise.reject(new Error("the disk is full"));
    await expect(restoreBackup(cluster.url, backup, { over: true, before })).rejects.toThrow(
      "the disk is full",
    );
    expect(yard()).toEqual(now);
  });

  it("does not begin while somebody works on it", async () => {
    const { withClient } = await import("./parts/database.mjs");
    await withClient(cluster.url, async () => {
      await expect(restoreBackup(cluster.url, backup, { over: true })).rejects.toThrow(
        /is running on this database/,
      );
    });
    expect(yard()).toEqual(now);
  });
});

describe("a backup closed with a passphrase", () => {
  const keyed = (text) => {
    const file = join(folder, "key");
    writeFileSync(file, text);
    vi.stubEnv("YARD_BACKUP_KEY_FILE", file);
  };

  it("is nowhere open on the disk, and opens with that passphrase alone", async () => {
    keyed("a long enough passphrase\n");
    const into = join(folder, "closed");
    const made = await makeBackup(cluster.url, into);
    expect(readdirSync(made).sort()).toEqual(["database.dump.age", "manifest.json"]);
    const bytes = readFileSync(join(made, "database.dump.age"));
    expect(bytes.subarray(0, 21).toString()).toBe("age-encryption.org/v1");
    // The name of PostgreSQL's own form, which an open one begins with.
    expect(bytes.includes("PGDMP")).toBe(false);
    ask(cluster.url, "create database opened");
    const url = new URL(cluster.url);
    url.pathname = "/opened";
    keyed("another long passphrase\n");
    await expect(restoreBackup(url.href, made)).rejects.toThrow(
      /does not open with this passphrase/,
    );
    vi.stubEnv("YARD_BACKUP_KEY_FILE", "");
    await expect(restoreBackup(url.href, made)).rejects.toThrow(/closed with a passphrase/);
    keyed("a long enough passphrase\n");
    await restoreBackup(url.href, made);
    expect(rowsIn(url.href)).toEqual(yard());
  });

  it.each([
    ["too short", () => keyed("short"), /shorter than 16/],
    ["not there", () => vi.stubEnv("YARD_BACKUP_KEY_FILE", "/nowhere/key"), /is not there/],
  ])("is not made open where its passphrase is %s", async (_, set, why) => {
    set();
    const into = join(folder, "none");
    await expect(makeBackup(cluster.url, into)).rejects.toThrow(why);
    expect(existsSync(into) ? readdirSync(into) : []).toEqual([]);
  });
});

describe("a backup on trial", () => {
  it("is put into a cluster that is gone afterwards, every row compared", async () => {
    const { rows } = await tryBackup(root, backup, new AbortController().signal);
    expect(rows["public.pump"]).toBeGreaterThan(10);
    const wrong = changed((m) => ({ ...m, sums: { ...m.sums, "public.photo": "7" } }));
    await expect(tryBackup(root, wrong, new AbortController().signal)).rejects.toThrow(
      /not every row came back/,
    );
  });
});

describe("a copy elsewhere", () => {
  it("is whole in a folder, and none where the folder is not there", async () => {
    const where = mkdtempSync(join(tmpdir(), "yard-copy-"));
    const made = await copyElsewhere(backup, where);
    expect((await wholeBackup(made)).made).toBe((await wholeBackup(backup)).made);
    rmSync(where, { recursive: true, force: true });
    expect(() => copyElsewhere(backup, where)).toThrow(/is not there/);
  });

  it("goes to a store in S3's way, its manifest last, and is none where the store refuses", async () => {
    const store = await standInStore("AKID", "secret");
    vi.stubEnv("YARD_S3_ENDPOINT", store.address);
    vi.stubEnv("AWS_ACCESS_KEY_ID", "AKID");
    vi.stubEnv("AWS_SECRET_ACCESS_KEY", "secret");
    try {
      await copyElsewhere(backup, "s3://yard/backups");
      const name = backup.split("/").at(-1);
      const dump = `/yard/backups/${name}/database.dump`;
      expect([...store.objects.keys()]).toEqual([dump, `/yard/backups/${name}/manifest.json`]);
      expect(store.objects.get(dump)?.equals(readFileSync(join(backup, "database.dump")))).toBe(
        true,
      );
      store.objects.clear();
      store.refuse((key) => key.endsWith(".dump"));
      await expect(copyElsewhere(backup, "s3://yard/backups")).rejects.toThrow(/answered 503/);
      store.refuse(() => false);
      vi.stubEnv("AWS_SECRET_ACCESS_KEY", "another");
      await expect(copyElsewhere(backup, "s3://yard/backups")).rejects.toThrow(/answered 403/);
      expect(store.objects.size).toBe(0);
    } finally {
      await store.stop();
    }
  });
});

describe("what ends by itself", () => {
  it("is started again at once, then later each time, and never given up", () => {
    expect(pauseAfter(1)).toBe(0);
    const pauses = Array.from({ length: 40 }, (_, i) => pauseAfter(i + 1));
    expect(pauses).toEqual(pauses.toSorted((a, b) => a - b));
    expect(pauses.at(-1)).toBe(60_000);
  });
});
