/** `npm run let-in -- NAME`: a one-time address for somebody who cannot sign in and has nobody to ask. */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { run } from "./parts/child.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { startPostgres } from "./parts/postgres.mjs";
import { giveUp } from "./parts/say.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

await inCare(async ({ signal, onStop }) => {
  await ensurePackages(root, signal);
  const name = process.argv.slice(2);
  if (name.length === 0) giveUp("say whom: npm run let-in -- NAME. Nothing was changed.");
  const given = process.env.DATABASE_URL;
  const own = given ? undefined : await startPostgres(root, { name: "cluster", signal });
  if (own) onStop(own.stop);
  const { code } = await run(
    process.execPath,
    ["--import", "tsx", join(root, "web/src/db/let-in.ts"), ...name],
    {
      cwd: join(root, "web"),
      env: {
        ...process.env,
        DATABASE_URL: given ?? own.url,
        YARD_ADDRESS: process.env.YARD_ADDRESS ?? `http://127.0.0.1:${process.env.PORT ?? 3000}`,
      },
      signal,
      stdio: ["ignore", "inherit", "inherit"],
    },
  );
  return code;
});
