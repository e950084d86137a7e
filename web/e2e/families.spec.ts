/**
 * A walk through the sheet of every family, step by step: what is asked, offered and refused, as one table to be read
 * (`families.table.txt`). A change shows in the table; whoever makes it reads the rows again, and writes it anew with
 * `YARD_WRITE_TABLE=1`.
 */
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { FAMILIES } from "@yard-tack/core/case";
import type { Page } from "@playwright/test";
import { acknowledgeAll, freshCall, step } from "./sheet";
import { expect, test } from "./test";

const TABLE = fileURLToPath(new URL("./families.table.txt", import.meta.url));

/** An attribute of everything in sight in the step, in its order, each once. */
const all = async (page: Page, attribute: string): Promise<string> => {
  const found = await page
    .locator(`#step [${attribute}]`)
    .evaluateAll((list, a) => list.map((e) => e.getAttribute(a) ?? ""), attribute);
  return [...new Set(found)].join(" ") || "none";
};

/** Goes to a step and waits for it: steps are loaded when they are asked for. */
async function at(page: Page, name: string): Promise<void> {
  await step(page, name);
  await expect(page.locator("#step h2", { hasText: name })).toBeVisible();
}

async function walk(page: Page, family: string): Promise<string> {
  await freshCall(page, `W-${family}`, family);
  const rows: string[] = [];
  const row = (what: string, had: string) => rows.push(`${family} | ${what} | ${had}`);
  await at(page, "Call");
  row("told until somebody comes", await listUnder(page, "Tell them until someone is there"));
  row(
    "taken along",
    await page.getByRole("region", { name: "Take along" }).innerText().then(inOneLine),
  );
  row("told by", await all(page, "data-observation"));
  await at(page, "Make safe");
  row("cautions", await all(page, "data-caution"));
  await acknowledgeAll(page);
  await at(page, "Identify");
  row("plates", await all(page, "data-plate"));
  await at(page, "Look and listen");
  row("chips", await all(page, "data-observation"));
  await at(page, "Rotation");
  await acknowledgeAll(page);
  row("rotation", await all(page, "data-method"));
  await page.getByTestId("both-ways").locator("summary").click();
  row("both ways", (await page.getByTestId("both-ways").locator("p").first().innerText()).trim());
  await at(page, "Readings");
  await acknowledgeAll(page);
  await page.getByText("More readings").click();
  await expect(page.locator('#step [data-slot="liquidTemperature"]')).toBeVisible();
  row("strips", await all(page, "data-slot"));
  await at(page, "Next test");
  const more = page.getByTestId("more-tests").locator("summary");
  if ((await more.count()) > 0) await more.click();
  const tests = (await all(page, "data-test")).split(" ").toSorted().join(" ");
  row("tests", tests);
  const refused = await page.locator("#step h3", { hasText: "Not on this pump" }).count();
  row("refused", refused > 0 ? await listUnder(page, "Not on this pump") : "none");
  await at(page, "Sign off");
  await expect(page.getByLabel("The visit ends")).toHaveValue("");
  return `${rows.join("\n")}\n`;
}

const inOneLine = (text: string): string => text.trim().replaceAll(/\s*\n\s*/g, " ");

async function listUnder(page: Page, heading: string): Promise<string> {
  const list = page.locator(`#step h3:has-text("${heading}") ~ *`).locator("li");
  const texts = await list.allInnerTexts();
  return texts.map((t) => t.trim().replaceAll("\n", " ")).join("; ") || "none";
}

const wanted = existsSync(TABLE) ? readFileSync(TABLE, "utf8") : "";
const written: string[] = [];

for (const family of FAMILIES) {
  test(`the sheet of a ${family} asks, offers and refuses what belongs to it`, async ({ page }) => {
    const rows = await walk(page, family);
    written.push(rows);
    if (process.env["YARD_WRITE_TABLE"]) return;
    const before = wanted
      .split("\n")
      .filter((line) => line.startsWith(`${family} | `))
      .map((line) => `${line}\n`)
      .join("");
    expect(rows).toBe(before);
  });
}

test.afterAll(() => {
  if (process.env["YARD_WRITE_TABLE"]) writeFileSync(TABLE, written.join(""));
});
