/** Rounds: how a place is walked, a sound pump read in few taps, what is found becomes a call. */
import type { Locator } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { goThrough, sign } from "./procedures";
import { acknowledgeAll, allSent, figure, openCall, read, step, toStep } from "./sheet";
import { expect, test } from "./test";

test("a round that is due by its hours is opened from the Slate, its twin read beside it, the counter kept", async ({
  page,
}) => {
  await page.goto("/");
  const due = page.getByRole("listitem").filter({ hasText: "LF-1 Next round" });
  await due.getByRole("button", { name: /^Open the round: LF-1/ }).click();
  await expect(page).toHaveURL(/\/sheet\//);
  await step(page, "Make safe");
  await acknowledgeAll(page);
  await step(page, "Readings");
  await read(page, "suctionPressure", "0.02 bar");
  await read(page, "dischargePressure", "2.2 bar");
  const counter = page.getByRole("textbox", { name: "Counter of hours run" });
  await expect(page.getByText(/14120 h on .*, about 20\.0 h a day/)).toBeVisible();
  await counter.fill("many");
  await expect(page.getByText("That is no number of hours")).toBeVisible();
  await counter.fill("15 240");
  await counter.blur();
  await step(page, "Compare");
  const beside = page.getByRole("region", { name: "Beside LF-2" });
  await expect(beside.getByRole("row", { name: /Discharge gauge/ })).toContainText(
    /than the other one|alike/,
  );
  await allSent(page);
  await page.keyboard.press("=");
  await expect(page.getByLabel("What is promised").first()).toHaveValue(
    "Next round, or at 16340 h on its counter",
  );
  await sign(page, { closed: "as it should be", found: "On its fingerprint.", proof: "" });
  await expect(page.getByText("15 240")).toBeVisible();
  await page.goto("/");
  await expect(due).toHaveCount(0);
});

test("a round of a sound pump takes twelve taps at most, with last time's readings beside the strips", async ({
  page,
}) => {
  await page.goto("/call");
  const option = page.getByRole("option", { name: /^LF-1\b/ });
  await page.getByLabel("Pump").selectOption({ label: (await option.textContent()) ?? "" });
  await page.getByLabel("What kind of visit").selectOption("round");
  await page.getByRole("button", { name: "Open the run sheet" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "LF-1" })).toBeVisible();
  await page.goto("/");
  let taps = 0;
  const tap = async (what: Locator) => {
    taps++;
    await what.click();
  };
  await tap(page.getByRole("link", { name: /^.*LF-1/ }).first());
  await expect(page.getByTestId("verdict").first()).toBeAttached();
  await tap(page.getByRole("button", { name: /^Readings/ }));
  const cards = page.locator("[data-caution]:not([data-done])").filter({ visible: true });
  const strips = page.locator('[data-slot="amps.2"] input[data-figure-input]').first();
  while (!(await strips.isVisible()) || (await cards.count()) > 0) {
    const id = await cards.first().getAttribute("data-caution");
    const card = cards.and(page.locator(`[data-caution="${id}"]`));
    await tap(card.getByRole("button", { name: /^Read and acknowledged/ }));
    await expect(card).toHaveCount(0);
  }
  await expect(page.getByText(/^\d[\d.]* bar on \d+ \w+ \d{4}$/).first()).toBeVisible();
  for (const [slot, text] of [
    ["suctionPressure", "0.07 bar"],
    ["dischargePressure", "4.1 bar"],
    ["amps.0", "20.8"],
    ["amps.1", "21.0"],
    ["amps.2", "20.9"],
  ] as const) {
    await figure(page, slot).fill(text);
    await figure(page, slot).press("Enter");
  }
  await allSent(page);
  await tap(page.getByRole("button", { name: /^Sign off/ }));
  taps++;
  await page.getByLabel("The visit ends").selectOption("as it should be");
  await tap(page.getByRole("button", { name: "Sign and write the log" }));
  await expect(page).toHaveURL(/\/log\//);
  await expect(page.getByText("Next round")).toBeVisible();
  expect(taps).toBeLessThanOrEqual(12);
});

test("a round of a place opens a sheet for each pump that has none, in the order they are walked", async ({
  page,
}) => {
  await page.goto("/yard");
  const round = page.getByRole("button", { name: "Plan a round of Ternhask Wharf" });
  await round.click();
  await expect(page).toHaveURL(/\/$/);
  const rows = page.getByRole("listitem").filter({ hasText: /Ternhask Wharf/ });
  await expect(rows).toHaveCount(3);
  const texts = await rows.allInnerTexts();
  expect(texts.map((t) => /TH-\d/.exec(t)?.[0])).toEqual(["TH-1", "TH-2", "TH-3"]);
  await page.goto("/yard");
  await round.click();
  await expect(page.getByText("Every pump there has an open sheet already.")).toBeVisible();
});

test("what a round finds becomes a call with one tap, and keeps what was read", async ({
  page,
}) => {
  await openCall(page, "BI-2");
  await page.keyboard.press("2");
  await acknowledgeAll(page);
  await toStep(page, "6", "Readings");
  await acknowledgeAll(page);
  await figure(page, "suctionPressure").fill("-20 inHg");
  await figure(page, "suctionPressure").press("Enter");
  await allSent(page);
  await page.getByRole("button", { name: "Compare", exact: true }).click();
  await page.getByRole("button", { name: /^Make a call of it: / }).click();
  await expect(page.getByText(/^found on a round: /).first()).toBeVisible();
  await page.goto("/");
  await expect(page.getByRole("link", { name: /BI-2 found on a round/ })).toBeVisible();
});

test("a place is walked in an order of one's own, set by the keys alone", async ({ page }) => {
  await page.goto("/yard");
  await page.getByRole("link", { name: "Rounds of Quilletfield Orchard" }).click();
  const pumps = page.locator("[data-pump]");
  await expect(pumps.first()).toBeVisible();
  const tags = () => pumps.evaluateAll((all) => all.map((p) => p.getAttribute("data-pump")));
  const [first, second] = await tags();
  await expectAccessible(page, "rounds of a place");
  const handle = page.getByRole("button", { name: `Move ${first ?? ""}` });
  // A key does nothing before the page listens.
  await expect(async () => {
    await handle.focus();
    await page.keyboard.press("Space");
    await expect(page.getByText(`${first ?? ""} over place 1`)).toBeAttached({ timeout: 2000 });
  }).toPass();
  // An arrow does nothing before the rows were measured.
  const moved = page.getByText(`${first ?? ""} over place 2`);
  await expect(async () => {
    if ((await moved.count()) === 0) await page.keyboard.press("ArrowDown");
    await expect(moved).toBeAttached({ timeout: 4000 });
  }).toPass();
  await page.keyboard.press("Space");
  await expect.poll(async () => (await tags()).slice(0, 2)).toEqual([second, first]);
  const row = page.locator(`[data-pump="${second ?? ""}"]`);
  await row.getByLabel("Every, days").fill("30");
  await row.getByLabel("Or every, hours run").fill("500");
  await row.getByLabel("Its twin").selectOption({ label: first ?? "" });
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Saved.")).toBeVisible();
  await page.reload();
  expect((await tags()).slice(0, 2)).toEqual([second, first]);
  await expect(row.getByLabel("Or every, hours run")).toHaveValue("500");
  const other = page.locator(`[data-pump="${first ?? ""}"]`);
  await expect(other.getByLabel("Its twin").locator("option:checked")).toHaveText(second ?? "");
});

test("the two heads of a twin are read one after the other, and stand side by side", async ({
  page,
}) => {
  await openCall(page, "OG-1");
  await step(page, "Make safe");
  await acknowledgeAll(page);
  await step(page, "Compare");
  await page.getByRole("button", { name: "Change over and read the other head" }).click();
  await goThrough(page, "change-over", {
    values: { "first.amps": "1.9 A", "second.amps": "1.3 A" },
  });
  await step(page, "Compare");
  await expect(page.getByRole("region", { name: "Its two heads" })).toContainText(
    "they are not alike",
  );
});

test("parts that were used are ticked, and stand in the log", async ({ page }) => {
  await openCall(page, "LF-2");
  await page.keyboard.press("9");
  const remedy = page.locator("[data-remedy]").first();
  const part = remedy.getByRole("checkbox").first();
  const name = ((await part.getAttribute("aria-label")) ?? "").replace("Used: ", "");
  await part.check();
  await page.getByLabel("Another part").fill("Split pin 4 mm");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await page.getByLabel("Time used").fill("1 h 20 min");
  await page.getByLabel("Time used").blur();
  await expectAccessible(page, "parts used");
  await allSent(page);
  await sign(page, { closed: "cured", found: "Weed.", proof: "It gives its flow again." });
  for (const used of [name, "Split pin 4 mm", "1 h 20 min"])
    await expect(page.getByText(used).first()).toBeVisible();
});
