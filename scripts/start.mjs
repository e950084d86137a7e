/**
 * `npm start`: from an empty clone to a served demo.
 *
 * PORT chooses the port (3000), YARD_DATA where the data live. The demo comes by itself into an own cluster that is empty, and on
 * YARD_DEMO=1 where there is no pump yet. `--real` leaves it for a yard of one's own, after a question and a backup.
 * DATABASE_URL uses that server instead of an own cluster, and YARD_APP_URL names the role that serves. `--lan` serves
 * the plant network too, over HTTPS (YARD_LAN: at these of its addresses). `--dev` serves with live reload, `--reset`
 * removes the data after a question and a backup; `--yes` answers. YARD_BACKUPS: how many daily backups are kept
 * (14; 0 makes none).
 */
import { dirname, join } from "node:path";
import { createInterface } from "node:readline/promises";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { keepServing } from "./parts/keep-serving.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { onLan } from "./parts/lan.mjs";
import { demandFreePort, freePort } from "./parts/ports.mjs";
import { dataFolder, hasPostgres, removePostgres, startPostgres } from "./parts/postgres.mjs";
import { giveUp, say } from "./parts/say.mjs";
import { bundleTasks, ensureBuild, prepareDatabase, serve } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const dev = process.argv.includes("--dev");

const ONE_ROLE =
  "The application connects as the role of DATABASE_URL, which may alter tables and turn triggers off. YARD_APP_URL, the same address with another role and password, closes that: docs/operations.md.";

await inCare(async ({ signal, onStop }) => {
  if (process.argv.includes("--reset")) return reset(signal, onStop);
  const port = Number(process.env.PORT ?? 3000);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    giveUp(`PORT ${process.env.PORT} is no port; use 1 to 65535.`);
  await demandFreePort(port);
  await ensurePackages(root, signal);
  const lan = process.argv.includes("--lan") ? await onLan(dataFolder(root), port) : undefined;
  const address = lan?.address ?? `http://127.0.0.1:${port}`;
  if (process.argv.includes("--real")) await leaveDemo(signal);
  const { url, appUrl } = await database(address, signal, onStop);
  await (dev ? bundleTasks(root) : ensureBuild(root, signal));
  // Behind HTTPS the application has a port of its own, which nobody is told.
  const inner = lan ? await freePort() : port;
  await keepServing(
    (env) =>
      serve(root, { port: inner, databaseUrl: appUrl, dev, signal, env: { ...lan?.env, ...env } }),
    {
      signal,
      onStop,
      first: async () => {
        if (lan) onStop((await lan.open(inner)).stop);
        const { upkeep } = await import("./parts/upkeep.mjs");
        onStop(upkeep({ root, url, folder: backupFolder(), signal }));
      },
      serves: () => (lan ? lan.tell() : say(`Yard Tack is at ${address}   (Ctrl-C stops it)`)),
    },
  );
  return 0;
});

/** Leaves the demo for a yard of one's own: its data are backed up and removed. A yard of one's own stays as it is. */
async function leaveDemo(signal) {
  if (process.env.DATABASE_URL || !hasPostgres(root, "cluster")) return;
  const { column, withClient } = await import("./parts/database.mjs");
  const own = await startPostgres(root, { name: "cluster", signal });
  let made;
  try {
    const isDemo = await withClient(own.url, async (client) => {
      const [table] = await column(client, "select to_regclass('public.milestone')");
      const demo = "select name from milestone where name = 'demo'";
      return table !== null && (await column(client, demo)).length > 0;
    });
    if (!isDemo) return;
    await demandWord("leave", "This leaves the demo: all that is in it is removed after a backup.");
    const { makeBackup } = await import("./parts/backups.mjs");
    made = await makeBackup(own.url, backupFolder(), { by: "reset", signal });
  } finally {
    await own.stop();
  }
  await removePostgres(root, "cluster");
  say(`The demo is left; what was in it is in ${made}`);
}

function backupFolder() {
  return join(dataFolder(root), "backups");
}

/** Asks for a word before something is removed; `--yes` has said it. */
async function demandWord(word, what) {
  if (process.argv.includes("--yes")) return;
  if ((await ask(`${what} Type ${word} to go on: `)) !== word) giveUp("nothing was removed.");
}

/** Removes the data, after a backup of them and a word that it is meant. */
async function reset(signal, onStop) {
  await demandWord("reset", "This removes every pump, visit and photo after a backup of them.");
  await ensurePackages(root, signal);
  // Only now, for it needs the packages.
  const { makeBackup } = await import("./parts/backups.mjs");
  if (hasPostgres(root, "cluster")) {
    const own = await startPostgres(root, { name: "cluster", signal });
    onStop(own.stop);
    const made = await makeBackup(own.url, backupFolder(), { by: "reset", signal }).finally(
      own.stop,
    );
    say(`Backup made: ${made}`);
  }
  await removePostgres(root, "cluster");
  say("The data are removed; npm start makes the demo anew.");
  return 0;
}

/** What somebody answers; nothing where nobody is there to answer. */
async function ask(question) {
  if (!process.stdin.isTTY)
    giveUp("nobody is here to ask; --yes beside it answers. Nothing was removed.");
  const line = createInterface({ input: process.stdin, output: process.stderr });
  try {
    return (await line.question(question)).trim().toLowerCase();
  } finally {
    line.close();
  }
}

/** Address of a database that is up to date: the one given, or the checkout's own. */
async function database(address, signal, onStop) {
  const given = process.env.DATABASE_URL;
  if (given) {
    const appUrl = process.env.YARD_APP_URL ?? "";
    const demo = process.env.YARD_DEMO === "1" ? "asked" : "never";
    await prepareDatabase(root, { url: given, appUrl, demo, address, signal });
    if (appUrl === "") say(ONE_ROLE);
    return { url: given, appUrl: appUrl || given };
  }
  const own = await startPostgres(root, { name: "cluster", signal });
  onStop(own.stop);
  const { url, appUrl } = own;
  const real = process.argv.includes("--real");
  const demo = process.env.YARD_DEMO === "1" ? "asked" : "when-empty";
  await prepareDatabase(root, { url, appUrl, demo, real, address, signal });
  return own;
}
