/** How fast the application is in a browser with a phone's processor. */
import { gzipSync } from "node:zlib";
import { chromiumProgram } from "../parts/debian.mjs";
import { servedDemo } from "../parts/demo.mjs";
import { enterAs, inBrowser } from "../parts/enter.mjs";
import { say } from "../parts/say.mjs";
import { drawingFigures } from "./drawing.mjs";
import { ms, row } from "./row.mjs";

/** From the first byte to a typed figure on the Board, in the browser. */
export async function browserFigures(root, care) {
  const { chromium } = await import("@playwright/test");
  const { address } = await servedDemo(root, { name: "bench-cluster", ...care });
  const browser = await chromium.launch({
    executablePath: await chromiumProgram(care.signal),
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
    ],
  });
  try {
    const storageState = inBrowser(await enterAs(address, "Technician"));
    const looking = await browser.newPage({ storageState });
    await looking.goto(address);
    const sheet = await looking.getByRole("link", { name: /LF-2 gives/ }).getAttribute("href");
    await looking.close();
    // A context of its own, so that nothing is cached.
    const page = await browser.newPage({ storageState, serviceWorkers: "block" });
    // A way that stays open is never idle.
    await page.route("**/events", (route) => route.abort());
    const scripts = new Map();
    page.on("response", async (r) => {
      if (r.request().resourceType() === "script")
        scripts.set(r.url(), gzipSync(await r.body(), { level: 6 }).length);
    });
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
    await drawingFigures(browser, address, storageState);
  } finally {
    await browser.close();
  }
}
