/**
 * `npm run bench`: how fast it is, as figures. Nothing fails here; the numbers are for reading.
 * With no argument all of it; `core` leaves the browser out.
 */
import { spawnSync } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import { cpus } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { gzipSync } from "node:zlib";
import { buildSync } from "esbuild";
import { findChromium } from "./parts/chromium.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { startPostgres } from "./parts/postgres.mjs";
import { say } from "./parts/say.mjs";
import { tackBundle } from "./parts/tack-bundle.mjs";
import { ensureBuild, runTypeScript, serve, stopServing } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
ensurePackages(root);
const row = (what, value, limit) =>
  process.stdout.write(`${what.padEnd(58)} ${value.padStart(12)}   ${limit ?? ""}\n`);
const ms = (v) => `${v.toFixed(1)} ms`;

say(`${cpus().length} cores, ${cpus()[0]?.model ?? ""}, Node ${process.versions.node}`);

/** A measurement of the core, bundled as the application and the command are: that is what is used. */
function inCore(file) {
  const bundled = join(root, `core/bench/${file}.bundle.mjs`);
  buildSync({
    entryPoints: [join(root, `core/bench/${file}.ts`)],
    outfile: bundled,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    logLevel: "warning",
  });
  const ran = spawnSync(process.execPath, [bundled], { cwd: join(root, "core"), encoding: "utf8" });
  rmSync(bundled);
  return JSON.parse(ran.stdout);
}
const sums = inCore("computations");
const seconds = (v) => `${(v / 1000).toFixed(2)} s`;
row("10,000 duty points with first-order bands", seconds(sums.duties), "at most 2 s");
row("1,000 duty points with sampled bands, 400 draws", seconds(sums.sampled), "at most 2 s");
row("every lever and the whole sweep, median", ms(sums.levers), "at most 30 ms");
row("a curve trace of 200 points, median", ms(sums.trace), "at most 20 ms");
const core = inCore("diagnose");
row("one diagnosis, the shipped example, median", ms(core.one.median), "at most 20 ms");
row("one diagnosis, 95th percentile", ms(core.one.p95));
row("one diagnosis with three snapshots, median", ms(core.threeSnapshots.median), "at most 20 ms");
row(
  "one diagnosis with three snapshots, 95th percentile",
  ms(core.threeSnapshots.p95),
  "at most 60 ms",
);
row("the whole Board, median", ms(core.board.median));

const bundle = await tackBundle(root);
const example = JSON.parse(readFileSync(join(root, "demo/cases/example-1.json"), "utf8"));
const lines = Array.from({ length: 500 }, (_, i) => {
  const [snapshot] = example.snapshots;
  const pressure = `${(3 + (i % 20) / 12).toFixed(2)} bar`;
  return JSON.stringify({
    ...example,
    id: `b${i}`,
    snapshots: [{ ...snapshot, dischargePressure: pressure }],
  });
});
const start = performance.now();
spawnSync(process.execPath, [bundle, "diagnose-many", "-"], {
  input: lines.join("\n"),
  maxBuffer: 1e9,
});
row(
  "diagnose-many, 500 cases, whole process",
  `${((performance.now() - start) / 1000).toFixed(2)} s`,
  "at most 20 s",
);

if (process.argv[2] !== "core") await browserFigures();

async function browserFigures() {
  const { chromium } = await import("@playwright/test");
  ensureBuild(root);
  const database = await startPostgres(root, { name: "bench-cluster", throwAway: true });
  runTypeScript(root, "web/src/db/prepare.ts", { DATABASE_URL: database.url, YARD_DEMO: "1" });
  const port = 3987;
  const server = await serve(root, { port, databaseUrl: database.url, quiet: true });
  const browser = await chromium.launch({
    executablePath: findChromium(),
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
    ],
  });
  try {
    const page = await browser.newPage();
    const scripts = new Map();
    page.on("response", async (r) => {
      if (r.request().resourceType() === "script")
        scripts.set(r.url(), gzipSync(await r.body(), { level: 6 }).length);
    });
    const address = `http://127.0.0.1:${port}`;
    await page.goto(address);
    const sheet = await page.getByRole("link", { name: /LF-2 gives/ }).getAttribute("href");
    scripts.clear();
    // A page of its own, so that nothing is cached.
    await page.context().clearCookies();
    const html = await (
      await page.goto(`${address}${sheet}`, { waitUntil: "networkidle" })
    )?.text();
    const initial = [...scripts].filter(([url]) => html?.includes(new URL(url).pathname));
    const kB = (list) => list.reduce((s, [, size]) => s + size, 0) / 1000;
    const first = kB(initial);
    row(
      "JavaScript before the run sheet can be used, gzipped",
      `${first.toFixed(0)} kB`,
      "at most 260 kB",
    );
    row("  ratio to an empty Mantine page (153 kB)", (first / 153).toFixed(2), "at most 1.70");
    row("  loaded later (charts, workers)", `${(kB([...scripts]) - first).toFixed(0)} kB`);

    await page.evaluate(() => {
      window.longTasks = [];
      new PerformanceObserver((list) => {
        for (const e of list.getEntries()) window.longTasks.push(e.duration);
      }).observe({ type: "longtask" });
    });
    // A phone's processor: four times slower than this one.
    const tools = await page.context().newCDPSession(page);
    await tools.send("Emulation.setCPUThrottlingRate", { rate: 4 });
    const input = page.locator('[data-slot="suctionPressure"] input').first();
    await input.click();
    const delays = [];
    for (let i = 0; i < 25; i++) {
      const text = `-${(2 + (i % 9) * 0.7).toFixed(1)}`;
      delays.push(
        await page.evaluate(
          ([value]) =>
            new Promise((resolve) => {
              const field = document.querySelector('[data-slot="suctionPressure"] input');
              const board = document.querySelector('[data-testid="board"]');
              const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
              const before = board.textContent;
              const begin = performance.now();
              const watcher = new MutationObserver(() => {
                if (board.textContent === before) return;
                watcher.disconnect();
                resolve(performance.now() - begin);
              });
              watcher.observe(board, {
                subtree: true,
                childList: true,
                characterData: true,
                attributes: true,
              });
              set.call(field, value);
              field.dispatchEvent(new Event("input", { bubbles: true }));
              setTimeout(() => resolve(Number.NaN), 3000);
            }),
          [text],
        ),
      );
    }
    const sorted = delays.filter(Number.isFinite).sort((a, b) => a - b);
    row(
      "from a typed figure to the Board, so slowed, median",
      ms(sorted[sorted.length >> 1] ?? Number.NaN),
      "at most 150 ms",
    );
    row(
      "from a typed figure to the Board, so slowed, slowest of 25",
      ms(sorted.at(-1) ?? Number.NaN),
      "at most 150 ms",
    );
    const tasks = await page.evaluate(() => window.longTasks);
    say(`long tasks: ${tasks.map((t) => t.toFixed(0)).join(", ")}`);
    row(
      "longest task while typing, processor four times slowed",
      tasks.length > 0 ? ms(Math.max(...tasks)) : "under 50 ms",
      "at most 100 ms",
    );
  } finally {
    await browser.close();
    await stopServing(server);
    database.stop();
  }
}
