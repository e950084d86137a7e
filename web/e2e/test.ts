/**
 * The tests' `test`: each file of tests has a server and a copy of the demo's database of its own, so that
 * no file sees what another did and files run side by side.
 */
import { fileURLToPath } from "node:url";
import { type BrowserContextOptions, expect, test as base } from "@playwright/test";
import { enterAs, inBrowser } from "../../scripts/parts/enter.mjs";
import { freePort } from "../../scripts/parts/ports.mjs";
import { serve } from "../../scripts/parts/web.mjs";
import { freshDatabase } from "../src/testing/fresh-database";
import { writeTo } from "../src/testing/fresh-sheet";

const root = fileURLToPath(new URL("../..", import.meta.url));

/** The same database for the role that the application has. */
export function asApplication(url: string): string {
  const app = new URL(process.env["YARD_APP_DATABASE"] ?? "http://not-set");
  app.pathname = new URL(url).pathname;
  return app.href;
}

/** A server and a copy of the demo for whatever file is run, one after the other. */
function ownServers() {
  const demo = new URL(process.env["YARD_DATABASE"] ?? "http://not-set");
  // A database can be copied only while nobody is connected to it.
  const beside = new URL("/template1", demo).href;
  type Served = {
    file: string;
    address: string;
    url: string;
    state: SessionState;
    stop: () => Promise<void>;
  };
  let now: Served | undefined;
  const stop = async () => {
    await now?.stop();
    now = undefined;
  };
  const of = async (file: string) => {
    if (now?.file === file) return now;
    await stop();
    const name = `e2e_${process.pid}_${Date.now()}`;
    const url = await freshDatabase(beside, name, demo.pathname.slice(1));
    const port = await freePort();
    const served = await serve(root, { port, databaseUrl: asApplication(url), quiet: true });
    await writeTo(url);
    const address = `http://127.0.0.1:${port}`;
    now = { file, url, address, state: await enteredAs(address, "Technician"), stop: served.stop };
    return now;
  };
  return { of, stop };
}

type SessionState = Exclude<NonNullable<BrowserContextOptions["storageState"]>, string>;

/** What a browser holds after a tap on one of the demo's people. */
export const enteredAs = async (address: string, name: string): Promise<SessionState> =>
  inBrowser(await enterAs(address, name));

/** Of a browser in which nobody was ever signed in. */
export const NOBODY: SessionState = { cookies: [], origins: [] };

interface Own {
  /** Address of the database that the server of this file uses. */
  readonly databaseUrl: string;
}

export const test = base.extend<Own, { servers: ReturnType<typeof ownServers> }>({
  servers: [
    // Playwright reads from the brackets what a fixture needs.
    async ({}, run) => {
      const servers = ownServers();
      await run(servers);
      await servers.stop();
    },
    { scope: "worker" },
  ],
  baseURL: async ({ servers }, run, { file }) => run((await servers.of(file)).address),
  // Somebody is signed in, unless a test is about that.
  storageState: async ({ servers }, run, { file }) => run((await servers.of(file)).state),
  databaseUrl: async ({ servers }, run, { file }) => run((await servers.of(file)).url),
  // Whatever a test is about, no page may throw, nor be drawn otherwise here than by the server.
  page: async ({ page }, run) => {
    const faults: string[] = [];
    page.on("pageerror", (fault) => faults.push(`${page.url()}: ${fault.message}`));
    await run(page);
    expect(faults, "faults of the page").toEqual([]);
  },
});

export { expect };
