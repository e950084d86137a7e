/** What the tests do at a pump, in the words of the interface. */
import { writeFileSync } from "node:fs";
import type { CauseId } from "@yard-tack/core/case";
import { observationRow, testRow } from "@yard-tack/core/diagnosis";
import { errors, expect, type Locator, type Page, type TestInfo } from "@playwright/test";
import { freshSheet } from "../src/testing/fresh-sheet";

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

/**
 * A new pump of which nothing is known, with a call on it; ends on its run sheet. Both are put into the database: making
 * them by hand is a test of its own (empty-yard.spec.ts), and takes as long as many a test that begins with them.
 */
export async function freshCall(page: Page, tag: string, family = "end-suction"): Promise<void> {
  await page.goto(`/sheet/${await freshSheet(tag, family)}`);
  await expect(page.getByRole("heading", { level: 1, name: tag })).toBeVisible();
}

/** Takes a call on a pump that is known, in words and by chips; ends on its run sheet. */
export async function takeCall(
  page: Page,
  tag: string,
  line: string,
  told: readonly string[],
): Promise<void> {
  await page.goto("/");
  await page.getByRole("link", { name: "New call" }).click();
  const option = page.getByRole("option", { name: new RegExp(`^${tag}\\b`) });
  await page.getByLabel("Pump").selectOption({ label: (await option.textContent()) ?? "" });
  await page.getByLabel("What is wrong, in a line").fill(line);
  for (const id of told) {
    const name = observationRow(id)?.name ?? id;
    await page.getByRole("button", { name, exact: true }).click();
  }
  await page.getByRole("button", { name: "Open the run sheet" }).click();
  await expect(page.getByRole("heading", { level: 1, name: tag })).toBeVisible();
}

/** Taps a chip until it says what it should. */
export async function look(page: Page, id: string, state: "there" | "not there"): Promise<void> {
  const chip = page.locator(`[data-observation="${id}"]`);
  await chip.click();
  await expect(chip).toHaveAttribute("data-state", "present");
  if (state === "not there") await chip.click();
  await expect(chip).toHaveAttribute("data-state", state === "there" ? "present" : "absent");
}

/** How a test turns out, most often, on a pump with this cause: in the words of its button. */
export function outcomeFor(testId: string, cause: CauseId): string {
  const row = testRow(testId);
  if (!row) throw new Error(`no test ${testId}`);
  const rates = row.under[cause] ?? row.usual;
  return row.outcomes[rates.indexOf(Math.max(...rates))]?.name ?? "";
}

/** Proves the pump dead, check by check, where the test that is open asks for it. */
export async function isolate(page: Page): Promise<void> {
  const part = page.getByRole("region", { name: "Isolated and proven dead" });
  if ((await part.count()) === 0 || (await part.getByTestId("proven-dead").count()) > 0) return;
  await part.getByRole("button", { name: "off, locked and tagged" }).click();
  for (const answer of ["shown", "dead"]) {
    for (const button of await part.getByRole("button", { name: answer, exact: true }).all())
      await button.click();
  }
  await expect(part.getByTestId("proven-dead")).toBeVisible();
}

/** Does the test that is open: cautions, proof that it is dead, outcome. */
export async function answerTest(page: Page, id: string, cause: CauseId): Promise<void> {
  await acknowledgeAll(page);
  await isolate(page);
  const noReading = page.getByRole("button", { name: "by ear only" });
  if (await noReading.isVisible()) await noReading.click();
  await page.getByRole("button", { name: outcomeFor(id, cause), exact: true }).click();
  await allSent(page);
  await expect(page.getByText(testRow(id)?.name ?? id).first()).toBeVisible();
}

/** A large file as a camera has one, on the disk: handed over by the test itself it takes most of a minute. */
export function onDisk(info: TestInfo, name: string, bytes: Buffer): string {
  const path = info.outputPath(name);
  writeFileSync(path, bytes);
  return path;
}

/** Goes to a step by its knot. */
export const step = (page: Page, name: string): Promise<void> =>
  page
    .getByRole("navigation", { name: "Steps of this run sheet" })
    .getByRole("button", { name: new RegExp(`^${name}`) })
    .click();

/** To a step of the sheet by its key; a key does nothing before the page listens. */
export async function toStep(page: Page, key: string, name: string): Promise<void> {
  await expect(async () => {
    await page.keyboard.press(key);
    await expect(page.getByRole("heading", { level: 2, name })).toBeVisible({ timeout: 1000 });
  }).toPass();
}

/** The strip of a slot. */
export const strip = (page: Page, slot: string): Locator => page.locator(`[data-slot="${slot}"]`);

/** The figure of a strip; its gauge has strips of its own under it. */
export const figure = (page: Page, slot: string): Locator =>
  strip(page, slot).locator("input[data-figure-input]").first();

/** Types into a strip and goes on with Enter. */
export async function read(page: Page, slot: string, text: string): Promise<void> {
  const input = figure(page, slot);
  await input.fill(text);
  await input.press("Enter");
}

/** Everything typed has reached the server, and every picture; asked for so long [ms], or as long as anything is. */
export async function allSent(page: Page, timeout?: number): Promise<void> {
  const saved = page.getByTestId("saved");
  await expect(saved).toHaveAttribute("data-courier", "sent", timeout ? { timeout } : {});
  await expect(saved).not.toContainText("a picture is still on its way");
}

/** Acknowledges every caution in sight, and those that come into sight then. */
export async function acknowledgeAll(page: Page): Promise<void> {
  const cards = page.locator("[data-caution]:not([data-done])").filter({ visible: true });
  while ((await cards.count()) > 0) {
    const id = await cards.evaluateAll((all) => all[0]?.getAttribute("data-caution") ?? "");
    const card = cards.and(page.locator(`[data-caution="${id}"]`));
    // Somebody else may acknowledge it in the same moment: then there is nothing left to tap.
    await card
      .getByRole("button", { name: /^Read and acknowledged/ })
      .click({ timeout: 10_000 })
      .catch((error: unknown) => {
        if (!(error instanceof errors.TimeoutError)) throw error;
      });
    await expect(card).toHaveCount(0);
  }
}

/** Goes to the readings, past the cautions that stand before them. */
export async function toReadings(page: Page): Promise<void> {
  await step(page, "Readings");
  await expect(page.getByRole("region", { name: "Readings" })).toBeVisible();
  await acknowledgeAll(page);
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

/** No key of the open keypad lies on another, and each is large enough. */
export async function keysAreApart(page: Page): Promise<void> {
  const keys = await page.getByTestId("keypad").getByRole("button").all();
  const boxes = (await Promise.all(keys.map((k) => k.boundingBox()))).filter((b) => b !== null);
  expect(boxes.length).toBe(keys.length);
  for (const [i, a] of boxes.entries()) {
    expect(Math.min(a.width, a.height)).toBeGreaterThanOrEqual(44);
    for (const b of boxes.slice(i + 1)) {
      const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
      const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
      expect(Math.min(across, down)).toBeLessThanOrEqual(0.5);
    }
  }
}
