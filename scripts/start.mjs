/**
 * `npm start`: from an empty clone to a served demo.
 *
 * PORT chooses the port (3000). DATABASE_URL uses that server instead of an own cluster; then the
 * demo is loaded only with YARD_DEMO=1. `--dev` serves with live reload, `--reset` removes the data.
 */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { ensurePackages } from "./parts/packages.mjs";
import { removePostgres, startPostgres } from "./parts/postgres.mjs";
import { giveUp, say } from "./parts/say.mjs";
import { demandFreePort, ensureBuild, runTypeScript, serve, stopServing } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const dev = process.argv.includes("--dev");
const port = Number(process.env.PORT ?? 3000);
if (!Number.isInteger(port) || port < 1 || port > 65535)
  giveUp(`PORT ${process.env.PORT} is no port.`);

if (process.argv.includes("--reset")) {
  removePostgres(root, "cluster");
  say("The demo's data is removed; npm start makes it anew.");
  process.exit(0);
}

await demandFreePort(port);
ensurePackages(root);
const given = process.env.DATABASE_URL;
const database = given
  ? { url: given, stop: () => undefined }
  : await startPostgres(root, { name: "cluster" });
const demo = given ? (process.env.YARD_DEMO ?? "0") : "1";
const prepared = runTypeScript(root, "web/src/db/prepare.ts", {
  DATABASE_URL: database.url,
  YARD_DEMO: demo,
});
if (prepared !== 0) {
  database.stop();
  giveUp("the database could not be prepared; its message is above.");
}
if (!dev) ensureBuild(root);
const server = await serve(root, { port, databaseUrl: database.url, dev });

let stopping = false;
const stop = async (code) => {
  if (stopping) return;
  stopping = true;
  await stopServing(server);
  database.stop();
  process.exit(code);
};
process.on("SIGINT", () => void stop(0));
process.on("SIGTERM", () => void stop(0));
process.on("SIGHUP", () => void stop(0));
server.once("exit", () => void stop(1));
say(`Yard Tack is at http://127.0.0.1:${port}   (Ctrl-C stops it)`);
