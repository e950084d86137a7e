/**
 * `npm run demo:large`: a yard of ten thousand pumps, two hundred thousand visits and three million readings, multiplied from
 * the demo, in a folder of its own. PUMPS, VISITS and READINGS change the sizes; YARD_DATA the folder (.yard/large).
 */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { run } from "./parts/child.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { dataFolder, hasPostgres, startPostgres } from "./parts/postgres.mjs";
import { giveUp, say } from "./parts/say.mjs";
import { prepareDatabase } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

/** A size that somebody gave, or the usual one. */
function sized(name, usual) {
  const size = Number(process.env[name] ?? usual);
  if (!Number.isInteger(size) || size < 1) giveUp(`${name} is a whole number above 0.`);
  return size;
}

await inCare(async ({ signal, onStop }) => {
  process.env.YARD_DATA ??= join(root, ".yard/large");
  const sizes = {
    PUMPS: sized("PUMPS", 10_000),
    VISITS: sized("VISITS", 200_000),
    ENTRIES: sized("READINGS", 3_000_000),
  };
  if (hasPostgres(root, "cluster"))
    giveUp(
      `${dataFolder(root)} has data already; nothing was changed. Remove that folder, or name another in YARD_DATA.`,
    );
  await ensurePackages(root, signal);
  const began = Date.now();
  const own = await startPostgres(root, { name: "cluster", signal });
  onStop(own.stop);
  await prepareDatabase(root, { url: own.url, appUrl: own.appUrl, demo: "asked", signal });
  say(`${sizes.PUMPS} pumps, ${sizes.VISITS} visits, ${sizes.ENTRIES} readings …`);
  const filled = await run(
    process.execPath,
    ["--import", "tsx", join(root, "web/src/testing/fill-yard.ts")],
    {
      cwd: join(root, "web"),
      signal,
      env: { ...process.env, ...sizes, DATABASE_URL: own.url, OPEN: 500, PROGRESS: "1" },
      stdio: ["ignore", "pipe", "inherit"],
    },
  );
  if (filled.code !== 0) giveUp("the yard could not be filled; what went wrong is above.");
  say(
    `Made in ${Math.round((Date.now() - began) / 1000)} s. Look at it: YARD_DATA=${dataFolder(root)} npm start`,
  );
  return 0;
});
