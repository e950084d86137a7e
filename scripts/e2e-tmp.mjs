import { spawnSync } from "node:child_process";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { startPostgres } from "./parts/postgres.mjs";
import { ensureBuild, runTypeScript, serve, stopServing } from "./parts/web.mjs";
const root = join(dirname(fileURLToPath(import.meta.url)), "..");
ensureBuild(root);
const database = await startPostgres(root, { name: "tmp-e2e", throwAway: true });
runTypeScript(root, "web/src/db/prepare.ts", { DATABASE_URL: database.url, YARD_DEMO: "1" });
const server = await serve(root, { port: 3977, databaseUrl: database.url, quiet: true });
spawnSync("npx", ["playwright", "test", ...process.argv.slice(2)], {
  cwd: join(root, "web"),
  stdio: "inherit",
  env: { ...process.env, YARD_URL: "http://127.0.0.1:3977" },
});
await stopServing(server);
database.stop();
