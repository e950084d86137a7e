/** `npm start` as a person gives it, on data of the test's own. */
import { chmodSync, mkdtempSync, realpathSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, onTestFinished } from "vitest";
import { freePort } from "../parts/ports.mjs";
import { launch, processesWith } from "./processes.mjs";

const root = fileURLToPath(new URL("../..", import.meta.url));

/** Where a start keeps its data, gone after the test. */
export function dataFolder() {
  const data = realpathSync(mkdtempSync(join(tmpdir(), "yard-start-")));
  chmodSync(data, 0o755);
  onTestFinished(() => rmSync(data, { recursive: true, force: true }));
  return data;
}

/**
 * @param {string} data - its data folder
 * @param {Record<string, string>} env - PORT, DATABASE_URL
 * @param {readonly string[]} words - further words of the command
 */
export async function npmStart(data, env = {}, words = []) {
  const port = env.PORT ?? String(await freePort());
  const run = launch("npm", ["start", "--silent", ...(words.length > 0 ? ["--", ...words] : [])], {
    cwd: root,
    env: { ...process.env, YARD_DATA: data, PORT: port, ...env },
  });
  const says = (text) => expect.poll(run.printed, { timeout: 100_000 }).toContain(text);
  return {
    ...run,
    address: `http://127.0.0.1:${port}`,
    says,
    serves: () => says("Yard Tack is at"),
    /** What it said, without what it does step by step. */
    refusal: () =>
      run
        .printed()
        .split("\n")
        .filter((line) => line.startsWith("yard-tack:")),
  };
}

/** Nothing runs any more that was started on these data. */
export const nothingLeft = (data) =>
  expect.poll(() => processesWith(`YARD_DATA=${data}`), { timeout: 40_000 }).toEqual([]);

/** Processes on these data whose command line has this. */
export const pidsOf = (data, text) =>
  processesWith(`YARD_DATA=${data}`)
    .filter((line) => line.includes(text))
    .map((line) => Number(line.split(" ")[0]));

export const status = async (address) =>
  fetch(address).then(
    (answer) => answer.status,
    () => 0,
  );
