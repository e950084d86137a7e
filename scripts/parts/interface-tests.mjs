/** The tests of the real interface: Playwright on servers and databases of their own. */
import { rmSync } from "node:fs";
import { join } from "node:path";
import { run } from "./child.mjs";
import { chromiumProgram } from "./debian.mjs";
import { startPostgres } from "./postgres.mjs";
import { ensureBuild, prepareDatabase } from "./web.mjs";

/**
 * @param {readonly string[]} wanted - arguments of Playwright: files, names; none for all
 * @returns {Promise<{ code: number, report: string }>} the report is a file of JSON
 */
export async function interfaceTests(root, wanted, { signal, onStop }) {
  const chromium = await chromiumProgram(signal);
  await ensureBuild(root, signal);
  const database = await startPostgres(root, { name: "e2e-cluster", throwAway: true, signal });
  onStop(database.stop);
  await prepareDatabase(root, {
    url: database.url,
    appUrl: database.appUrl,
    demo: "asked",
    signal,
  });
  const report = join(root, "web/test-results/report.json");
  rmSync(report, { force: true });
  const { code } = await run(join(root, "node_modules/.bin/playwright"), ["test", ...wanted], {
    cwd: join(root, "web"),
    signal,
    stdio: ["ignore", "inherit", "inherit"],
    env: {
      ...process.env,
      YARD_DATABASE: database.url,
      YARD_APP_DATABASE: database.appUrl,
      YARD_CHROMIUM: chromium,
      NEXT_TELEMETRY_DISABLED: "1",
    },
  });
  await database.stop();
  return { code, report };
}
