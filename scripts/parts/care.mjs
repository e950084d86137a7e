/**
 * A command taken care of: whatever it starts ends with it, whether it is done, is interrupted from the
 * keyboard, gives up, or loses the npm that runs it.
 */
import { readFileSync } from "node:fs";
import { GaveUp, say } from "./say.mjs";
import { toldBySystem } from "./causes.mjs";

/** Exit code of a command that was interrupted before its work was done. */
const INTERRUPTED = 130;

/**
 * Runs a command and ends the process.
 * @param {(care: { signal: AbortSignal, onStop: (undo: () => unknown) => void }) => Promise<number>} main -
 *   answers the exit code; `signal` aborts when somebody wants it to stop; `onStop` is called back in
 *   the reverse order, once, and awaited
 */
export async function inCare(main) {
  const stop = new AbortController();
  const undo = [];
  for (const name of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(name, () => stop.abort());
  // A terminal that is gone cannot be written to; that must not keep the rest from being stopped.
  for (const stream of [process.stderr, process.stdout]) stream.on("error", () => stop.abort());
  whenAlone(() => stop.abort());
  let code;
  try {
    code = await main({ signal: stop.signal, onStop: (fn) => undo.push(fn) });
  } catch (error) {
    code = stop.signal.aborted ? INTERRUPTED : 1;
    if (!stop.signal.aborted) say(inOneLine(error));
  }
  for (const fn of undo.reverse()) {
    try {
      await fn();
    } catch (error) {
      say(inOneLine(error));
      code = 1;
    }
  }
  process.exit(code);
}

function inOneLine(error) {
  if (error instanceof GaveUp) return `yard-tack: ${error.message}`;
  const told = toldBySystem(error);
  return told ? `yard-tack: ${told}` : (error?.stack ?? String(error));
}

/** Calls back once when the npm that runs this command is gone: npm passes no signal on when it is killed. */
function whenAlone(gone) {
  // Also set for what a script of npm starts in its turn: only those that run this command count.
  if (!process.env.npm_lifecycle_event || process.platform !== "linux") return;
  const between = SHELL.test(commandOf(process.ppid));
  const watched = between ? [process.ppid, parentOf(process.ppid)] : [process.ppid];
  const runner = watched.at(-1);
  if (!RUNNERS.test(commandOf(runner))) {
    // Handed over to the first process: it was gone before this command could look round.
    if (runner <= 1) gone();
    return;
  }
  const timer = setInterval(() => {
    if (watched.every(isAlive)) return;
    clearInterval(timer);
    gone();
  }, 250);
  timer.unref();
}

/** What runs a script of package.json, and the shell that may stand between. */
const RUNNERS = /npm|yarn|bun/;
const SHELL = /^(\/\S*\/)?(da|ba)?sh\0-c/;

const commandOf = (pid) => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8");
  } catch {
    return "";
  }
};

/** State and parent of a process as the kernel gives them; undefined when there is none. */
function statusOf(pid) {
  try {
    // The name in brackets may hold blanks and brackets of its own.
    const [state, parent] = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ").pop().split(" ");
    return { state, parent: Number(parent) };
  } catch {
    return undefined;
  }
}
const parentOf = (pid) => statusOf(pid)?.parent ?? 0;

/** Whether a process is there and not merely waiting to be buried. */
export function isAlive(pid) {
  const status = statusOf(pid);
  return status !== undefined && !"ZX".includes(status.state);
}
