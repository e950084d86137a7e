/**
 * A backup put back. All of it is one transaction: what is there steps aside under another name, the backup is read in, every row
 * and picture is compared with its manifest, and only then does the new yard stand. Whatever ends it before that leaves the old.
 */
import { createReadStream } from "node:fs";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import { wholeBackup } from "./backups.mjs";
import { toldBy, toldBySystem } from "./causes.mjs";
import { start, stop } from "./child.mjs";
import { column, withClient, withoutPassword } from "./database.mjs";
import { postgresPrograms } from "./debian.mjs";
import { markOf, SAME_TEXT, tablesOf } from "./marks.mjs";
import { giveUp } from "./say.mjs";
import { backupPassphrase, opened } from "./sealing.mjs";

/** Who has just left is seen for a moment longer [ms]. */
const LEAVING = 2000;

const RUNNING = "Yard Tack is running on this database; stop it first. Nothing was changed.";

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
 * Puts a backup into a database that holds nothing, or in place of what it holds, which is kept aside in the same database.
 * @param {{ over?: boolean, known?: readonly string[], signal?: AbortSignal, before?: () => Promise<unknown> }} how -
 *   `over` replaces what is there; `known` are the migrations that this program knows; `before` is done first where something
 *   is replaced, and what it throws stops the rest
 * @returns {Promise<{ made: string, rows: Record<string, number>, aside: string | undefined }>} `aside` names what was replaced
 */
export async function restoreBackup(
  url,
  folder,
  { over = false, known, signal, before = async () => undefined } = {},
) {
  const manifest = await wholeBackup(folder);
  const passphrase = manifest.closed === undefined ? undefined : backupPassphrase();
  if (manifest.closed !== undefined && passphrase === undefined)
    giveUp(
      `${folder} is closed with a passphrase: name the file that holds it in YARD_BACKUP_KEY_FILE. Nothing was changed.`,
    );
  const unknown = manifest.migrations.filter((m) => known && !known.includes(m));
  if (unknown.length > 0) {
    giveUp(
      `${folder} was made by a newer Yard Tack (it has ${unknown.join(", ")}); restore it with that. Nothing was changed.`,
    );
  }
  const bin = await postgresPrograms(undefined, signal);
  const held = await withClient(url, async (client) => {
    if (!(await alone(client))) giveUp(RUNNING);
    return (await tablesOf(client)).length > 0;
  });
  if (held && !over)
    giveUp(
      "this database holds something already; --over puts the backup in its place, after a backup of what is there. Nothing was changed.",
    );
  if (held) await before();
  const aside = held ? nameNow() : undefined;
  await inOneStep({
    ...{ bin, url, passphrase, signal, folder, dump: manifest.dump },
    first: `begin; ${held ? stepAside(aside) : MAKE_ROOM}`,
    last: `${check(manifest)} commit;`,
  });
  return { made: manifest.made, rows: manifest.rows, aside };
}

/** An empty database has a schema that the backup brings along, too. */
const MAKE_ROOM = "drop schema if exists auth cascade; drop schema if exists public cascade;";

const KEPT = /^before_\d{8}t\d{9}z$/;

/** What is replaced now is known by this. */
const nameNow = () => `before_${new Date().toISOString().replace(/[-:.]/g, "").toLowerCase()}`;

/** Statements by which the yard that is there gets another name, under which the application does not reach it. */
const stepAside = (name) =>
  ["public", "auth"]
    .map(
      (schema) => `
        do $$ declare r record; begin
          if to_regnamespace('${schema}') is null then return; end if;
          for r in select distinct grantee from pg_namespace, aclexplode(nspacl)
                     where nspname = '${schema}' and grantee <> nspowner loop
            execute format('revoke all on schema ${schema} from %s',
              case when r.grantee = 0 then 'public' else quote_ident(pg_get_userbyid(r.grantee)) end);
          end loop;
          alter schema ${schema} rename to ${name}_${schema};
        end $$;`,
    )
    .join("");

/** Statements that fail where a table is not, row by row, what was backed up. */
function check({ rows, sums = {} }) {
  const tables = Object.entries(rows).map(([table, count]) => {
    const sum = sums[table];
    return `
      select * into n, s from (${markOf(table)}) m;
      if n <> ${Number(count)} ${sum === undefined ? "" : `or s <> '${BigInt(sum)}'`} then
        raise exception 'not every row came back as it was: ${table.replaceAll("'", "''")}';
      end if;`;
  });
  return `${SAME_TEXT} do $check$ declare n int; s text; begin ${tables.join("")} end $check$;`;
}

/** Has PostgreSQL's own program write a dump as statements, and another carry them out between a first and a last. */
async function inOneStep({ bin, url, dump, passphrase, first, last, folder, signal }) {
  const { address, env } = withoutPassword(url);
  const carrying = start(
    join(bin, "psql"),
    ["-X", "-q", "-v", "ON_ERROR_STOP=1", "-d", address, "-f", "-"],
    { last: "KILL", env, stdio: ["pipe", "ignore", "pipe"] },
  );
  const reading = start(
    join(bin, "pg_restore"),
    ["--exit-on-error", "--no-owner", "--no-privileges", "-f", "-"],
    { last: "KILL", env, stdio: ["pipe", "pipe", "pipe"] },
  );
  const both = [carrying, reading];
  const said = both.map(() => "");
  both.forEach((child, i) =>
    child.stderr.setEncoding("utf8").on("data", (text) => (said[i] += text)),
  );
  const [carried, read] = both.map(
    (child) => new Promise((resolve) => child.once("close", (code) => resolve(code ?? 1))),
  );
  const end = () => Promise.all(both.map((child) => stop(child, "SIGKILL")));
  const aborted = () => void end();
  signal?.addEventListener("abort", aborted, { once: true });
  const not = (why) =>
    giveUp(`the backup could not be put back: ${why} What was there is as it was.`);
  try {
    carrying.stdin.on("error", () => undefined);
    carrying.stdin.write(`${first}\n`);
    const bytes = createReadStream(dump);
    const open = passphrase === undefined ? bytes : await opened(bytes, passphrase);
    await Promise.all([
      // A reader that has had enough hangs up; whether it went well it says itself.
      pipeline(open, reading.stdin).catch((error) => {
        if (error.code !== "EPIPE" && error.code !== "ERR_STREAM_PREMATURE_CLOSE") throw error;
      }),
      pipeline(reading.stdout, carrying.stdin, { end: false }),
    ]);
    // Without its last statement nothing of it stands.
    if ((await read) !== 0) return not(toldBy(said[1], folder));
    carrying.stdin.end(`${last}\n`);
    if ((await carried) !== 0) return not(toldBy(said[0], folder));
  } catch (error) {
    const code = carrying.exitCode ?? 0;
    await end();
    signal?.throwIfAborted();
    if (code !== 0) return not(toldBy(said[0], folder));
    if (passphrase !== undefined && /passphrase|identity|header|MAC/i.test(error.message))
      return not("it does not open with this passphrase.");
    return not(toldBySystem(error) ?? error.message);
  } finally {
    signal?.removeEventListener("abort", aborted);
  }
}

/** What restores replaced and this database still holds, newest first. */
export async function keptAside(url) {
  const names = await withClient(url, (client) =>
    column(client, "select nspname from pg_namespace where nspname like 'before\\_%' order by 1"),
  );
  const kept = names.map((n) => n.replace(/_(public|auth)$/, "")).filter((n) => KEPT.test(n));
  return [...new Set(kept)].reverse();
}

const NOTHING_KEPT = "no restore has replaced anything that is still kept. Nothing was changed.";

/** Puts what the last restore replaced back in its place; what stands there now is kept aside in its turn. */
export async function putBack(url) {
  const [name] = await keptAside(url);
  if (name === undefined) giveUp(NOTHING_KEPT);
  await withClient(url, async (client) => {
    if (!(await alone(client))) giveUp(RUNNING);
    const again = ["public", "auth"].map(
      (schema) =>
        `do $$ begin if to_regnamespace('${name}_${schema}') is not null then
           alter schema ${name}_${schema} rename to ${schema}; end if; end $$;`,
    );
    await client.query(`begin; ${stepAside(nameNow())} ${again.join("")} commit;`);
  });
  return name;
}

/** Removes for good what restores replaced. @returns what it was */
export async function forgetAside(url) {
  const names = await keptAside(url);
  if (names.length === 0) giveUp(NOTHING_KEPT);
  await withClient(url, (client) =>
    client.query(
      names
        .flatMap((name) =>
          ["public", "auth"].map((s) => `drop schema if exists ${name}_${s} cascade;`),
        )
        .join(" "),
    ),
  );
  return names;
}
