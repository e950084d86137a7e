/** What a pump was like before, and what leaves the house: drift, reports, tables, case files. */
import { readFileSync } from "node:fs";
import { expectAccessible } from "./accessible";
import { expect, NOBODY, test } from "./test";

test("two years of BI-2 are told from its page: what drifts, how fast, when it crosses, pump or line", async ({
  page,
}) => {
  await page.goto("/yard?find=BI-2");
  await page
    .getByRole("link", { name: /^BI-2\b/ })
    .first()
    .click();
  const head = page.getByRole("region", { name: "Head over the years" });
  await expect(head).toContainText(/\d+ % less head at equal flow than at the base, give or take/);
  await expect(head).toContainText("Past 10 %: plan its overhaul.");
  await expect(head).toContainText(/crosses 15 % about \w+ 20\d\d, between \w+ 20\d\d and/);
  const current = page.getByRole("region", { name: "Current at like flow over the years" });
  await expect(current).toContainText("the gauges alone can be off by that much");
  await expect(page.getByText("Less pressure and no more flow than at the base")).toBeVisible();
  await expectAccessible(page, "a pump's years");
});

test("a visit's report is taken away, and opened by an owner who has no account", async ({
  page,
  browser,
}) => {
  await page.goto("/log?find=strainer LF-2");
  await page.locator("ol a").first().click();
  const taken = page.waitForEvent("download");
  await page.getByRole("link", { name: "Report for the customer" }).click();
  const pdf = await taken;
  expect(pdf.suggestedFilename()).toMatch(/^LF-2 \d{4}-\d\d-\d\d\.pdf$/);
  expect(
    readFileSync(await pdf.path())
      .subarray(0, 5)
      .toString(),
  ).toBe("%PDF-");
  await page.getByRole("button", { name: "Make an address" }).click();
  const address = await page.getByLabel("The address, told this once").inputValue();
  await expectAccessible(page, "an entry with an address");
  const owner = await browser.newContext({ storageState: NOBODY });
  const answer = await owner.request.get(address);
  expect(answer.status()).toBe(200);
  expect(answer.headers()["content-type"]).toBe("application/pdf");
  expect((await answer.body()).subarray(0, 5).toString()).toBe("%PDF-");
  // Nothing else opens with it.
  expect((await owner.request.get(address.replace(/\/r\/.*/, "/log"))).url()).toContain("/sign-in");
  await page.getByRole("button", { name: "End it" }).click();
  await expect(page.getByLabel("The address, told this once")).toHaveCount(0);
  expect((await owner.request.get(address)).status()).toBe(404);
  await owner.close();
});

test("tables and case files go out", async ({ page }) => {
  await page.goto("/log?find=strainer LF-2");
  const file = async (name: string) => {
    const taken = page.waitForEvent("download");
    await page.getByRole("link", { name }).click();
    return readFileSync(await (await taken).path(), "utf8");
  };
  const log = await file("These entries as a table (CSV)");
  expect(log.trim().split("\r\n")).toHaveLength(2);
  expect(log).toContain("Strainer choked with weed.");
  await page.locator("ol a").first().click();
  const visit = JSON.parse(await file("Case file")) as { snapshots: unknown[] };
  expect(visit.snapshots.length).toBeGreaterThan(0);
  await page.goto("/yard?find=larkfen");
  expect((await file("These pumps as a table (CSV)")).trim().split("\r\n")).toHaveLength(5);
});

test("another pump is put in a pump's place, by its curve, and left out again", async ({
  page,
}) => {
  await page.goto("/yard?find=LF-2");
  await page
    .getByRole("link", { name: /^LF-2\b/ })
    .first()
    .click();
  await page.getByRole("link", { name: "Other pumps in its place" }).click();
  await expect(page.getByText("Choose a pump of the Yard")).toBeVisible();
  for (const tag of ["LF-1", "BI-2"]) {
    await page.getByLabel("Words of a pump or its place").fill(tag);
    await page.getByRole("button", { name: "Look" }).click();
    await page.getByRole("link", { name: new RegExp(`^Put ${tag}`) }).click();
    await expect(page.getByRole("link", { name: `Leave ${tag} out` })).toBeVisible();
  }
  await expect(page.getByText(/^LF-1\swould give .* much the same\.$/)).toBeVisible();
  await expect(
    page.getByText(/^BI-2\swould give .* more energy for each cubic metre/),
  ).toBeVisible();
  await expect(
    page.getByText(/LF-2\sand BI-2\sside by side give no more than one alone/),
  ).toBeVisible();
  await expect(page.getByRole("row", { name: /^flow here/ })).toContainText("m³/h");
  await expect(page.getByRole("img", { name: /^Head over flow/ })).toBeVisible();
  await expectAccessible(page, "pumps compared");
  await page.setViewportSize({ width: 360, height: 740 });
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(360);
  await page.getByRole("link", { name: "Leave BI-2 out" }).click();
  await expect(page.getByText(/^BI-2\swould give/)).toHaveCount(0);
});

test("a pump is asked what it would do slower, beside one of a single point", async ({ page }) => {
  await page.goto("/yard?find=LF-2");
  await page.getByRole("link", { name: /LF-2/ }).first().click();
  await page.getByRole("link", { name: "Other pumps in its place" }).click();
  await page.getByLabel("At the speed").fill("fast");
  await page.getByLabel("Rated flow").fill("60 m3/h");
  await page.getByRole("button", { name: "Put it beside" }).click();
  await expect(page.getByText("A figure above 0 with its unit, like 2600 rpm.")).toBeVisible();
  await expect(page.getByText("Say its head too.")).toBeVisible();
  await page.getByLabel("At the speed").fill("2600 rpm");
  await page.getByLabel("Rated head").fill("45 m");
  await page.getByRole("button", { name: "Put it beside" }).click();
  await expect(page.getByText(/^LF-2 at 2600\srpm would give .* less flow/)).toBeVisible();
  await expect(page.getByText("Its curve was guessed from one point.")).toBeVisible();
  await expectAccessible(page, "what if");
});

test("a year of a place goes out as a report", async ({ page }) => {
  await page.goto("/yard");
  const taken = page.waitForEvent("download");
  await page.getByRole("link", { name: "This year of Larkfen Hatchery as a report" }).click();
  const pdf = await taken;
  expect(pdf.suggestedFilename()).toMatch(/^Larkfen Hatchery \d{4}\.pdf$/);
  expect(readFileSync(await pdf.path(), "latin1").slice(0, 5)).toBe("%PDF-");
});

test("the day's things are summed on the Slate, and what causes cost is told from the log", async ({
  page,
}) => {
  await page.goto("/");
  const along = page.getByRole("region", { name: "To take along today" });
  await expect(along.getByRole("listitem").first()).toContainText(/LF-2, BI-2, MG-3/);
  await page.goto("/log");
  await page.getByRole("link", { name: "What causes cost" }).click();
  await expect(page.getByText("Worn wear rings cost most")).toBeVisible();
  await page.getByLabel("A visit costs").fill("100");
  await expect(page.getByRole("row", { name: /^Worn wear rings/ })).toContainText("400");
  await expectAccessible(page, "what causes cost");
  await page.getByRole("link", { name: "Worn wear rings" }).click();
  await expect(page).toHaveURL(/\/log\?cause=worn-rings/);
});
