/**
 * `npm run screenshots`: one picture of each main view, from the demo, into docs/screenshots. Names as
 * arguments make only those.
 */
import { mkdirSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import { inCare } from "./parts/care.mjs";
import { chromiumProgram } from "./parts/debian.mjs";
import { servedDemo } from "./parts/demo.mjs";
import { enterAs, inBrowser } from "./parts/enter.mjs";
import { say } from "./parts/say.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
const folder = join(root, "docs/screenshots");
mkdirSync(folder, { recursive: true });
await inCare(async (care) => {
  const { address } = await servedDemo(root, { name: "picture-cluster", ...care });
  const storageState = inBrowser(await enterAs(address, "Technician"));
  const browser = await chromium.launch({
    executablePath: await chromiumProgram(care.signal),
    args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run"],
  });

  const LAPTOP = { viewport: { width: 1280, height: 800 } };
  const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

  /** Opens a page, does what `work` says and takes the picture. */
  async function picture(name, options, work) {
    const wanted = process.argv.slice(2);
    if (wanted.length > 0 && !wanted.includes(name)) return;
    const context = await browser.newContext({
      ...{ baseURL: address, storageState, serviceWorkers: "block" },
      ...options,
    });
    const page = await context.newPage();
    // A way that stays open is never idle.
    await page.route("**/events", (route) => route.abort());
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

  /** A curve sheet drawn and turned a little, then traced. */
  async function traced(page) {
    const place = (q, h) => {
      const [x, y] = [90 + q * 8.2 - 500, 640 - h * 9.333 - 360];
      const turn = 0.04;
      return {
        x: 500 + x * Math.cos(turn) - y * Math.sin(turn),
        y: 360 + x * Math.sin(turn) + y * Math.cos(turn),
      };
    };
    const head = (q) => 52 - 0.0021 * q * q;
    const lines = [
      ...Array.from({ length: 11 }, (_, i) => ({
        points: [place(10 * i, 0), place(10 * i, 60)],
        wide: 1,
      })),
      ...Array.from({ length: 7 }, (_, i) => ({
        points: [place(0, 10 * i), place(100, 10 * i)],
        wide: 1,
      })),
      { points: Array.from({ length: 46 }, (_, i) => place(2 * i, head(2 * i))), wide: 3 },
    ];
    const texts = [
      ...Array.from({ length: 11 }, (_, i) => ({
        ...place(10 * i - 1, -3.5),
        text: String(10 * i),
      })),
      ...Array.from({ length: 6 }, (_, i) => ({
        ...place(-5, 10 * i + 9),
        text: String(10 * i + 10),
      })),
    ];
    const url = await page.evaluate(
      ({ lines, texts }) => {
        const canvas = Object.assign(document.createElement("canvas"), {
          width: 1000,
          height: 720,
        });
        const pen = canvas.getContext("2d");
        pen.fillStyle = "#fdfbf4";
        pen.fillRect(0, 0, 1000, 720);
        pen.fillStyle = "#333";
        pen.font = "18px sans-serif";
        for (const t of texts) pen.fillText(t.text, t.x, t.y);
        for (const { points, wide } of lines) {
          pen.lineWidth = wide;
          pen.strokeStyle = wide > 1 ? "#222" : "#c4c0b4";
          pen.beginPath();
          points.forEach((p, i) => (i === 0 ? pen.moveTo(p.x, p.y) : pen.lineTo(p.x, p.y)));
          pen.stroke();
        }
        return canvas.toDataURL("image/png");
      },
      { lines, texts },
    );
    await page.locator('input[type="file"]').setInputFiles({
      name: "sheet.png",
      mimeType: "image/png",
      buffer: Buffer.from(url.split(",")[1], "base64"),
    });
    const canvas = page.getByTestId("picture").locator("canvas");
    const tap = async (q, h) => {
      const box = await canvas.boundingBox();
      const at = place(q, h);
      const share = box.width / 1000;
      await canvas.click({ position: { x: at.x * share, y: at.y * share } });
    };
    await tap(0, 0);
    await tap(100, 0);
    await page.getByLabel("flow at the high mark").fill("100");
    await tap(0, 0);
    await tap(0, 60);
    await page.getByLabel("head at the high mark").fill("60");
    for (const q of [0, 12, 25, 40, 55, 68, 80, 90]) await tap(q, head(q));
    await page.evaluate(() => window.scrollTo(0, 0));
  }

  try {
    await picture("slate", LAPTOP, (page) => page.goto("/"));
    await picture("run-sheet", LAPTOP, async (page) => {
      await sheet(page, "LF-2");
      await step(page, "Make safe");
      await acknowledge(page);
      await step(page, "Readings");
      await read(page, "speed", "2965");
      for (const [i, amps] of ["15.6", "15.7", "15.6"].entries())
        await read(page, `amps.${i}`, amps);
      await page.getByTestId("phase-triangle").waitFor();
      await chart(page);
      await page.keyboard.press("Escape");
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
    await picture("gland-phone", PHONE, async (page) => {
      await page.goto("/yard");
      await page.getByRole("link", { name: /BI-1/ }).first().tap();
      await page.getByLabel("On this pump, without a call").selectOption("run-in-gland");
      await page.getByRole("button", { name: "Begin", exact: true }).tap();
      const runner = page.locator('[data-procedure="run-in-gland"]');
      const value = async (slot, text) => {
        const input = runner.locator(`[data-slot="${slot}"] input[data-figure-input]`).first();
        await input.fill(text);
        await input.press("Enter");
      };
      const say = (name, answer) =>
        runner
          .getByRole("group", { name, exact: true })
          .getByRole("button", { name: answer, exact: true })
          .tap();
      const done = () => runner.getByRole("button", { name: "Done", exact: true }).tap();
      await value("shaft", "35");
      await value("bore", "55");
      await say("Packing", "PTFE");
      await say("Rings", "5");
      await say("Springs on the gland", "no");
      await done();
      await say("Flush or seal water", "open, it runs");
      await done();
      await acknowledge(page);
      await say("The gland", "streams");
      await done();
      await acknowledge(page);
      await runner.getByRole("button", { name: "Begin the wait" }).tap();
      await value("drops", "58");
      await value("gland", "18");
      await value("liquid", "-8");
      await page.getByText("26 K over the liquid").waitFor();
      await page.keyboard.press("Escape");
      await runner.evaluate((e) => e.scrollIntoView({ block: "start" }));
      await page.evaluate(() => window.scrollBy(0, 60));
    });
    await picture("run-sheet-phone", PHONE, async (page) => {
      await sheet(page, "LF-2");
      await page.locator('[data-slot="suctionPressure"] input').first().tap();
      await page.getByTestId("keypad").waitFor();
    });
    await picture("board-phone-night", { ...PHONE, colorScheme: "dark" }, async (page) => {
      await sheet(page, "LF-2");
      await page.getByRole("button", { name: "Board", exact: true }).tap();
      await chart(page);
    });
    await picture("other-pumps", LAPTOP, async (page) => {
      await page.goto("/yard?find=LF-2");
      await page
        .getByRole("link", { name: /^LF-2\b/ })
        .first()
        .click();
      await page.getByRole("link", { name: "Other pumps in its place" }).click();
      for (const tag of ["LF-1", "BI-2"]) {
        await page.getByLabel("Words of a pump or its place").fill(tag);
        await page.getByRole("button", { name: "Look" }).click();
        await page.getByRole("link", { name: new RegExp(`^Put ${tag}`) }).click();
        await page.getByRole("link", { name: `Leave ${tag} out` }).waitFor();
      }
    });
    await picture("prove", LAPTOP, async (page) => {
      await sheet(page, "LF-2");
      await step(page, "Readings");
      await acknowledge(page);
      await page.getByRole("button", { name: "After", exact: true }).click();
      await read(page, "suctionPressure", "0.08 bar");
      await read(page, "dischargePressure", "4.4 bar");
      await page.keyboard.press("Escape");
      await page.getByRole("button", { name: /^Prove/ }).click();
      await page.getByText(/by the readings after it/).waitFor();
      await page.getByTestId("afterwards").locator("svg").waitFor();
    });
    await picture("yard", LAPTOP, (page) => page.goto("/yard"));
    await picture("pump", LAPTOP, async (page) => {
      await page.goto("/yard");
      await page.getByRole("link", { name: /BI-2/ }).first().click();
      await chart(page);
    });
    await picture("next-pump", LAPTOP, async (page) => {
      await page.goto("/yard?find=LF-2");
      await page.getByRole("link", { name: /LF-2/ }).first().click();
      await page.getByRole("link", { name: "The next one: card and warranty" }).click();
      await page.getByRole("region", { name: "What it has to do" }).waitFor();
    });
    await picture("levers", LAPTOP, async (page) => {
      await page.goto("/yard");
      await page.getByRole("link", { name: /QO-4/ }).first().click();
      await page.getByText("move the levers").click();
      await page.getByLabel("Level, or pump lower").fill("0.6");
      await page.locator('[data-figure="npsh-margin"]').click();
      await page.locator('[data-figure="npsh-margin"]').scrollIntoViewIfNeeded();
      await page.evaluate(() => window.scrollBy(0, 420));
    });
    await picture("rating-trace", LAPTOP, async (page) => {
      await page.goto("/yard");
      await page.getByRole("link", { name: /LF-1/ }).first().click();
      await page.getByRole("link", { name: "Change its rating" }).click();
      await page.getByRole("button", { name: "Trace a picture" }).click();
      await traced(page);
    });
    const administrator = inBrowser(await enterAs(address, "Administrator"));
    await picture("people", { ...LAPTOP, storageState: administrator }, async (page) => {
      await page.goto("/people");
      await page.getByText(/Change what Hatchery owner/).click();
    });
    await picture("line", LAPTOP, async (page) => {
      await page.goto("/yard");
      await page.getByRole("link", { name: /^LF-1/ }).first().click();
      await page.getByRole("link", { name: "Its line, drawn" }).click();
      await page.getByRole("button", { name: /^From a tank above/ }).click();
      await page.getByRole("button", { name: /^2 gate valve/ }).click();
      await page.getByLabel("Open, %").fill("70");
      await page.getByRole("button", { name: "strainer", exact: true }).click();
      await page.getByLabel("Free area").fill("60 cm2");
      await page.getByRole("button", { name: /^3 strainer/ }).click();
      await page.getByRole("button", { name: "Change this: Strainer too tight" }).click();
      await page.evaluate(() => scrollTo(0, 0));
    });
    await picture("bench", LAPTOP, async (page) => {
      await page.goto("/priming?layout=lift");
      for (const name of ["Discharge valve", "Priming port", "Pour water in"])
        await page
          .getByRole("group", { name: "What can be worked" })
          .getByRole("button", { name: new RegExp(`^${name}`) })
          .click();
      await page.getByRole("button", { name: "twelve times" }).click();
      await page.locator('[data-cell="casing"]:not([data-fill^="0.0"])').waitFor();
      await page.getByRole("button", { name: "Pause" }).click();
    });
    await picture("log", LAPTOP, (page) => page.goto("/log"));
    await picture("log-entry", LAPTOP, async (page) => {
      await sheet(page, "LF-2");
      await step(page, "Sign off");
      await page.getByLabel("The visit ends").selectOption("cured");
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
  }
  return 0;
});
