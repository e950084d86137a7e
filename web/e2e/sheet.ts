/** What the tests do at a pump, in the words of the interface. */
import { expect, type Locator, type Page } from "@playwright/test";

/** Opens the open call of a pump from the Slate. */
export async function openCall(page: Page, tag: string): Promise<void> {
  await page.goto("/");
  await page
    .getByRole("link", { name: new RegExp(`${tag} `) })
    .first()
    .click();
  await expect(page.getByRole("heading", { level: 1, name: tag })).toBeVisible();
  await expect(page.getByTestId("verdict").first()).toBeAttached();
}

/** Makes a pump and takes a call on it; ends on its run sheet. */
export async function freshCall(page: Page, tag: string, family = "end-suction"): Promise<void> {
  await page.goto("/yard/new");
  await page.getByLabel("Tag").fill(tag);
  await page.getByLabel("Family").selectOption(family);
  await page.getByRole("button", { name: "Make the pump" }).click();
  await page.getByRole("link", { name: "Start a run sheet" }).click();
  await page.getByLabel("What is wrong, in a line").fill("gives too little");
  await page.getByRole("button", { name: "Open the run sheet" }).click();
  await expect(page.getByRole("heading", { level: 1, name: tag })).toBeVisible();
}

/** Goes to a step by its knot. */
export const step = (page: Page, name: string): Promise<void> =>
  page
    .getByRole("navigation", { name: "Steps of this run sheet" })
    .getByRole("button", { name })
    .click();

/** The strip of a slot. */
export const strip = (page: Page, slot: string): Locator => page.locator(`[data-slot="${slot}"]`);

/** Types into a strip and goes on with Enter. */
export async function read(page: Page, slot: string, text: string): Promise<void> {
  const input = strip(page, slot).locator("input").first();
  await input.fill(text);
  await input.press("Enter");
}

/** Everything typed has reached the server. */
export const allSent = (page: Page): Promise<void> =>
  expect(page.getByTestId("saved")).toHaveAttribute("data-courier", "sent");

/** Acknowledges every caution in sight. */
export async function acknowledgeAll(page: Page): Promise<void> {
  const buttons = page.getByRole("button", { name: /^Read and acknowledged/ });
  while ((await buttons.count()) > 0) {
    const count = await buttons.count();
    await buttons.first().click();
    await expect(buttons).toHaveCount(count - 1);
  }
}

/** The leading cause and its percent, as the Board shows them. */
export async function leading(page: Page): Promise<{ id: string; percent: number }> {
  await expect(page.getByTestId("board")).toHaveAttribute("aria-busy", "false");
  const row = page.getByTestId("causes").locator("details").first();
  const text = await row.locator("summary > span").nth(1).innerText();
  return {
    id: (await row.getAttribute("data-cause")) ?? "",
    percent: text.includes(">") ? 99.5 : Number(/\d+/.exec(text)?.[0]),
  };
}
