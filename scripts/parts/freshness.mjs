/** Whether sources changed since something was built from them. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";

const SKIP = new Set(["node_modules", ".next", "dist", ".git", "test-results", ".yard"]);

/** Files under the given paths, depth first, in a stable order. */
function filesUnder(path) {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .filter((name) => !SKIP.has(name))
    .sort()
    .flatMap((name) => filesUnder(join(path, name)));
}

/** One hash over the names and contents of all files under `paths`. */
export function hashOf(paths) {
  const hash = createHash("sha256");
  for (const file of paths.flatMap(filesUnder)) {
    hash.update(file);
    hash.update(readFileSync(file));
  }
  return hash.digest("hex");
}

/** True when `stamp` holds the hash given. */
export const isFresh = (stamp, hash) => existsSync(stamp) && readFileSync(stamp, "utf8") === hash;
