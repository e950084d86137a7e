/**
 * Keeps one PostgreSQL cluster running for as long as anybody holds a connection to this process: several
 * starts of one checkout share it, none stops it under another, and the last one out, however it ends,
 * stops it. A server that dies is started again on its port.
 *
 * Started by postgres.mjs, which tells it what to keep in its one argument. It answers each connection
 * with lines of JSON: `{ port }` when the server takes connections, `{ gaveUp }` when it cannot,
 * `{ say }` for the person.
 */
import { chownSync, closeSync, openSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { toldBy, toldBySystem } from "./causes.mjs";
import { start } from "./child.mjs";
import { clearTheWay, makeCluster, runningServer } from "./cluster.mjs";
import { hold, socketName } from "./lock.mjs";
import { freePort } from "./ports.mjs";
import { GaveUp } from "./say.mjs";

const { bin, folder, owner, throwAway } = JSON.parse(process.argv[2]);
const data = join(folder, "data");
const log = join(folder, "log");

/** Nobody came for this long: whoever started this process is gone [ms]. */
const NOBODY_CAME = 20_000;
/** A server that ran for so long begins anew [ms]. */
const STEADY = 3000;
/** Waits before it is started once more, later each time and never given up [ms]. */
const PAUSES = [0, 0, 0, 200, 500, 1000, 2000, 5000, 15_000, 30_000];

// The terminal it was started from may be gone long before it.
process.stderr.on("error", () => undefined);
const holders = new Set();
const stopping = new AbortController();
let answer;
let server;
let port;
/** Ends in a row, and since when the one that runs has run [ms]. */
let ends = 0;
let since = 0;

const tell = (socket, line) => socket.writable && socket.write(`${JSON.stringify(line)}\n`);
const tellAll = (line) => holders.forEach((socket) => tell(socket, line));

const door = await hold(socketName("cluster", data), (socket) => {
  holders.add(socket);
  socket.on("error", () => undefined);
  socket.on("data", () => undefined);
  if (answer) tell(socket, answer);
  // Whoever came for the server has heard why there is none.
  if (answer?.gaveUp) void close();
  const left = () => {
    holders.delete(socket);
    // The last one is told by the end of the connection that all has stopped.
    if (holders.size === 0) void close(socket);
    else socket.end();
  };
  socket.once("end", left);
  socket.once("close", () => holders.has(socket) && left());
});
// Another keeper was first; whoever started this one asks that one.
if (!door) process.exit(0);
setTimeout(() => holders.size === 0 && void close(), NOBODY_CAME).unref();
for (const name of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(name, () => void close());

try {
  await makeCluster({ bin, folder, data, owner, throwAway, signal: stopping.signal });
  await clearTheWay(data);
  port = await freePort();
  await serve();
  since = Date.now();
  answer = { port };
} catch (error) {
  answer = { gaveUp: inWords(error) };
}
tellAll(answer);
// Nobody may have come yet: the reason waits for them.
if (answer.gaveUp && holders.size > 0) await close();

/** Starts the server and resolves when it takes connections. */
async function serve() {
  const settings = [
    ...["-c", "listen_addresses=127.0.0.1", "-c", "unix_socket_directories="],
    ...(throwAway
      ? ["-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off"]
      : []),
  ];
  const out = openSync(log, "a");
  if (owner) chownSync(log, owner.uid, owner.gid);
  const child = start(join(bin, "postgres"), ["-D", data, "-p", String(port), ...settings], {
    last: "INT",
    cwd: "/",
    ...owner,
    stdio: ["ignore", out, out],
  });
  closeSync(out);
  server = child;
  const gone = new Promise((resolve) => child.once("exit", resolve));
  let ended = false;
  void gone.then(() => (ended = true));
  while (!ended) {
    const running = runningServer(data);
    if (running?.pid === child.pid && running.ready) {
      void gone.then(revive);
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new GaveUp(`PostgreSQL did not start: ${toldBy(tail(), folder)} Its log is ${log}.`);
}

/** The server ended though nobody asked it to. */
async function revive() {
  if (Date.now() - since > STEADY) ends = 0;
  while (!stopping.signal.aborted) {
    const pause = PAUSES[Math.min(ends, PAUSES.length - 1)];
    ends++;
    const when = pause > 0 ? ` in ${pause / 1000} s` : "";
    tellAll({
      say: `PostgreSQL ended by itself; starting it again${when}. What was saved is kept.`,
    });
    if (pause > 0) await paused(pause);
    if (stopping.signal.aborted) return;
    try {
      await clearTheWay(data);
      await serve();
      since = Date.now();
      tellAll({ say: "PostgreSQL runs again." });
      return;
    } catch (error) {
      tellAll({ say: inWords(error) });
    }
  }
}

/** A pause that ends early when all is to stop. */
function paused(time) {
  return new Promise((resolve) => {
    const timer = setTimeout(resolve, time);
    const stopped = () => {
      clearTimeout(timer);
      resolve();
    };
    stopping.signal.addEventListener("abort", stopped, { once: true });
  });
}

/** Stops the server, removes what was to be thrown away, and ends this process. */
async function close(last) {
  if (stopping.signal.aborted) return;
  stopping.abort();
  if (server && server.exitCode === null && server.signalCode === null) {
    const gone = new Promise((resolve) => server.once("exit", resolve));
    server.kill("SIGINT");
    // A fast stop that hangs is made an immediate one: the journal puts right what was open.
    const timer = setTimeout(() => server.kill("SIGQUIT"), 20_000);
    await gone;
    clearTimeout(timer);
  }
  if (throwAway) rmSync(folder, { recursive: true, force: true });
  door.close();
  for (const socket of last ? [last, ...holders] : holders) socket.end();
  setTimeout(() => process.exit(0), 50);
}

function tail() {
  try {
    return readFileSync(log, "utf8").slice(-2000);
  } catch {
    return "";
  }
}

function inWords(error) {
  if (error instanceof GaveUp) return error.message;
  return toldBySystem(error) ?? String(error?.stack ?? error);
}
