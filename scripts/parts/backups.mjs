/** Backups of a database: one folder each, with a manifest by which it is known to be whole. */
import { createHash } from "node:crypto";
import {
  createReadStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import pg from "pg";
import { toldBy } from "./causes.mjs";
import { run } from "./child.mjs";
import { postgresPrograms } from "./debian.mjs";
import { giveUp } from "./say.mjs";

/** Version of the manifest. */
const FORMAT = 1;
const NAME = /^yard-\d{8}T\d{6}Z$/;
const SCHEMAS = ["public", "auth"];

/**
 * Makes a backup. What is in it is one moment of the database, photos included; it gets its name when it is whole.
 * @param {string} url - of a role that reads every table
 * @param {string} into - the folder of backups
 * @returns {Promise<string>} the folder that was made
 */
export async function makeBackup(url, into, signal) {
  const bin = await postgresPrograms(undefined, signal);
  const open = withoutPassword(url);
  mkdirSync(into, { recursive: true, mode: 0o700 });
  const made = new Date();
  const folder = join(into, `yard-${made.toISOString().replace(/[-:]|\.\d+/g, "")}`);
  const part = `${folder}.part`;
  rmSync(part, { recursive: true, force: true });
  mkdirSync(part, { mode: 0o700 });
  try {
    await atOneMoment(url, async (client, moment) => {
      const dump = join(part, "database.dump");
      const schemas = SCHEMAS.map((s) => `--schema=${s}`);
      const dumped = await run(
        join(bin, "pg_dump"),
        [
          "--format=custom",
          `--snapshot=${moment}`,
          ...schemas,
          `--file=${dump}`,
          `--dbname=${open.address}`,
        ],
        { signal, env: open.env, stdio: ["ignore", "pipe", "pipe"] },
      );
      if (dumped.code !== 0) giveUp(`no backup was made: ${toldBy(dumped.output, into)}`);
      const manifest = {
        format: FORMAT,
        made: made.toISOString(),
        migrations: await column(client, "select name from mikro_orm_migrations order by id"),
        rows: await rowCounts(client),
        dump: { bytes: statSync(dump).size, sha256: await sha256(dump) },
      };
      writeFileSync(join(part, "manifest.json"), `${JSON.stringify(manifest, null, 2)}\n`);
    });
  } catch (error) {
    rmSync(part, { recursive: true, force: true });
    throw error;
  }
  renameSync(part, folder);
  return folder;
}

/** Backups of a folder, newest first; what was not finished is none. */
export const backupsIn = (folder) =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => NAME.test(name))
        .sort()
        .reverse()
    : [];

/** Removes all but the newest so many. */
export function keepNewest(folder, count) {
  for (const name of backupsIn(folder).slice(count))
    rmSync(join(folder, name), { recursive: true, force: true });
}

/** What a backup says of itself, after it was looked at whether that is so. */
export async function wholeBackup(folder) {
  const not = (why) => giveUp(`${folder} ${why} Nothing was changed.`);
  const file = join(folder, "manifest.json");
  if (!existsSync(file)) return not("is no backup: it has no manifest.json.");
  let manifest;
  try {
    manifest = JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return not("is cut short: its manifest.json cannot be read.");
  }
  if (manifest.format > FORMAT) return not("was made by a newer Yard Tack; restore it with that.");
  const dump = join(folder, "database.dump");
  if (!existsSync(dump)) return not("is cut short: its database.dump is missing.");
  const { size } = statSync(dump);
  if (size !== manifest.dump?.bytes)
    return not(`is cut short or was changed: ${size} bytes of ${manifest.dump?.bytes} are there.`);
  if ((await sha256(dump)) !== manifest.dump.sha256)
    return not("was changed or damaged: its contents are not those that were written.");
  return { ...manifest, dump };
}

/** Who has just left is seen for a moment longer [ms]. */
const LEAVING = 2000;

/** Whether nobody else is at this database. */
async function alone(client) {
  const limit = Date.now() + LEAVING;
  for (;;) {
    const [others] = await column(
      client,
      `select count(*)::int from pg_stat_activity
         where datname = current_database() and pid <> pg_backend_pid() and backend_type = 'client backend'`,
    );
    if (others === 0) return true;
    if (Date.now() > limit) return false;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/**
 * Puts a backup into a database that holds nothing, or in place of what it holds.
 * @param {{ over?: boolean, known?: readonly string[], signal?: AbortSignal }} how - `over` replaces what is there;
 *   `known` are the migrations that this program knows
 */
export async function restoreBackup(url, folder, { over = false, known, signal } = {}) {
  const manifest = await wholeBackup(folder);
  const unknown = manifest.migrations.filter((m) => known && !known.includes(m));
  if (unknown.length > 0) {
    giveUp(
      `${folder} was made by a newer Yard Tack (it has ${unknown.join(", ")}); restore it with that. Nothing was changed.`,
    );
  }
  const bin = await postgresPrograms(undefined, signal);
  await withClient(url, async (client) => {
    if (!(await alone(client)))
      giveUp("Yard Tack is running on this database; stop it first. Nothing was changed.");
    if ((await tables(client)).length > 0 && !over)
      giveUp(
        "this database holds something already; --over puts the backup in its place, after a backup of what is there. Nothing was changed.",
      );
    await client.query(`drop schema if exists auth cascade; drop schema public cascade`);
  });
  const open = withoutPassword(url);
  const restored = await run(
    join(bin, "pg_restore"),
    [
      ...["--exit-on-error", "--single-transaction", "--no-owner", "--no-privileges"],
      ...[`--dbname=${open.address}`, manifest.dump],
    ],
    { signal, env: open.env, stdio: ["ignore", "pipe", "pipe"] },
  );
  if (restored.code !== 0) {
    giveUp(`the backup could not be put back whole: ${toldBy(restored.output, folder)}`);
  }
  const rows = await withClient(url, rowCounts);
  const short = Object.entries(manifest.rows).filter(([table, n]) => rows[table] !== n);
  if (short.length > 0) giveUp(`not every row came back: ${short.map(([t]) => t).join(", ")}.`);
  return { made: manifest.made, rows };
}

/** Runs `work` at one moment of the database, which other programs can look at by its name. */
function atOneMoment(url, work) {
  return withClient(url, async (client) => {
    await client.query("begin isolation level repeatable read read only");
    const [moment] = await column(client, "select pg_export_snapshot()");
    const done = await work(client, moment);
    await client.query("commit");
    return done;
  });
}

/** An address for a command line, which every user of the machine can read; the password goes another way. */
export function withoutPassword(url) {
  const address = new URL(url);
  const password = decodeURIComponent(address.password);
  address.password = "";
  return { address: address.href, env: { ...process.env, PGPASSWORD: password } };
}

async function withClient(url, work) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const column = async (client, sql) =>
  (await client.query({ text: sql, rowMode: "array" })).rows.map(([value]) => value);

/** Every table, with its schema. */
const tables = (client) =>
  column(
    client,
    `select quote_ident(schemaname) || '.' || quote_ident(tablename) from pg_tables
       where schemaname in ('public', 'auth') order by 1`,
  );

async function rowCounts(client) {
  const counts = {};
  for (const table of await tables(client)) {
    const [n] = await column(client, `select count(*)::int from ${table}`);
    counts[table] = n;
  }
  return counts;
}

async function sha256(path) {
  const hash = createHash("sha256");
  for await (const part of createReadStream(path)) hash.update(part);
  return hash.digest("hex");
}
