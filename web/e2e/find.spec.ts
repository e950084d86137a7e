/** Anything found by its words, from anywhere; the log narrowed and kept. */
import { expectAccessible } from "./accessible";
import { expect, test } from "./test";

const box = "Find anything";

test("one key finds a pump, a cause's visits, a word of an entry; Enter goes to the first", async ({
  page,
}) => {
  await page.goto("/");
  const input = page.getByRole("textbox", { name: box });
  // Keys are heard once the page has come alive.
  await expect(async () => {
    await page.keyboard.press("/");
    await expect(input).toBeFocused({ timeout: 1000 });
  }).toPass();
  await input.pressSequentially("lf-2");
  await expect(page.locator('[data-found^="pump/"]')).toHaveCount(1);
  await expectAccessible(page, "the box that finds");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "LF-2" })).toBeVisible();
  await expect(input).toHaveCount(0);
  await page.keyboard.press("Control+k");
  await input.pressSequentially("choked suct");
  await page.getByRole("button", { name: /Choked suction/ }).click();
  await expect(page).toHaveURL(/\/log\?cause=suction-restriction$/);
  await expect(page.getByText(/entr(y|ies): choked suction/)).toBeVisible();
  await page.keyboard.press("/");
  await input.pressSequentially("nothing is called so");
  await expect(page.getByText("Nothing has all of these words.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(input).toHaveCount(0);
  // In a field a slash is a slash.
  await page.getByLabel("Words of an entry, or of its pump").press("/");
  await expect(input).toHaveCount(0);
});

test("the log is narrowed by words, place and days, kept as a view, and gone back to", async ({
  page,
}) => {
  await page.goto("/log");
  await page.getByLabel("Words of an entry, or of its pump").fill("strainer LF-2");
  await page.getByRole("button", { name: "Show", exact: true }).click();
  await expect(page.getByText(/1 entry: “strainer LF-2”/)).toBeVisible();
  await page.getByText("Narrow it down").click();
  await page.getByLabel("Place", { exact: true }).selectOption({ label: "Larkfen Hatchery" });
  await page.getByLabel("From", { exact: true }).fill("2026-01-01");
  await page.getByRole("button", { name: "Show", exact: true }).click();
  await expect(page.getByText("at Larkfen Hatchery, from 2026-01-01")).toBeVisible();
  await expectAccessible(page, "the log, narrowed");
  await page.getByLabel("Keep this view as").fill("Weed at Larkfen");
  await page.getByRole("button", { name: "Keep it" }).click();
  const view = page.getByRole("link", { name: "Weed at Larkfen" });
  await expect(view).toBeVisible();
  await page.getByRole("link", { name: "Show all" }).click();
  await expect(page.getByText(/entries, newest first/)).toBeVisible();
  await view.click();
  await expect(page.getByLabel("Place", { exact: true })).toHaveValue(/./);
  await expect(page.locator("ol > li")).toHaveCount(1);
  await page.getByRole("button", { name: "Forget the view Weed at Larkfen" }).click();
  await expect(view).toHaveCount(0);
  await page.goto("/log?find=quillwort");
  await expect(page.getByText("No entry is like that.")).toBeVisible();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test("a place is found with a thumb, and nothing scrolls sideways", async ({ page }) => {
    await page.goto("/log");
    await page.getByRole("button", { name: "Find", exact: true }).tap();
    await page.getByRole("textbox", { name: box }).fill("larkf");
    await page.getByRole("button", { name: /^Larkfen Hatchery/ }).tap();
    await expect(page).toHaveURL(/\/yard\?find=/);
    await expect(page.getByText(/4 pumps at 1 place with/)).toBeVisible();
    await page.goto("/log?find=strainer&site=x");
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(390);
    await expectAccessible(page, "the log on a phone");
  });
});
