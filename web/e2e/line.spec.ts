/** A pump's line: drawn, audited, changed on paper, proposed and kept. */
import type { Locator, Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { acknowledgeAll, allSent, figure, openCall, step } from "./sheet";
import { expect, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** To the drawing of a pump, by its page. */
async function openLine(page: Page, tag: string): Promise<void> {
  await page.goto("/yard");
  await page
    .getByRole("link", { name: new RegExp(`^${tag}\\b`) })
    .first()
    .click();
  await page.getByRole("link", { name: "Its line, drawn" }).click();
  await expect(page.getByRole("heading", { level: 1, name: tag })).toBeVisible();
}

const rows = (page: Page): Locator => page.locator("[data-row]");
const finding = (page: Page, flag: string): Locator => page.locator(`[data-finding="${flag}"]`);
const drawing = (page: Page): Locator => page.getByRole("img", { name: /^From the source/ });

test("a flooded line is drawn from a ready one, put right, audited, changed, proposed and kept", async ({
  page,
}) => {
  await openLine(page, "LF-1");
  await expect(page.getByText("Its loss is given as 0.6 m at 60 m3/h")).toBeVisible();
  await expectAccessible(page, "an empty line");
  await page.getByRole("button", { name: /^From a tank above/ }).click();
  await expect(rows(page)).toHaveCount(7);
  await expect(drawing(page)).toBeVisible();
  // A valve half shut, put right in place.
  await page.getByRole("button", { name: /^2 gate valve/ }).click();
  await page.getByLabel("Open, %").fill("50");
  await expect(finding(page, "valve-part-shut")).toContainText("50 % open");
  // A strainer after it, by the palette; then further on, by the keys alone.
  await page.getByRole("button", { name: "strainer", exact: true }).click();
  await page.getByLabel("Free area").fill("60 cm2");
  await expect(finding(page, "strainer-tight")).toContainText("1.2 of the pipe's");
  const handle = page.getByRole("button", { name: "Move 3 strainer" });
  await handle.focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("3 strainer over place 3")).toBeAttached();
  await page.keyboard.press("ArrowUp");
  await expect(page.getByText("3 strainer over place 2")).toBeAttached();
  await page.keyboard.press("Space");
  await expect(rows(page).nth(1)).toContainText("strainer");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(rows(page).nth(2)).toContainText("strainer");
  await expectAccessible(page, "a line with an open part");
  // What cannot be is said at its part, and the last drawing stays.
  const pipe = page.getByRole("button", { name: /^4 pipe/ });
  await pipe.click();
  const length = page.getByLabel("Length");
  await length.fill("-3 m");
  await expect(page.getByText("A length is not below 0.")).toBeVisible();
  await expect(page.getByText("This is the last drawing that could be.")).toBeVisible();
  await expect(drawing(page)).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep this line" })).toBeDisabled();
  await length.fill("3 m");
  // Nothing typed is lost by a reload.
  await page.reload();
  await expect(rows(page)).toHaveCount(8);
  await page.getByRole("button", { name: "Keep this line" }).click();
  await expect(page.getByText("The diagnosis goes by this drawing now.")).toBeVisible();
  await page.getByRole("button", { name: "Change this: Strainer too tight" }).click();
  await page.getByRole("button", { name: "Change this: Valve partly shut" }).click();
  const table = page.getByRole("table", { name: "With what is chosen" });
  await expect(table.getByRole("row", { name: /loss of the line.*better/ })).toBeVisible();
  await expect(table.getByRole("row", { name: /lowest level it can stand.*better/ })).toBeVisible();
  await page.getByRole("button", { name: "Keep and print" }).click();
  await expect(page.getByRole("heading", { name: "LF-1: a change of its line" })).toBeVisible();
  await expect(page.getByText("A basket of at least 3 times")).toBeVisible();
  await expect(drawing(page)).toHaveCount(2);
  await expectAccessible(page, "a proposal");
  await page.getByRole("link", { name: "LF-1’s line" }).click();
  await page.getByRole("button", { name: "Change this: Valve partly shut" }).click();
  await page.getByRole("button", { name: "Draw the line so" }).click();
  await expect(finding(page, "valve-part-shut")).toHaveCount(0);
  await expect(page.getByRole("navigation", { name: "Proposals" })).toContainText("Technician");
});

test("a trailer's lift has its budget, and what a warm day takes of it", async ({ page }) => {
  await openCall(page, "MG-1");
  await step(page, "Look");
  await page.getByRole("link", { name: "Draw and audit its line" }).click();
  const budget = page.getByRole("region", { name: "Lift budget" });
  await expect(budget).toContainText("Greatest lift 6.04 m");
  await expect(budget).toContainText("less lift less friction is left for the pump");
  await expect(finding(page, "hose-collapse")).toBeVisible();
  await page.getByLabel("Liquid at").fill("45 degC");
  await expect(budget).not.toContainText("Greatest lift 6.04 m");
  await page.getByLabel("Its primer draws").fill("20 m3/h");
  await page.getByRole("button", { name: "Change this: Water too fast" }).click();
  await expect(page.getByRole("row", { name: /time to prime.*worse/ })).toBeVisible();
  await page.getByLabel("Flow today").fill("very much");
  await expect(page.getByLabel("Flow today")).toHaveAttribute("aria-invalid", "true");
  await page.getByText("Margin over level and temperature").click();
  await expect(page.getByRole("columnheader", { name: /^level/ }).first()).toBeVisible();
  await page.getByRole("link", { name: "Back to the run sheet" }).click();
  await expect(page).toHaveURL(/\/sheet\//);
  await step(page, "Look");
  await page.getByRole("link", { name: "Draw and audit its line" }).click();
  await page.getByLabel("Level at rest").fill("-2.2 m");
  await expect(page.getByText("It draws its water down by 1.60 m while it runs.")).toBeVisible();
  await page.getByRole("button", { name: "Change this: Water too fast" }).click();
  await page.getByRole("button", { name: "Keep and print" }).click();
  await expect(page.getByRole("heading", { name: "MG-1: a change of its line" })).toBeVisible();
  await expect(page.getByRole("row", { name: /greatest lift/ })).toBeVisible();
});

test.describe("on a phone", () => {
  test.use(PHONE);

  test("a jet's line is drawn, audited and changed with a thumb", async ({ page }) => {
    await openLine(page, "QO-2");
    await expect(finding(page, "high-point")).toContainText("the tank empties itself");
    await expect(finding(page, "globe-valve")).toBeVisible();
    await expectAccessible(page, "a line on a phone");
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(390);
    await page
      .getByRole("button", { name: "Change this: Globe or diaphragm valve on the suction" })
      .tap();
    await expect(page.getByRole("row", { name: /loss of the line.*better/ })).toBeVisible();
    await page.getByRole("button", { name: "Keep and print" }).tap();
    await expect(page.getByText("A gate, ball or butterfly valve")).toBeVisible();
  });
});

test("a trailer's plate parts pump from pipe, and halving finds the joint that leaks", async ({
  page,
}) => {
  await page.clock.install();
  await openCall(page, "MG-1");
  await step(page, "Next test");
  await page.locator('li[data-test="vacuum-plate"] button').click();
  await acknowledgeAll(page);
  const needle = page.getByRole("region", { name: "The needle, look by look" });
  const note = async (text: string) => {
    await needle.getByLabel("The needle shows").fill(text);
    await needle.getByRole("button", { name: "Note it now" }).click();
  };
  await note("-1.4 bar");
  await expect(needle.getByText("more than a perfect vacuum here")).toBeVisible();
  await note("0.3 bar");
  await expect(needle.getByText("written with a minus")).toBeVisible();
  await note("-0.70 bar");
  await page.clock.fastForward(20_000);
  await note("0.88");
  await page.clock.fastForward(60_000);
  await note("0.879");
  await page.clock.fastForward(60_000);
  await note("0.878");
  await expect(needle.getByRole("status")).toContainText(/It falls by 0\.00\d* bar a minute/);
  await expect(needle.getByRole("img")).toHaveAccessibleName(/after 2\d s -0\.88 bar/);
  await needle.getByRole("button", { name: "Take into the strips" }).click();
  await expect(figure(page, "over")).toHaveValue(/^1\d\d/);
  await expect(page.getByTestId("reads")).toContainText("look at the suction piping");
  const search = page.getByRole("region", { name: "Where the line leaks" });
  await expect(search).toContainText("At most 2 steps more");
  await expectAccessible(page, "the plate and the search");
  // The last joint but one leaks.
  await expect(search).toContainText("blank it at 4 joint");
  await search.getByRole("button", { name: "It falls" }).click();
  await expect(search).toContainText("blank it at 5 joint");
  await search.getByRole("button", { name: "It holds" }).click();
  await expect(search.getByRole("status")).toContainText("It leaks at 4 joint with its joints");
  await allSent(page);
  await page.reload();
  await page.locator('li[data-test="vacuum-plate"] button').click();
  await expect(page.getByText("It leaks at 4 joint with its joints")).toBeVisible();
});
