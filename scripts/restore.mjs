/**
 * `npm run restore -- FOLDER [--over]`: puts a backup into the database. One that holds something is left as it is
 * unless `--over` says so; then what it holds is backed up first and kept aside in the database. `--back` puts that in its place
 * again, `--forget` removes it for good.
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
const WORDS = ["--over", "--back", "--forget"];

await inCare(async ({ signal, onStop }) => {
  await ensurePackages(root, signal);
  // Only now, for they need the packages.
  const { makeBackup, wholeBackup } = await import("./parts/backups.mjs");
  const { forgetAside, putBack, restoreBackup } = await import("./parts/restoring.mjs");
  const asked = process.argv.slice(2);
  const is = (word) => asked.includes(word);
  const [wanted] = asked.filter((word) => !WORDS.includes(word));
  const folder = wanted && resolve(process.env.INIT_CWD ?? ".", wanted);
  if (!folder && !is("--back") && !is("--forget"))
    giveUp("say which backup: npm run restore -- FOLDER. Nothing was changed.");
  if (folder) await wholeBackup(folder);
  const given = process.env.DATABASE_URL;
  const own = given ? undefined : await startPostgres(root, { name: "cluster", signal });
  if (own) onStop(own.stop);
  const url = given ?? own.url;
  const bringUp = () =>
    prepareDatabase(root, {
      ...{ url, appUrl: process.env.YARD_APP_URL ?? own?.appUrl ?? "", demo: "never", signal },
    });
  if (is("--forget")) {
    say(`Removed for good: ${(await forgetAside(url)).join(", ")}.`);
    return 0;
  }
  if (is("--back")) {
    say(`What stood before the restore (${await putBack(url)}) is in its place again.`);
    await bringUp();
    return 0;
  }
  const { made, rows, aside } = await restoreBackup(url, folder, {
    over: is("--over"),
    known: knownMigrations(),
    signal,
    before: async () => {
      const before = await makeBackup(url, join(dataFolder(root), "backups"), {
        by: "restore",
        signal,
      });
      say(`What is there is backed up: ${before}`);
    },
  });
  await bringUp();
  const count = Object.values(rows).reduce((sum, n) => sum + n, 0);
  say(`The backup of ${made} is back, ${count} rows, each compared.`);
  if (aside)
    say(
      `What it replaced is kept in the database as ${aside}: npm run restore -- --back brings it back, npm run restore -- --forget removes it for good.`,
    );
  return 0;
});

/** Names of the migrations of this program: of their files. */
function knownMigrations() {
  return readdirSync(join(root, "web/src/db/migrations"))
    .filter((name) => name.startsWith("migration-"))
    .map((name) => name.replace(/\.ts$/, ""));
}
