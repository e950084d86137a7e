/**
 * `npm test`: everything, from an empty clone. Lint, types, unit, database, scripts, and the real interface
 * in Chromium. Ends with the totals on a line of their own.
 *
 * Arguments go to Playwright, and then only the interface is tested: `npm test -- seam -g "storage"`.
 */
import { existsSync, readFileSync, rmSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { run } from "./parts/child.mjs";
import { ensurePdfReader } from "./parts/debian.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { say } from "./parts/say.mjs";
import { ensureBuild } from "./parts/web.mjs";
import { interfaceTests } from "./parts/interface-tests.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const bin = (name) => join(root, "node_modules/.bin", name);
const failures = [];
/** Names of tests. */
const failed = [];
const totals = { passed: 0, failed: 0, skipped: 0 };

await inCare(async (care) => {
  await ensurePackages(root, care.signal);
  const wanted = process.argv.slice(2);
  if (wanted.length === 0) {
    await inTwos([
      () => check("lint", bin("eslint"), ["."], care),
      () => ensureBuild(root, care.signal),
      () => check("format", bin("prettier"), ["--check", "--log-level", "warn", "."], care),
      ...["web", "core", "cli"].map(
        (part) => () => check(`types of ${part}`, bin("tsc"), ["--noEmit", "-p", part], care),
      ),
      () => check("unused code", bin("knip"), [], care),
    ]);
    await unitTests(care);
  }
  const began = Date.now();
  const { code, report } = await interfaceTests(root, wanted, care);
  conclude("the interface in Chromium", code, began);
  count(report, (r) => {
    failed.push(...namesOf(r.suites, (test) => test.status === "unexpected"));
    return [r.stats.expected + r.stats.flaky, r.stats.unexpected, r.stats.skipped];
  });
  // A long run is read from its end.
  for (const name of failed) say(`   failed: ${name}`);
  if (failures.length > 0) say(`\nFailed: ${failures.join(", ")}`);
  const wrong = totals.failed + (failures.length > 0 && totals.failed === 0 ? failures.length : 0);
  process.stdout.write(`\n${totals.passed} passed, ${wrong} failed, ${totals.skipped} skipped\n`);
  return failures.length > 0 ? 1 : 0;
});

/** Names of Playwright's tests of which `is` holds, wherever they are nested. */
function namesOf(suites, is) {
  return suites.flatMap((suite) => [
    ...namesOf(suite.suites ?? [], is),
    ...(suite.specs ?? []).filter((s) => s.tests.some(is)).map((s) => `${s.file}, ${s.title}`),
  ]);
}

/** Does pieces of work two at a time, the longest first: two processors are kept busy. */
async function inTwos(work) {
  const left = [...work];
  const one = async () => {
    for (let next = left.shift(); next; next = left.shift()) await next();
  };
  await Promise.all([one(), one()]);
}

/** Runs one check; what it printed is shown when it fails, whole and not between that of another. */
async function check(name, command, args, { signal }) {
  const began = Date.now();
  const { code, output } = await run(command, args, {
    cwd: root,
    signal,
    stdio: ["ignore", "pipe", "pipe"],
  });
  if (code !== 0) say(output);
  conclude(name, code, began);
}

async function unitTests({ signal }) {
  await ensurePdfReader(signal);
  const report = join(root, "test-results/unit.json");
  rmSync(join(root, "test-results"), { recursive: true, force: true });
  const began = Date.now();
  const { code } = await run(
    bin("vitest"),
    [
      ...["run", "--project", "unit", "--project", "database", "--project", "scripts"],
      ...["--reporter=default", "--reporter=json", `--outputFile.json=${report}`],
    ],
    { cwd: root, signal, stdio: ["ignore", "inherit", "inherit"] },
  );
  conclude("unit, database and scripts", code, began);
  count(report, (r) => {
    for (const { name, assertionResults } of r.testResults)
      for (const t of assertionResults)
        if (t.status === "failed")
          failed.push(
            `${relative(root, name)}, ${t.fullName}: ${t.failureMessages[0]?.split("\n")[0]}`,
          );
    return [r.numPassedTests, r.numFailedTests, r.numPendingTests];
  });
}

function conclude(name, code, began) {
  const seconds = Math.round((Date.now() - began) / 1000);
  say(`== ${name}: ${code === 0 ? "passed" : "FAILED"} in ${seconds} s`);
  if (code !== 0) failures.push(name);
}

function count(report, read) {
  if (!existsSync(report)) {
    failures.push(`no report at ${report}`);
    return;
  }
  const [passed, unexpected, skipped] = read(JSON.parse(readFileSync(report, "utf8")));
  totals.passed += passed;
  totals.failed += unexpected;
  totals.skipped += skipped;
}
