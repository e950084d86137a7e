/** What the tests of the scripts need to know of processes and folders. */
import { spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, realpathSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { onTestFinished } from "vitest";

export const isRoot = process.getuid?.() === 0;

/** A folder that only its owner may enter, gone after the test. */
export function closedFolder() {
  const folder = realpathSync(mkdtempSync(join(tmpdir(), "yard-test-")));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

/** Processes that were started with this in their surroundings: `NAME=value`. */
export const processesWith = (setting) =>
  readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/environ`, "utf8").split("\0").includes(setting);
      } catch {
        return false;
      }
    })
    .map((pid) => `${pid} ${nameOf(pid)}`);

function nameOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").replaceAll("\0", " ").slice(0, 120);
  } catch {
    return "";
  }
}

/**
 * Starts a program in a group of its own, as a shell does.
 * @returns {{ pid: number, printed: () => string, ended: Promise<number | null> }}
 */
export function launch(command, args, options) {
  const child = spawn(command, args, {
    ...options,
    detached: true,
    stdio: ["ignore", "pipe", "pipe"],
  });
  let text = "";
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding("utf8").on("data", (part) => (text += part));
  const ended = new Promise((resolve) => child.once("exit", (code) => resolve(code)));
  return { pid: child.pid, printed: () => text, ended };
}
