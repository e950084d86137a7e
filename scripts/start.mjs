/**
 * `npm start`: from an empty clone to a served demo.
 *
 * PORT chooses the port (3000), YARD_DATA where the data live. DATABASE_URL uses that server instead of an
 * own cluster; then the demo is loaded only with YARD_DEMO=1, and YARD_APP_URL names the role that serves. `--lan` serves
 * the plant network too, over HTTPS (YARD_LAN: at these of its addresses). `--dev` serves with live reload, `--reset`
 * removes the data after a question and a backup; `--yes` answers it. YARD_BACKUPS: how many nightly backups are kept
 * (14; 0 makes none).
 */
import { dirname, join } from "node:path";
import { createInterface } from "node:readline/promises";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
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

/** A server that ends this often within a minute is not started again. */
const MOST_ENDS = 3;

await inCare(async ({ signal, onStop }) => {
  if (process.argv.includes("--reset")) return reset(signal, onStop);
  const port = Number(process.env.PORT ?? 3000);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    giveUp(`PORT ${process.env.PORT} is no port; use 1 to 65535.`);
  await demandFreePort(port);
  await ensurePackages(root, signal);
  const lan = process.argv.includes("--lan") ? await onLan(dataFolder(root), port) : undefined;
  const address = lan?.address ?? `http://127.0.0.1:${port}`;
  const { url, appUrl } = await database(address, signal, onStop);
  await (dev ? bundleTasks(root) : ensureBuild(root, signal));
  const { nightly } = await import("./parts/nightly.mjs");
  onStop(nightly(url, join(dataFolder(root), "backups"), signal));
  // Behind HTTPS the application has a port of its own, which nobody is told.
  const inner = lan ? await freePort() : port;
  const ends = [];
  for (let first = true; !signal.aborted; first = false) {
    const server = await serve(root, {
      port: inner,
      databaseUrl: appUrl,
      dev,
      signal,
      env: lan?.env,
    });
    onStop(server.stop);
    if (first && lan) onStop((await lan.open(inner)).stop);
    await (lan ? lan.tell() : say(`Yard Tack is at ${address}   (Ctrl-C stops it)`));
    await Promise.race([
      server.ended,
      new Promise((resolve) => signal.addEventListener("abort", resolve, { once: true })),
    ]);
    if (signal.aborted) break;
    ends.push(Date.now());
    if (ends.filter((at) => at > Date.now() - 60_000).length >= MOST_ENDS)
      giveUp(`the server ended ${MOST_ENDS} times within a minute; what was saved is kept.`);
    say("The server ended by itself; starting it again. What was saved is kept.");
  }
  return 0;
});

/** Removes the data, after a backup of them and a word that it is meant. */
async function reset(signal, onStop) {
  const sure =
    process.argv.includes("--yes") ||
    (await ask(
      "This removes every pump, visit and photo after a backup of them. Type reset to go on: ",
    )) === "reset";
  if (!sure) giveUp("nothing was removed.");
  await ensurePackages(root, signal);
  // Only now, for it needs the packages.
  const { makeBackup } = await import("./parts/backups.mjs");
  if (hasPostgres(root, "cluster")) {
    const own = await startPostgres(root, { name: "cluster", signal });
    onStop(own.stop);
    const made = await makeBackup(own.url, join(dataFolder(root), "backups"), signal).finally(
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
    giveUp("nobody is here to ask: --reset --yes removes the data. Nothing was removed.");
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
    const demo = process.env.YARD_DEMO === "1";
    await prepareDatabase(root, { url: given, appUrl, demo, address, signal });
    if (appUrl === "") say(ONE_ROLE);
    return { url: given, appUrl: appUrl || given };
  }
  const own = await startPostgres(root, { name: "cluster", signal });
  onStop(own.stop);
  await prepareDatabase(root, { url: own.url, appUrl: own.appUrl, demo: true, address, signal });
  return own;
}
