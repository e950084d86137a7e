/** Installs the npm packages when they are missing or older than the lock file. */
import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { demandRoom, toldBy } from "./causes.mjs";
import { run } from "./child.mjs";
import { withLock } from "./lock.mjs";
import { giveUp, say } from "./say.mjs";

const STAMP = "node_modules/.yard-installed";

/** What the packages take with what npm unpacks on the way [MB]. */
const ROOM = 1200;

/** @param {string} root - the checkout */
export async function ensurePackages(root, signal) {
  const major = Number(process.versions.node.split(".")[0]);
  if (major < 20) giveUp(`Node ${process.versions.node} is too old; install Node 20 or newer.`);
  const lock = join(root, "package-lock.json");
  if (!existsSync(lock)) giveUp("package-lock.json is missing; restore it from the repository.");
  const wanted = createHash("sha256").update(readFileSync(lock)).digest("hex");
  const stamp = join(root, STAMP);
  const there = () => existsSync(stamp) && readFileSync(stamp, "utf8") === wanted;
  if (there()) return;
  await withLock("packages", root, signal, async () => {
    if (there()) return;
    demandRoom(root, ROOM, "npm's packages");
    say("Installing packages (about a minute the first time) …");
    const { code, output } = await run(
      "npm",
      ["ci", "--no-audit", "--no-fund", "--loglevel=error"],
      {
        cwd: root,
        signal,
        stdio: ["ignore", "pipe", "pipe"],
      },
    );
    if (code !== 0) {
      say(output.slice(-3000));
      giveUp(`the packages could not be installed: ${toldBy(output, root)} Then start again.`);
    }
    writeFileSync(stamp, wanted);
  });
}
