/** `npm run screenshots`: one picture of each main view, from the demo, into docs/screenshots. */
import { mkdirSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import { startPostgres } from "./parts/postgres.mjs";
import { say } from "./parts/say.mjs";
import { ensureBuild, runTypeScript, serve, stopServing } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const folder = join(root, "docs/screenshots");
mkdirSync(folder, { recursive: true });
ensureBuild(root);
const database = await startPostgres(root, { name: "picture-cluster", throwAway: true });
runTypeScript(root, "web/src/db/prepare.ts", { DATABASE_URL: database.url, YARD_DEMO: "1" });
const port = 3986;
const server = await serve(root, { port, databaseUrl: database.url, quiet: true });
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run"],
});

const LAPTOP = { viewport: { width: 1280, height: 800 } };
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** Opens a page, does what `work` says and takes the picture. */
async function picture(name, options, work) {
  const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}`, ...options });
  const page = await context.newPage();
  page.setDefaultTimeout(15_000);
  await work(page);
  await page.mouse.move(0, 0);
  await page.waitForLoadState("networkidle");
  await page.screenshot({ path: join(folder, `${name}.png`) });
  say(`${name}.png`);
  await context.close();
}

const sheet = async (page, tag) => {
  await page.goto("/");
  await page
    .getByRole("link", { name: new RegExp(`${tag} `) })
    .first()
    .click();
  await page.getByTestId("verdict").first().waitFor({ state: "attached" });
};
const step = (page, name) =>
  page
    .getByRole("navigation", { name: "Steps of this run sheet" })
    .getByRole("button", { name })
    .click();
const acknowledge = async (page) => {
  const buttons = page.getByRole("button", { name: /^Read and acknowledged/ });
  while ((await buttons.count()) > 0) await buttons.first().click();
};
const chart = (page) => page.locator('[data-testid="head-flow-chart"] svg').waitFor();
const read = async (page, slot, text) => {
  const input = page.locator(`[data-slot="${slot}"] input`).first();
  await input.fill(text);
  await input.press("Enter");
};

try {
  await picture("slate", LAPTOP, (page) => page.goto("/"));
  await picture("run-sheet", LAPTOP, async (page) => {
    await sheet(page, "LF-2");
    await step(page, "Make safe");
    await acknowledge(page);
    await step(page, "Readings");
    await read(page, "speed", "2945");
    for (const [i, amps] of ["20.0", "20.2", "20.0"].entries()) await read(page, `amps.${i}`, amps);
    await page.getByTestId("phase-triangle").waitFor();
    await chart(page);
    await page.locator('[data-slot="amps.2"] input').blur();
    await page.locator('[data-courier="sent"]').waitFor();
  });
  await picture("compare", LAPTOP, async (page) => {
    await sheet(page, "LF-2");
    await step(page, "Compare");
    await chart(page);
  });
  await picture("next-test", LAPTOP, async (page) => {
    await sheet(page, "LF-2");
    await step(page, "Next test");
    await chart(page);
  });
  await picture("test-under-way", LAPTOP, async (page) => {
    await sheet(page, "LF-2");
    await step(page, "Next test");
    await page.getByRole("button", { name: /^Start: Open the strainer/ }).click();
    await page
      .getByRole("button", { name: /^Read and acknowledged/ })
      .first()
      .click();
    await chart(page);
  });
  await picture("look-and-listen-night", { ...LAPTOP, colorScheme: "dark" }, async (page) => {
    await sheet(page, "LF-2");
    await step(page, "Look and listen");
    await chart(page);
  });
  await picture("run-sheet-phone", PHONE, async (page) => {
    await sheet(page, "LF-2");
    await page.locator('[data-slot="suctionPressure"] input').tap();
    await page.getByTestId("keypad").waitFor();
  });
  await picture("board-phone-night", { ...PHONE, colorScheme: "dark" }, async (page) => {
    await sheet(page, "LF-2");
    await page.getByRole("button", { name: "Board", exact: true }).tap();
    await chart(page);
  });
  await picture("causes-phone", PHONE, async (page) => {
    await sheet(page, "LF-2");
    await page.getByRole("button", { name: "Causes", exact: true }).tap();
    await page.locator("details[data-cause] summary").first().tap();
  });
  await picture("yard", LAPTOP, (page) => page.goto("/yard"));
  await picture("pump", LAPTOP, async (page) => {
    await page.goto("/yard");
    await page.getByRole("link", { name: /BI-2/ }).first().click();
    await chart(page);
  });
  await picture("new-call", LAPTOP, (page) => page.goto("/call"));
  await picture("log", LAPTOP, (page) => page.goto("/log"));
  await picture("log-entry", LAPTOP, async (page) => {
    await sheet(page, "LF-2");
    await step(page, "Sign off");
    await page.getByLabel("Found").fill("Strainer choked with weed.");
    await page.getByLabel("Done", { exact: true }).fill("Basket cleaned, cover gasket renewed.");
    await page
      .getByLabel("Proof, or why there is none")
      .fill("Suction back to 1.0 inHg, flow on its duty.");
    await page.locator('[data-courier="sent"]').waitFor();
    await page.getByRole("button", { name: "Sign and write the log" }).click();
    await page.getByText(/^Signed:/).waitFor();
  });
} finally {
  await browser.close();
  await stopServing(server);
  database.stop();
}
