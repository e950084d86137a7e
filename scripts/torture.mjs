/**
 * `npm run torture`: what takes longer than a check before each commit may: starts and stops cut short at
 * every moment, checkouts made from nothing in odd places. An argument chooses files by name.
 */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { run } from "./parts/child.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { ensureBuild } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

await inCare(async ({ signal }) => {
  await ensurePackages(root, signal);
  await ensureBuild(root, signal);
  const { code } = await run(
    join(root, "node_modules/.bin/vitest"),
    ["run", "--project", "torture", ...process.argv.slice(2)],
    { cwd: root, signal, stdio: ["ignore", "inherit", "inherit"] },
  );
  return code;
});
