/**
 * `npm run bench`: how fast it is, as figures. The numbers are for reading; only a page that reads a large table from end
 * to end fails. With no argument all of it; `core`, `browser`, `offline`, `server` or `large` only that part.
 */
import { cpus } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { giveUp, say } from "./parts/say.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

await inCare(async (care) => {
  await ensurePackages(root, care.signal);
  // Only now, for they need the packages.
  const parts = {
    core: (await import("./bench/core.mjs")).coreFigures,
    server: (await import("./bench/server.mjs")).serverFigures,
    large: (await import("./bench/large.mjs")).largeFigures,
    browser: (await import("./bench/browser.mjs")).browserFigures,
    offline: (await import("./bench/offline.mjs")).offlineFigures,
  };
  say(`${cpus().length} cores, ${cpus()[0]?.model ?? ""}, Node ${process.versions.node}`);
  const [wanted] = process.argv.slice(2);
  if (wanted && !parts[wanted])
    giveUp(`no part ${wanted}; there are ${Object.keys(parts).join(", ")}.`);
  for (const [name, figures] of Object.entries(parts))
    if (!wanted || wanted === name) await figures(root, care);
  return 0;
});
