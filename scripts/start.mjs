/**
 * `npm start`: from an empty clone to a served demo.
 *
 * PORT chooses the port (3000), YARD_DATA where the data live. DATABASE_URL uses that server instead of an
 * own cluster; then the demo is loaded only with YARD_DEMO=1. `--dev` serves with live reload, `--reset`
 * removes the data.
 */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { demandFreePort } from "./parts/ports.mjs";
import { removePostgres, startPostgres } from "./parts/postgres.mjs";
import { giveUp, say } from "./parts/say.mjs";
import { bundleTasks, ensureBuild, prepareDatabase, serve } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const dev = process.argv.includes("--dev");

/** A server that ends this often within a minute is not started again. */
const MOST_ENDS = 3;

await inCare(async ({ signal, onStop }) => {
  if (process.argv.includes("--reset")) {
    await removePostgres(root, "cluster");
    say("The data are removed; npm start makes the demo anew.");
    return 0;
  }
  const port = Number(process.env.PORT ?? 3000);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    giveUp(`PORT ${process.env.PORT} is no port; use 1 to 65535.`);
  await demandFreePort(port);
  await ensurePackages(root, signal);
  const address = `http://127.0.0.1:${port}`;
  const url = await database(address, signal, onStop);
  await (dev ? bundleTasks(root) : ensureBuild(root, signal));
  const ends = [];
  while (!signal.aborted) {
    const server = await serve(root, { port, databaseUrl: url, dev, signal });
    onStop(server.stop);
    say(`Yard Tack is at ${address}   (Ctrl-C stops it)`);
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

/** Address of a database that is up to date: the one given, or the checkout's own. */
async function database(address, signal, onStop) {
  const given = process.env.DATABASE_URL;
  if (given) {
    await prepareDatabase(root, {
      url: given,
      demo: process.env.YARD_DEMO === "1",
      address,
      signal,
    });
    return given;
  }
  const own = await startPostgres(root, { name: "cluster", signal });
  onStop(own.stop);
  await prepareDatabase(root, { url: own.url, demo: true, address, signal });
  return own.url;
}
