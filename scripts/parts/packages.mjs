/** Installs the npm packages when they are missing or older than the lock file. */
import { execFileSync } from "node:child_process";
import { existsSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { createHash } from "node:crypto";
import { join } from "node:path";
import { giveUp, say } from "./say.mjs";

const STAMP = "node_modules/.yard-installed";

/** @param {string} root - the checkout */
export function ensurePackages(root) {
  const major = Number(process.versions.node.split(".")[0]);
  if (major < 20) giveUp(`Node ${process.versions.node} is too old; install Node 20 or newer.`);
  const lock = join(root, "package-lock.json");
  if (!existsSync(lock)) giveUp("package-lock.json is missing; restore it from the repository.");
  const wanted = createHash("sha256").update(readFileSync(lock)).digest("hex");
  const stamp = join(root, STAMP);
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  say("Installing packages (about a minute the first time) …");
  try {
    execFileSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], {
      cwd: root,
      stdio: ["ignore", 2, 2],
    });
  } catch {
    giveUp("npm ci failed; look at its message above, check disk space and the npm registry.");
  }
  if (!statSync(join(root, "node_modules")).isDirectory()) giveUp("node_modules was not made.");
  writeFileSync(stamp, wanted);
}
