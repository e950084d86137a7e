/** Builds and serves the application. */
import { spawn, spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { createConnection } from "node:net";
import { join } from "node:path";
import { hashOf, isFresh } from "./freshness.mjs";
import { giveUp, say } from "./say.mjs";

const next = (root) => join(root, "node_modules/next/dist/bin/next");
const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };

/** `next build`, only when sources changed since the last one. */
export function ensureBuild(root) {
  const web = join(root, "web");
  const stamp = join(web, ".next/built-from");
  const hash = hashOf([
    join(root, "core/src"),
    join(web, "src"),
    join(web, "public"),
    join(web, "next.config.mjs"),
    join(web, "postcss.config.mjs"),
    join(root, "package-lock.json"),
  ]);
  if (isFresh(stamp, hash)) return;
  say("Building the application (about a minute) …");
  const built = spawnSync(process.execPath, [next(root), "build"], {
    cwd: web,
    env: environment,
    stdio: ["ignore", "pipe", "pipe"],
    encoding: "utf8",
  });
  if (built.status !== 0) {
    say(built.stdout.slice(-4000));
    say(built.stderr.slice(-4000));
    giveUp("the build failed; its messages are above.");
  }
  writeFileSync(stamp, hash);
}

/** Runs a TypeScript file of the application once; resolves with its exit code. */
export function runTypeScript(root, file, env = {}) {
  const ran = spawnSync(process.execPath, ["--import", "tsx", join(root, file)], {
    cwd: join(root, "web"),
    env: { ...environment, ...env },
    stdio: ["ignore", 2, 2],
  });
  return ran.status ?? 1;
}

const isListening = (port) =>
  new Promise((resolve) => {
    const socket = createConnection({ port, host: "127.0.0.1" });
    socket.once("connect", () => {
      socket.destroy();
      resolve(true);
    });
    socket.once("error", () => resolve(false));
  });

/** Gives up with one line when somebody else has the port. */
export async function demandFreePort(port) {
  if (await isListening(port)) {
    giveUp(`port ${port} is taken; stop what uses it or set PORT to another.`);
  }
}

/**
 * Serves the application and resolves when it answers.
 * @returns {Promise<import("node:child_process").ChildProcess>}
 */
export async function serve(root, { port, databaseUrl, dev = false, quiet = false }) {
  const child = spawn(
    process.execPath,
    [next(root), dev ? "dev" : "start", "-H", "127.0.0.1", "-p", String(port)],
    {
      cwd: join(root, "web"),
      env: { ...environment, DATABASE_URL: databaseUrl },
      stdio: ["ignore", "ignore", quiet ? "ignore" : 2],
    },
  );
  const limit = Date.now() + 60_000;
  while (Date.now() < limit) {
    if (child.exitCode !== null) giveUp("the server ended while starting; its message is above.");
    if (await isListening(port)) return child;
    await new Promise((r) => setTimeout(r, 100));
  }
  child.kill("SIGKILL");
  return giveUp("the server did not answer within 60 s.");
}

/** Stops a served application and waits for it. */
export async function stopServing(child) {
  if (child.exitCode !== null) return;
  const gone = new Promise((r) => child.once("exit", r));
  child.kill("SIGTERM");
  const timer = setTimeout(() => child.kill("SIGKILL"), 5000);
  await gone;
  clearTimeout(timer);
}
