/** A server and its database in a folder of their own, both of which can be killed at any moment. */
import { execFileSync } from "node:child_process";
import { chmodSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { freePort } from "../parts/ports.mjs";
import { startPostgres } from "../parts/postgres.mjs";
import { ensureBuild, prepareDatabase, serve } from "../parts/web.mjs";

const sleep = (time) => new Promise((resolve) => setTimeout(resolve, time));

/** What a database answers. */
export const ask = (url, sql) =>
  execFileSync("psql", [url, "-XAtc", sql], {
    encoding: "utf8",
    stdio: ["ignore", "pipe", "pipe"],
  }).trim();

/**
 * The demo, served. PostgreSQL is started again by its keeper; the server by whoever killed it.
 * @param {string} root - the checkout
 * @returns {Promise<{ address: string, url: string, killServer: () => Promise<void>, serveAgain: () => Promise<void>,
 *   killPostgres: () => void, back: () => Promise<void>, stop: () => Promise<void> }>} `back` waits until PostgreSQL answers
 */
export async function killableWorld(root) {
  const data = mkdtempSync(join(tmpdir(), "yard-kills-"));
  chmodSync(data, 0o755);
  const before = process.env.YARD_DATA;
  process.env.YARD_DATA = data;
  const clear = () => {
    rmSync(data, { recursive: true, force: true });
    if (before === undefined) delete process.env.YARD_DATA;
    else process.env.YARD_DATA = before;
  };
  let database;
  try {
    await ensureBuild(root);
    // Not a throw-away one: those do not wait for the disk.
    database = await startPostgres(root, { name: "cluster" });
    const { url, appUrl } = database;
    await prepareDatabase(root, { url, appUrl, demo: "asked" });
    const port = await freePort();
    const begin = () => serve(root, { port, databaseUrl: appUrl, quiet: true });
    let server = await begin();
    return {
      address: `http://127.0.0.1:${port}`,
      url,
      killServer: () => server.kill(),
      serveAgain: async () => void (server = await begin()),
      killPostgres: () => killPostgres(data),
      back: () => back(url),
      stop: async () => {
        await server.stop();
        await database.stop();
        clear();
      },
    };
  } catch (error) {
    await database?.stop();
    clear();
    throw error;
  }
}

/** Waits until PostgreSQL answers again. */
async function back(url) {
  const limit = Date.now() + 60_000;
  for (;;) {
    try {
      return ask(url, "select 1");
    } catch (error) {
      if (Date.now() > limit) throw error;
      await sleep(200);
    }
  }
}

function killPostgres(data) {
  try {
    const [pid] = readFileSync(join(data, "cluster/data/postmaster.pid"), "utf8").split("\n");
    process.kill(Number(pid), "SIGKILL");
  } catch {
    // It is starting again from the kill before.
  }
}
