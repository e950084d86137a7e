/** Builds and serves the application. */
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { demandRoom, toldBy } from "./causes.mjs";
import { run, start, stop } from "./child.mjs";
import { hashOf, isFresh } from "./freshness.mjs";
import { withLock } from "./lock.mjs";
import { isListening } from "./ports.mjs";
import { giveUp, say } from "./say.mjs";

const next = (root) => join(root, "node_modules/next/dist/bin/next");
const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };

/** What a build takes [MB]. */
const ROOM = 400;

/** `next build`, only when sources changed since the last one. */
export async function ensureBuild(root, signal) {
  const web = join(root, "web");
  const stamp = join(web, ".next/built-from");
  const sources = [
    join(root, "core/src"),
    join(web, "src"),
    join(web, "public"),
    join(web, "next.config.mjs"),
    join(web, "postcss.config.mjs"),
    // What a module may be left out for is said there.
    join(web, "package.json"),
    join(root, "core/package.json"),
    join(root, "package-lock.json"),
  ];
  if (isFresh(stamp, hashOf(sources))) return;
  await withLock("build", root, signal, async () => {
    const hash = hashOf(sources);
    if (isFresh(stamp, hash)) return;
    demandRoom(web, ROOM, "the build");
    say("Building the application (about a minute) …");
    const built = await run(process.execPath, [next(root), "build"], {
      cwd: web,
      env: environment,
      signal,
      stdio: ["ignore", "pipe", "pipe"],
    });
    if (built.code !== 0) {
      say(built.output.slice(-6000));
      giveUp(`the build failed: ${toldBy(built.output, web)} What it printed is above.`);
    }
    await bundleTasks(root);
    writeFileSync(stamp, hash);
  });
}

/**
 * What runs on threads of its own, each bundled to one file: a pool of threads takes no sources.
 * @param {string} root - the checkout
 */
export async function bundleTasks(root) {
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(root, "web/src/workers/diagnose.task.ts")],
    outdir: join(root, "web/dist"),
    outExtension: { ".js": ".mjs" },
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    logLevel: "warning",
  });
}

/**
 * Brings a database up to date.
 * @param {string} root - the checkout
 * @param {{ url: string, appUrl?: string, demo: "never" | "when-empty" | "asked", real?: boolean, address?: string, signal?: AbortSignal }} options -
 *   `appUrl` names the role that the application will connect as; `demo` says when the demo is put into it, `real` that it is for a
 *   yard of one's own; `address` is where it will be served: a first administrator is told
 * @returns what it said
 */
export async function prepareDatabase(
  root,
  { url, appUrl = "", demo, real = false, address = "", signal },
) {
  const { code, output } = await run(
    process.execPath,
    ["--import", "tsx", join(root, "web/src/db/prepare.ts")],
    {
      cwd: join(root, "web"),
      env: {
        ...environment,
        DATABASE_URL: url,
        YARD_DEMO: { never: "", "when-empty": "auto", asked: "1" }[demo],
        YARD_REAL: real ? "1" : "",
        YARD_ADDRESS: address,
        YARD_APP_URL: appUrl,
      },
      signal,
      stdio: ["ignore", "pipe", "pipe"],
    },
  );
  const [, fault] = /^yard-tack: (.*)$/m.exec(output) ?? [];
  if (code !== 0 && fault) giveUp(fault);
  process.stderr.write(output);
  if (code !== 0) giveUp("the database could not be prepared; what went wrong is above.");
  return output;
}

/**
 * Serves the application and resolves when it answers.
 * @param {string} root - the checkout
 * @param {{ port: number, databaseUrl: string, dev?: boolean, quiet?: boolean, signal?: AbortSignal, env?: Record<string, string> }} options -
 *   `env` is added to the environment
 * @returns {Promise<{ ended: Promise<{ code: number | null, signal: string | null }>, stop: () => Promise<void>, kill: () => Promise<void> }>}
 */
export async function serve(root, { port, databaseUrl, dev = false, quiet = false, signal, env }) {
  signal?.throwIfAborted();
  const child = start(
    process.execPath,
    [next(root), dev ? "dev" : "start", "-H", "127.0.0.1", "-p", String(port)],
    {
      cwd: join(root, "web"),
      env: { ...environment, ...env, DATABASE_URL: databaseUrl },
      stdio: ["ignore", "ignore", quiet ? "ignore" : 2],
    },
  );
  const ended = new Promise((resolve) =>
    child.once("exit", (code, signal) => resolve({ code, signal })),
  );
  const server = { ended, stop: () => stop(child), kill: () => stop(child, "SIGKILL") };
  const limit = Date.now() + 60_000;
  while (Date.now() < limit) {
    if (signal?.aborted) {
      await server.stop();
      signal.throwIfAborted();
    }
    if (child.exitCode !== null || child.signalCode !== null)
      giveUp("the server ended while starting; its message is above.");
    if (await isListening(port)) return server;
    await new Promise((r) => setTimeout(r, 100));
  }
  await server.stop();
  return giveUp("the server did not answer within 60 s; start again.");
}
