/** The priming bench: each layout primed in its order, and spoiled once. */
import type { Page } from "@playwright/test";
import { BENCH_LAYOUTS } from "@yard-tack/core/suction";
import { expectAccessible } from "./accessible";
import { begin, fillStep, openStep, procedureOf, stepInSight } from "./procedures";
import { allSent, openCall, toStep } from "./sheet";
import { expect, test } from "./test";

const question = (page: Page, name: string) =>
  page.locator("dl > div").filter({ hasText: name }).locator("dd");
const control = (page: Page, name: string) =>
  page
    .getByRole("group", { name: "What can be worked" })
    .getByRole("button", { name: new RegExp(`^${name}`) });

async function open(page: Page, layout: string): Promise<void> {
  await page.goto(`/priming?layout=${layout}`);
  await expect(page.getByRole("heading", { level: 1, name: "Bench" })).toBeVisible();
  await expect(page.getByTestId("bench-time")).not.toHaveText("0:00");
}

/** Does what is said next, and watches where it says so, until nothing is left. */
async function guided(page: Page): Promise<void> {
  await page.getByRole("button", { name: "twelve times" }).click();
  const ended = page.getByText("It is primed and runs.");
  const doIt = page.getByRole("button", { name: "Do it" });
  await expect(async () => {
    if (await ended.isVisible()) return;
    if (await doIt.isEnabled({ timeout: 200 }).catch(() => false)) await doIt.click();
    await expect(ended).toBeVisible({ timeout: 300 });
  }).toPass({ timeout: 90_000, intervals: [50] });
}

/** What is tapped first, in the wrong order, and what it is said to break. */
const SPOILED: Readonly<Record<string, readonly [tap: string, breaks: RegExp]>> = {
  tank: ["Pump", /It runs dry/],
  lift: ["Pump", /It runs dry/],
  circuit: ["Large pump", /The large pump runs dry/],
  jet: ["Pump", /It runs dry/],
  "dry-set": ["Engine", /lets in as much air as the jet draws/],
  heating: ["Pump", /It runs in air/],
};

for (const { id, name } of BENCH_LAYOUTS) {
  test(`${name}: spoiled freely, begun again, and primed in its order`, async ({ page }) => {
    await open(page, id);
    const [tap, breaks] = SPOILED[id] ?? ["", /^$/];
    await control(page, tap).click();
    await expect(page.getByRole("alert").filter({ hasText: breaks })).toBeVisible();
    await page.getByRole("button", { name: "Begin again" }).click();
    await expect(page.getByRole("alert").filter({ hasText: breaks })).toHaveCount(0);
    await guided(page);
    await expect(question(page, "Is the casing full?")).toContainText("Yes.");
    await expect(page.locator("li[data-state='done']")).not.toHaveCount(0);
    await expect(page.locator("li[data-state='now'], li[data-state='ahead']")).toHaveCount(0);
  });
}

test("the bench is worked by the keys alone, paused and stepped, and reads well", async ({
  page,
}) => {
  await open(page, "lift");
  await expectAccessible(page, "the bench");
  await page.getByRole("button", { name: "Pause" }).press("Enter");
  const time = page.getByTestId("bench-time");
  const stood = await time.innerText();
  await page.getByRole("button", { name: "One second" }).press("Enter");
  await expect(time).not.toHaveText(stood);
  await control(page, "Priming port").press("Space");
  await expect(control(page, "Priming port")).toHaveAttribute("aria-pressed", "true");
  await expect(question(page, "Has the water a way out?")).toContainText("Yes.");
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test("a pump's own line is primed on the bench, by taps on the drawing", async ({ page }) => {
    await page.goto("/yard");
    await page
      .getByRole("link", { name: /^MG-1\b/ })
      .first()
      .tap();
    await page.getByRole("link", { name: "Its line, drawn" }).tap();
    await page.getByRole("link", { name: "Prime it on the bench" }).tap();
    await expect(page.getByText("heights of MG-1")).toBeVisible();
    await expect(page.getByText("Dry-priming set", { exact: true }).first()).toBeVisible();
    await expectAccessible(page, "the bench on a phone");
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(390);
    await control(page, "Drain cock").tap();
    await expect(control(page, "Drain cock")).toHaveAttribute("aria-pressed", "false");
    await control(page, "Engine").tap();
    await page.getByRole("button", { name: "twelve times" }).tap();
    await expect(page.locator('[data-cell="suction"]')).not.toHaveAttribute("data-fill", "0.00");
  });
});

test("the plate is watched and the drawn line halved inside their procedure", async ({ page }) => {
  await page.clock.install();
  await openCall(page, "MG-1");
  await toStep(page, "9", "Fix");
  const runner = await begin(page, "vacuum-plate-halving");
  await openStep(page, runner);
  const [plate] = procedureOf("vacuum-plate-halving").steps;
  await fillStep(page, runner, plate as never, {});
  await runner.getByRole("button", { name: "Done", exact: true }).click();
  const needle = runner.getByRole("region", { name: "The needle, look by look" });
  for (const look of ["-0.88 bar", "0.879"]) {
    await needle.getByLabel("The needle shows").fill(look);
    await needle.getByRole("button", { name: "Note it now" }).click();
    await page.clock.fastForward(60_000);
  }
  await needle.getByRole("button", { name: "Take into the strips" }).click();
  await expect(runner.locator('[data-slot="peak"] input').first()).toHaveValue(/0\.88/);
  for (let n = 0; n < 3; n++) {
    await openStep(page, runner);
    const at = await stepInSight(runner, procedureOf("vacuum-plate-halving"));
    if (at?.id === "halve") break;
    if (at) await fillStep(page, runner, at, {});
    await runner.getByRole("button", { name: "Done", exact: true }).click();
  }
  const search = runner.getByRole("region", { name: "Where the line leaks" });
  await search.getByRole("button", { name: "It falls" }).click();
  await search.getByRole("button", { name: "It holds" }).click();
  await expect(search.getByRole("status")).toContainText("It leaks at");
  await allSent(page);
});
