/** `npm run backup [folder]`: a backup of the database now, beside the daily ones or in a folder of one's own. */
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { dataFolder, startPostgres } from "./parts/postgres.mjs";
import { say } from "./parts/say.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

await inCare(async ({ signal, onStop }) => {
  await ensurePackages(root, signal);
  // Only now, for it needs the packages.
  const { makeBackup } = await import("./parts/backups.mjs");
  const [wanted] = process.argv.slice(2);
  const into = wanted
    ? resolve(process.env.INIT_CWD ?? ".", wanted)
    : join(dataFolder(root), "backups");
  const given = process.env.DATABASE_URL;
  const own = given ? undefined : await startPostgres(root, { name: "cluster", signal });
  if (own) onStop(own.stop);
  say(`Backup made: ${await makeBackup(given ?? own.url, into, { signal })}`);
  return 0;
});
