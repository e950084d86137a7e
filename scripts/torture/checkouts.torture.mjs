/** The README's first command from an empty clone: in a closed home, as an ordinary user, beside another. */
import { execFileSync } from "node:child_process";
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  realpathSync,
  rmSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, it, onTestFinished } from "vitest";
import { freePort } from "../parts/ports.mjs";
import { isRoot, launch, processesWith } from "../testing/processes.mjs";
import { status } from "../testing/starting.mjs";

const origin = fileURLToPath(new URL("../..", import.meta.url));
const NOBODY = 65_534;
const ELSEWHERE = "/var/lib/yard-tack";

/** A clone of this checkout as it is committed. @param mode - of the folder it lies in */
function clone(name, { mode, uid }) {
  const home = realpathSync(mkdtempSync(join(tmpdir(), `yard-${name}-`)));
  // Where the home is closed its data lie elsewhere, under the checkout's name.
  const folder = `torture-${name}`;
  onTestFinished(() => {
    rmSync(home, { recursive: true, force: true });
    for (const other of existsSync(ELSEWHERE) ? readdirSync(ELSEWHERE) : [])
      if (other.startsWith(folder)) rmSync(join(ELSEWHERE, other), { recursive: true });
  });
  const checkout = join(home, folder);
  mkdirSync(checkout);
  execFileSync("git", ["clone", "--quiet", origin, checkout]);
  if (uid) execFileSync("chown", ["-R", `${uid}:${uid}`, home]);
  chmodSync(home, mode);
  return { home, checkout, uid };
}

async function start({ home, checkout, uid }) {
  const port = String(await freePort());
  const run = launch("npm", ["start", "--silent"], {
    cwd: checkout,
    uid,
    // What npm keeps lies in the home; a mark tells these processes from all others.
    env: { PATH: process.env.PATH, HOME: home, PORT: port, YARD_MARK: home },
  });
  await expect.poll(run.printed, { timeout: 500_000 }).toMatch(/Yard Tack is at|^yard-tack:/m);
  expect(run.printed()).toContain("Yard Tack is at");
  expect(await status(`http://127.0.0.1:${port}`)).toBe(200);
  return run;
}

async function stop(run, { home }) {
  process.kill(-run.pid, "SIGINT");
  await expect.poll(() => processesWith(`YARD_MARK=${home}`), { timeout: 40_000 }).toEqual([]);
}

describe("npm start from an empty clone", () => {
  it.runIf(isRoot)(
    "serves in a closed home and beside a checkout of an ordinary user",
    async () => {
      const [closed, ordinary] = [
        clone("closed", { mode: 0o700 }),
        clone("ordinary", { mode: 0o755, uid: NOBODY }),
      ];
      const runs = [await start(closed), await start(ordinary)];
      await stop(runs[0], closed);
      await stop(runs[1], ordinary);
    },
  );
});
