/** The files of a PostgreSQL cluster: made whole or not at all, and nobody else's when it starts. */
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  renameSync,
  rmSync,
} from "node:fs";
import { join } from "node:path";
import { demandRoom, toldBy } from "./causes.mjs";
import { run } from "./child.mjs";
import { giveUp, say } from "./say.mjs";
import {
  demandPasswords,
  hasSecrets,
  makeSecrets,
  OWNER,
  secretsOf,
  writePrivate,
} from "./secrets.mjs";

/** Disk that a cluster with the demo takes at first, with room for its journal [MB]. */
const ROOM_TO_MAKE = 200;
/** Disk under which a server would only start to stop [MB]. */
const ROOM_TO_RUN = 40;

/** A folder that others may pass through and only its owner may look into. */
export function makeFolder(path, owner) {
  mkdirSync(path, { recursive: true });
  chmodSync(path, 0o700);
  if (owner) chownSync(path, owner.uid, owner.gid);
}

/** Version of PostgreSQL that made the data; undefined when there are none. */
export function versionOf(data) {
  const file = join(data, "PG_VERSION");
  return existsSync(file) ? Number(readFileSync(file, "utf8")) : undefined;
}

/**
 * Makes the cluster when it is not there. It is made beside its place and put there when it is whole, so
 * that an interruption leaves nothing that looks like one.
 */
export async function makeCluster({ bin, folder, data, owner, throwAway, signal }) {
  const making = `${data}.making`;
  rmSync(making, { recursive: true, force: true });
  if (existsSync(data) && !isWhole(data)) {
    const aside = `${data}.broken-${Date.now()}`;
    renameSync(data, aside);
    say(`The database in ${data} was never finished or lost its files; it is kept as ${aside}.`);
  }
  if (existsSync(data)) {
    demandRoom(folder, ROOM_TO_RUN, "the database");
    if (!hasSecrets(folder)) {
      await clearTheWay(data);
      demandPasswords({ bin, folder, data, owner });
    }
    return;
  }
  demandRoom(folder, ROOM_TO_MAKE, "a new database");
  makeSecrets(folder, owner);
  const password = join(folder, "password");
  writePrivate(password, secretsOf(folder).owner, owner);
  const made = await run(
    join(bin, "initdb"),
    [
      ...["-D", making, "-U", OWNER, "--auth=scram-sha-256", `--pwfile=${password}`],
      ...["--encoding=UTF8", "--locale=C.UTF-8"],
      ...(throwAway ? ["--no-sync"] : []),
    ],
    { signal, cwd: "/", ...owner, stdio: ["ignore", "pipe", "pipe"] },
  );
  rmSync(password, { force: true });
  if (made.code !== 0) {
    rmSync(making, { recursive: true, force: true });
    giveUp(`no database could be made: ${toldBy(made.output, folder)}`);
  }
  renameSync(making, data);
}

/** Whether initdb came to its end here: it writes the control file early and the version first. */
const isWhole = (data) =>
  versionOf(data) !== undefined &&
  existsSync(join(data, "global/pg_control")) &&
  existsSync(join(data, "postgresql.conf"));

/** What stands in the file of a server that runs here: its process, its port, whether it answers yet. */
export function runningServer(data) {
  const file = join(data, "postmaster.pid");
  if (!existsSync(file)) return undefined;
  const lines = readFileSync(file, "utf8").split("\n");
  return { pid: Number(lines[0]), port: Number(lines[3]), ready: lines[7]?.trim() === "ready" };
}

/**
 * Clears what a server that is no more left behind: one that lost its keeper is stopped, and a file whose
 * process number is another program's by now is removed, for PostgreSQL would believe it.
 */
export async function clearTheWay(data) {
  if (process.platform !== "linux") return;
  const limit = Date.now() + 30_000;
  for (;;) {
    const left = serversIn(data);
    if (left.length === 0) break;
    const server = runningServer(data);
    if (server && left.includes(server.pid)) process.kill(server.pid, "SIGINT");
    if (Date.now() > limit)
      giveUp(`processes ${left.join(", ")} still use ${data}; stop them and start again.`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  rmSync(join(data, "postmaster.pid"), { force: true });
}

/** Processes of PostgreSQL that work in this folder. */
function serversIn(data) {
  return readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        return readlinkSync(`/proc/${pid}/cwd`) === data;
      } catch {
        // Gone since, or somebody else's: those cannot work in a folder of ours.
        return false;
      }
    });
}
