/** Programs that the scripts run: in a process group of their own, and gone when the scripts are gone. */
import { spawn } from "node:child_process";
import { existsSync } from "node:fs";

const SETPRIV = "/usr/bin/setpriv";

/**
 * Starts a program that gets `last` from the kernel should this process end without a word.
 * @param {{ last?: "TERM" | "INT" | "KILL" } & import("node:child_process").SpawnOptions} options
 */
export function start(command, args, { last = "TERM", ...options } = {}) {
  const [program, all] = existsSync(SETPRIV)
    ? [SETPRIV, ["--pdeathsig", last, command, ...args]]
    : [command, args];
  return spawn(program, all, { stdio: ["ignore", "ignore", 2], ...options, detached: true });
}

/** Stops a program with its whole group and waits for it; after five seconds without asking. */
export async function stop(child, signal = "SIGTERM") {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once("exit", resolve));
  signalGroup(child.pid, signal);
  const timer = setTimeout(() => signalGroup(child.pid, "SIGKILL"), 5000);
  await gone;
  clearTimeout(timer);
  // Workers of a program that went before them.
  signalGroup(child.pid, "SIGKILL");
}

function signalGroup(pid, signal) {
  try {
    process.kill(-pid, signal);
  } catch {
    // The group is gone already.
  }
}

/**
 * Runs a program to its end; stops it and rejects when the signal aborts.
 * @returns {Promise<{ code: number, output: string }>} `output` is what it printed where it was piped
 */
export async function run(command, args, { signal, ...options } = {}) {
  signal?.throwIfAborted();
  const child = start(command, args, { last: "KILL", ...options });
  let output = "";
  for (const stream of [child.stdout, child.stderr]) {
    stream?.setEncoding("utf8").on("data", (text) => (output += text));
  }
  const aborted = () => void stop(child);
  signal?.addEventListener("abort", aborted, { once: true });
  const code = await new Promise((resolve) => {
    child.once("error", (error) => {
      output += error.message;
      resolve(127);
    });
    child.once("close", (status) => resolve(status ?? 1));
  });
  signal?.removeEventListener("abort", aborted);
  signal?.throwIfAborted();
  return { code, output };
}
