import type { Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { takeCall } from "./sheet";
import { expect, test } from "./test";

const days = (page: Page) => page.getByRole("region", { name: "Days ahead" }).getByRole("listitem");

test("a call is carried to another day by the keys and taken back, and by the pointer", async ({
  page,
}) => {
  await page.goto("/");
  const handle = page.getByRole("button", { name: /^Move MG-3 .* to another day$/ });
  await expect(days(page).nth(0)).toContainText("MG-3");
  await expectAccessible(page, "the Slate");
  await expect(async () => {
    await handle.focus();
    await page.keyboard.press("Space");
    await expect(page.getByText(/MG-3 .* is picked up\.|MG-3 .* over /).first()).toBeAttached({
      timeout: 1500,
    });
  }).toPass();
  await page.keyboard.press("ArrowDown");
  await expect(page.locator("[data-over]")).toContainText("today");
  await page.keyboard.press("ArrowDown");
  await expect(page.locator("[data-over]")).toContainText("tomorrow");
  await page.keyboard.press("Space");
  await expect(page.getByText(/MG-3 .* is due tomorrow\./)).toBeVisible();
  await expect(days(page).nth(1)).toContainText("MG-3");
  await expect(days(page).nth(0)).not.toContainText("MG-3");
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText("It stands where it stood before.")).toBeVisible();
  await expect(days(page).nth(0)).toContainText("MG-3");

  const from = await handle.boundingBox();
  const to = await days(page).nth(3).boundingBox();
  if (!from || !to) throw new Error("the handle or the day is not there");
  await page.mouse.move(from.x + 20, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 30, { steps: 4 });
  await page.mouse.move(to.x + 60, to.y + 20, { steps: 8 });
  await expect(page.locator("[data-over]")).toHaveCount(1);
  await page.mouse.up();
  await expect(days(page).nth(3)).toContainText("MG-3");
  await page.reload();
  await expect(days(page).nth(3)).toContainText("MG-3");
});

test("what is told to be pressing stands first, with why", async ({ page }) => {
  await takeCall(page, "QO-1", "stops after a minute", ["complaint.trips"]);
  await page.goto("/");
  const first = page.getByRole("main").locator("li", { hasText: "QO-1 stops after a minute" });
  await expect(first).toContainText("Why here: it trips.");
  const calls = page.locator("main section").first().locator("strong");
  await expect(calls.first()).toContainText("QO-1");
});
