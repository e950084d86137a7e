/** Backups of a database: one folder each, with a manifest by which it is known to be whole. */
import { createHash } from "node:crypto";
import {
  createReadStream,
  createWriteStream,
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
import { pipeline } from "node:stream/promises";
import { toldBy, toldBySystem } from "./causes.mjs";
import { start, stop } from "./child.mjs";
import { column, withClient, withoutPassword } from "./database.mjs";
import { postgresPrograms } from "./debian.mjs";
import { marksOf } from "./marks.mjs";
import { giveUp } from "./say.mjs";
import { backupPassphrase, sealed } from "./sealing.mjs";

/** Version of the manifest: 2 marks every row, 1 counted them. */
const FORMAT = 2;
const NAME = /^yard-\d{8}T\d{6}Z$/;
const SCHEMAS = ["public", "auth"];

/** The form in which a backup is closed. */
const AGE = "age";

/**
 * Makes a backup. What is in it is one moment of the database, photos included; it gets its name when it is whole.
 * @param {string} url - of a role that reads every table
 * @param {string} into - the folder of backups
 * @param {{ by?: "hand" | "daily" | "restore" | "reset", signal?: AbortSignal }} how - `by` is what made it: only
 *   daily ones are ever removed
 * @returns {Promise<string>} the folder that was made
 */
export async function makeBackup(url, into, { by = "hand", signal } = {}) {
  const bin = await postgresPrograms(undefined, signal);
  const passphrase = backupPassphrase();
  mkdirSync(into, { recursive: true, mode: 0o700 });
  const made = new Date();
  const folder = join(into, `yard-${made.toISOString().replace(/[-:]|\.\d+/g, "")}`);
  const part = `${folder}.part`;
  rmSync(part, { recursive: true, force: true });
  mkdirSync(part, { mode: 0o700 });
  try {
    await atOneMoment(url, async (client, moment) => {
      const dump = join(part, dumpName(passphrase === undefined ? undefined : AGE));
      await dumpInto(dump, { bin, url, moment, passphrase, signal });
      const marks = await marksOf(client);
      const manifest = {
        format: FORMAT,
        made: made.toISOString(),
        by,
        ...(passphrase === undefined ? {} : { closed: AGE }),
        migrations: await column(client, "select name from mikro_orm_migrations order by id"),
        rows: Object.fromEntries(Object.entries(marks).map(([table, { rows }]) => [table, rows])),
        sums: Object.fromEntries(Object.entries(marks).map(([table, { sum }]) => [table, sum])),
        dump: { bytes: statSync(dump).size, sha256: await sha256(dump) },
      };
      writeFileSync(join(part, "manifest.json"), `${JSON.stringify(manifest, null, 2)}\n`);
    });
    renameSync(part, folder);
  } catch (error) {
    rmSync(part, { recursive: true, force: true });
    throw error;
  }
  return folder;
}

const dumpName = (closed) => (closed === AGE ? "database.dump.age" : "database.dump");

/** Writes PostgreSQL's own dump of one moment to a file, closed where there is a passphrase: it is never there open. */
async function dumpInto(file, { bin, url, moment, passphrase, signal }) {
  const { address, env } = withoutPassword(url);
  const child = start(
    join(bin, "pg_dump"),
    [
      ...["--format=custom", `--snapshot=${moment}`, `--dbname=${address}`],
      ...SCHEMAS.map((s) => `--schema=${s}`),
    ],
    { last: "KILL", env, stdio: ["ignore", "pipe", "pipe"] },
  );
  const aborted = () => void stop(child, "SIGKILL");
  signal?.addEventListener("abort", aborted, { once: true });
  let said = "";
  child.stderr.setEncoding("utf8").on("data", (text) => (said += text));
  const ended = new Promise((resolve) => child.once("close", (code) => resolve(code ?? 1)));
  try {
    const bytes = passphrase === undefined ? child.stdout : await sealed(child.stdout, passphrase);
    await pipeline(bytes, createWriteStream(file, { mode: 0o600 }));
  } catch (error) {
    await stop(child, "SIGKILL");
    signal?.throwIfAborted();
    giveUp(`no backup was made: ${toldBySystem(error) ?? error.message}`);
  } finally {
    signal?.removeEventListener("abort", aborted);
  }
  const code = await ended;
  signal?.throwIfAborted();
  if (code !== 0) giveUp(`no backup was made: ${toldBy(said, file)}`);
}

/** Backups of a folder, newest first; what was not finished is none. */
export const backupsIn = (folder) =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => NAME.test(name))
        .sort()
        .reverse()
    : [];

/** When a backup of this name was made [ms]. */
export const madeAt = (name) =>
  Date.parse(name.replace(/^yard-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z$/, "$1-$2-$3T$4:$5:$6Z"));

/** What made a backup; of one that does not say, and of one that cannot be read, it is not known. */
export function madeBy(folder) {
  try {
    return JSON.parse(readFileSync(join(folder, "manifest.json"), "utf8")).by;
  } catch {
    return undefined;
  }
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
  if (manifest.format > FORMAT || ![undefined, AGE].includes(manifest.closed))
    return not("was made by a newer Yard Tack; restore it with that.");
  const name = dumpName(manifest.closed);
  const dump = join(folder, name);
  if (!existsSync(dump)) return not(`is cut short: its ${name} is missing.`);
  const { size } = statSync(dump);
  if (size !== manifest.dump?.bytes)
    return not(`is cut short or was changed: ${size} bytes of ${manifest.dump?.bytes} are there.`);
  if ((await sha256(dump)) !== manifest.dump.sha256)
    return not("was changed or damaged: its contents are not those that were written.");
  return { ...manifest, dump };
}

/** Runs `work` at one moment of the database, which other programs can look at by its name. */
const atOneMoment = (url, work) =>
  withClient(url, async (client) => {
    await client.query("begin isolation level repeatable read read only");
    const [moment] = await column(client, "select pg_export_snapshot()");
    const done = await work(client, moment);
    await client.query("commit");
    return done;
  });

async function sha256(path) {
  const hash = createHash("sha256");
  for await (const part of createReadStream(path)) hash.update(part);
  return hash.digest("hex");
}
