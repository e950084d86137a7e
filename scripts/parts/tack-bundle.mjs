/** The command line bundled to one file, so that it starts in a fraction of a second. */
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { ensurePackages } from "./packages.mjs";
import { hashOf, isFresh } from "./freshness.mjs";

/** Bundles when sources changed. Returns the path of the bundle. */
export async function tackBundle(root) {
  await ensurePackages(root);
  const out = join(root, "cli/dist/tack.mjs");
  const stamp = `${out}.from`;
  const hash = hashOf([
    join(root, "core/src"),
    join(root, "cli/src"),
    join(root, "package-lock.json"),
  ]);
  if (isFresh(stamp, hash)) return out;
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(root, "cli/src/main.ts")],
    outfile: out,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    logLevel: "warning",
  });
  writeFileSync(stamp, hash);
  return out;
}
