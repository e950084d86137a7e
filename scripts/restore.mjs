/**
 * `npm run restore -- FOLDER [--over]`: puts a backup into the database. One that holds something is left as it is
 * unless `--over` says so; then what it holds is backed up first.
 */
import { readdirSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { dataFolder, startPostgres } from "./parts/postgres.mjs";
import { giveUp, say } from "./parts/say.mjs";
import { prepareDatabase } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

await inCare(async ({ signal, onStop }) => {
  await ensurePackages(root, signal);
  // Only now, for it needs the packages.
  const { makeBackup, restoreBackup, wholeBackup } = await import("./parts/backups.mjs");
  const over = process.argv.includes("--over");
  const [wanted] = process.argv.slice(2).filter((word) => word !== "--over");
  if (!wanted) giveUp("say which backup: npm run restore -- FOLDER. Nothing was changed.");
  const folder = resolve(process.env.INIT_CWD ?? ".", wanted);
  await wholeBackup(folder);
  const given = process.env.DATABASE_URL;
  const own = given ? undefined : await startPostgres(root, { name: "cluster", signal });
  if (own) onStop(own.stop);
  const url = given ?? own.url;
  if (over) {
    const before = await makeBackup(url, join(dataFolder(root), "backups"), signal).catch(
      () => undefined,
    );
    if (before) say(`What was there is kept: ${before}`);
  }
  const { made, rows } = await restoreBackup(url, folder, {
    over,
    known: knownMigrations(),
    signal,
  });
  const appUrl = process.env.YARD_APP_URL ?? own?.appUrl ?? "";
  await prepareDatabase(root, { url, appUrl, demo: false, signal });
  const count = Object.values(rows).reduce((sum, n) => sum + n, 0);
  say(`The backup of ${made} is back, ${count} rows.`);
  return 0;
});

/** Names of the migrations of this program: of their files. */
function knownMigrations() {
  return readdirSync(join(root, "web/src/db/migrations"))
    .filter((name) => name.startsWith("migration-"))
    .map((name) => name.replace(/\.ts$/, ""));
}
