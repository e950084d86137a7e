/**
 * `npm test`: everything, from an empty clone. Lint, types, unit, database, and the real interface
 * in Chromium. Ends with the totals on a line of their own.
 */
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { findChromium } from "./parts/chromium.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { startPostgres } from "./parts/postgres.mjs";
import { say } from "./parts/say.mjs";
import { ensureBuild, runTypeScript, serve, stopServing } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
ensurePackages(root);

const failures = [];
let passed = 0;
let failed = 0;
let skipped = 0;

function check(name, command, args) {
  say(`\n== ${name}`);
  const ran = spawnSync(command, args, { cwd: root, stdio: ["ignore", "inherit", "inherit"] });
  if (ran.status !== 0) failures.push(name);
}

const bin = (name) => join(root, "node_modules/.bin", name);

check("lint", bin("eslint"), ["."]);
check("format", bin("prettier"), ["--check", "--log-level", "warn", "."]);
check("unused code", bin("knip"), []);
for (const part of ["core", "cli", "web"])
  check(`types of ${part}`, bin("tsc"), ["--noEmit", "-p", part]);

const unitReport = join(root, "test-results/unit.json");
rmSync(join(root, "test-results"), { recursive: true, force: true });
check("unit and database", bin("vitest"), [
  ...["run", "--reporter=default", "--reporter=json"],
  `--outputFile.json=${unitReport}`,
]);
count(unitReport, (r) => [r.numPassedTests, r.numFailedTests, r.numPendingTests]);

say("\n== the interface in Chromium");
const chromium = findChromium();
ensureBuild(root);
const database = await startPostgres(root, { name: "e2e-cluster", throwAway: true });
const prepared = runTypeScript(root, "web/src/db/prepare.ts", {
  DATABASE_URL: database.url,
  YARD_DEMO: "1",
});
if (prepared !== 0) failures.push("preparing the database");
const port = await freePort();
const server = await serve(root, { port, databaseUrl: database.url, quiet: true });
const browserReport = join(root, "web/test-results/report.json");
rmSync(browserReport, { force: true });
const browser = spawnSync(bin("playwright"), ["test", ...process.argv.slice(2)], {
  cwd: join(root, "web"),
  stdio: ["ignore", "inherit", "inherit"],
  env: {
    ...process.env,
    YARD_URL: `http://127.0.0.1:${port}`,
    YARD_CHROMIUM: chromium,
    DATABASE_URL: database.url,
    NEXT_TELEMETRY_DISABLED: "1",
  },
});
if (browser.status !== 0) failures.push("the interface in Chromium");
count(browserReport, (r) => [
  r.stats.expected + r.stats.flaky,
  r.stats.unexpected,
  r.stats.skipped,
]);
await stopServing(server);
database.stop();

if (failures.length > 0) say(`\nFailed: ${failures.join(", ")}`);
process.stdout.write(
  `\n${passed} passed, ${failed + (failures.length > 0 && failed === 0 ? failures.length : 0)} failed, ${skipped} skipped\n`,
);
process.exit(failures.length > 0 ? 1 : 0);

function count(report, read) {
  if (!existsSync(report)) {
    failures.push(`no report at ${report}`);
    return;
  }
  const [good, bad, pending] = read(JSON.parse(readFileSync(report, "utf8")));
  passed += good;
  failed += bad;
  skipped += pending;
}

function freePort() {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port: free } = probe.address();
      probe.close(() => resolve(free));
    });
  });
}
