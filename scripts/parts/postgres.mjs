/**
 * A PostgreSQL cluster of the checkout's own, on loopback.
 *
 * PostgreSQL refuses to run as root: there the `postgres` system user runs it, and where that user
 * cannot enter the checkout the cluster lives in /var/lib/yard-tack/.
 */
import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { basename, join } from "node:path";
import { giveUp, say } from "./say.mjs";

const isRoot = process.getuid?.() === 0;

/** Folder of initdb and pg_ctl, newest version first. */
function findPrograms() {
  const base = "/usr/lib/postgresql";
  const versions = existsSync(base)
    ? readdirSync(base)
        .map(Number)
        .filter((v) => v >= 15)
    : [];
  for (const v of versions.sort((a, b) => b - a)) {
    if (existsSync(join(base, String(v), "bin/initdb"))) return join(base, String(v), "bin");
  }
  const onPath = spawnSync("sh", ["-c", 'dirname "$(command -v initdb)"'], { encoding: "utf8" });
  const dir = onPath.stdout.trim();
  return dir && existsSync(join(dir, "initdb")) ? dir : undefined;
}

function ensurePrograms() {
  const found = findPrograms();
  if (found) return found;
  if (!isRoot) {
    giveUp(
      "PostgreSQL 15 or newer is missing; install Debian's package `postgresql`, or set DATABASE_URL.",
    );
  }
  say("Installing PostgreSQL from Debian's packages …");
  installDebian(["postgresql"]);
  return findPrograms() ?? giveUp("PostgreSQL was installed but initdb was not found.");
}

/** Installs Debian packages as root; gives up with one line when that fails. */
export function installDebian(names) {
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const options = { stdio: ["ignore", "ignore", "ignore"], env };
  const install = () =>
    spawnSync("apt-get", ["install", "-y", "--no-install-recommends", ...names], options);
  if (install().status === 0) return;
  spawnSync("apt-get", ["update"], options);
  if (install().status !== 0)
    giveUp(`apt-get install ${names.join(" ")} failed; install it by hand.`);
}

/** Runs a PostgreSQL program as the user who may. */
function run(bin, name, args, quiet = true) {
  const program = join(bin, name);
  const [command, all] = isRoot
    ? ["runuser", ["-u", "postgres", "--", program, ...args]]
    : [program, args];
  return spawnSync(command, all, { cwd: "/", encoding: "utf8", stdio: quiet ? "pipe" : "inherit" });
}

/** Where the cluster of this checkout lives. */
function clusterFolder(root, name) {
  const local = join(root, ".yard");
  if (!isRoot) return join(local, name);
  mkdirSync(local, { recursive: true });
  const canEnter = spawnSync("runuser", ["-u", "postgres", "--", "test", "-x", local]).status === 0;
  if (canEnter) return join(local, name);
  const mark = createHash("sha256").update(root).digest("hex").slice(0, 8);
  return join("/var/lib/yard-tack", `${basename(root)}-${mark}`, name);
}

const freePort = () =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.on("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/**
 * Starts the cluster, making it first when it is not there.
 * @param {{ name: string, throwAway?: boolean }} options - folder name; `throwAway` trades
 *   durability for speed and removes the cluster when stopped
 * @returns {Promise<{ url: string, stop: () => void }>}
 */
export async function startPostgres(root, { name, throwAway = false }) {
  const bin = ensurePrograms();
  const folder = clusterFolder(root, name);
  const data = join(folder, "data");
  if (throwAway) {
    run(bin, "pg_ctl", ["-D", data, "-m", "immediate", "stop"]);
    rmSync(folder, { recursive: true, force: true });
  }
  if (!existsSync(join(data, "PG_VERSION"))) {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    if (isRoot) execFileSync("chown", ["postgres", folder]);
    const made = run(bin, "initdb", [
      ...["-D", data, "-U", "yard", "--auth=trust", "--encoding=UTF8", "--locale=C.UTF-8"],
      "--no-sync",
    ]);
    if (made.status !== 0) giveUp(`initdb failed: ${lastLine(made.stderr)}`);
  }
  const status = run(bin, "pg_ctl", ["-D", data, "status"]);
  if (status.status === 0) {
    // Another start of this checkout, or one that was killed, left it running: use it.
    const port = readFileSync(join(data, "postmaster.pid"), "utf8").split("\n")[3];
    return { url: urlOf(port), stop: () => undefined };
  }
  const port = await freePort();
  const settings = [`-p ${port}`, "-c listen_addresses=127.0.0.1", "-c unix_socket_directories="];
  if (throwAway) {
    settings.push("-c fsync=off", "-c synchronous_commit=off", "-c full_page_writes=off");
  }
  const log = join(folder, "log");
  const started = run(
    bin,
    "pg_ctl",
    ["-D", data, "-w", "-t", "60", "-l", log, "-o", settings.join(" "), "start"],
    true,
  );
  if (started.status !== 0) giveUp(`PostgreSQL did not start; its log is ${log}.`);
  return {
    url: urlOf(port),
    stop: () => {
      run(bin, "pg_ctl", ["-D", data, "-m", "fast", "-w", "stop"]);
      if (throwAway) rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Removes the cluster of this checkout. */
export function removePostgres(root, name) {
  const bin = ensurePrograms();
  const folder = clusterFolder(root, name);
  run(bin, "pg_ctl", ["-D", join(folder, "data"), "-m", "immediate", "stop"]);
  rmSync(folder, { recursive: true, force: true });
  writeFileSync(join(root, ".yard", ".reset"), "");
}

const urlOf = (port) => `postgresql://yard@127.0.0.1:${port}/postgres`;
const lastLine = (text) => text.trim().split("\n").pop() ?? "";
