import { readFileSync, writeFileSync } from "node:fs";
import { expectAccessible } from "./accessible";
import { Client } from "pg";
import { allSent, openCall, read, strip, toReadings } from "./sheet";
import { expect, test } from "./test";

test("a gauge that is past its calibration says so where it is read", async ({ page }) => {
  await page.goto("/yard?find=LF-2");
  await page.getByRole("link", { name: /LF-2/ }).first().click();
  await page.getByRole("link", { name: "Its instruments" }).click();
  await page.getByRole("link", { name: /Discharge gauge/ }).click();
  await expect(page.getByLabel("Good until")).toBeEnabled();
  await page.getByLabel("Calibrated on").fill("2024-02-01");
  await page.getByLabel("Good until").fill("2023-02-01");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("It cannot run out before it was made.")).toBeVisible();
  await expect(page.getByLabel("Good until")).toBeFocused();
  await page.getByLabel("Good until").fill("2025-02-01");
  await expectAccessible(page, "an instrument");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText(/The calibrations of 2 have run out/)).toBeVisible();
  await expect(page.locator("[data-over]").first()).toContainText("ran out on 1 Feb 2025");
  await expectAccessible(page, "the instruments");
  await openCall(page, "LF-2");
  await toReadings(page);
  await expect(strip(page, "dischargePressure")).toContainText(
    /its calibration ran out on 1 Feb 2025/,
  );
  await expect(strip(page, "suctionPressure")).not.toContainText(/calibration ran out/);
});

test("an instrument of the van is added, put aside and taken up again", async ({ page }) => {
  await page.goto("/yard/instruments");
  await page.getByLabel("Name").fill("Clamp 7");
  await page.getByLabel("Kind").selectOption("clamp");
  await page.getByLabel("up to").fill("60 bar");
  await page.getByRole("button", { name: "Add it" }).click();
  await expect(page.getByText("A figure with its unit, like 60 A.")).toBeVisible();
  await page.getByLabel("up to").fill("60 A");
  await page.getByRole("button", { name: "Add it" }).click();
  const row = page.locator('[data-instrument="Clamp 7"]');
  await expect(row).toContainText("clamp meter, 0 A to 60 A");
  await row.getByRole("button", { name: "Put aside: Clamp 7" }).click();
  await expect(page.getByRole("region", { name: "Put aside" })).toContainText("Clamp 7");
  await page.getByRole("button", { name: "Take up again: Clamp 7" }).click();
  await expect(page.getByRole("region", { name: "Put aside" })).toHaveCount(0);
});

test("the next pump is ordered from a card, what is noted for it is put back, a claim is made", async ({
  page,
}) => {
  await page.goto("/yard?find=LF-2");
  await page.getByRole("link", { name: /LF-2/ }).first().click();
  await page.getByRole("link", { name: "The next one: card and warranty" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("The next LF-2");
  await expect(page.getByRole("region", { name: "What it has to do" })).toContainText(/m³\/h/);
  const lead = page.getByText(/to be found before it can be ordered/);
  const missing = Number(/\d+/.exec((await lead.textContent()) ?? "")?.[0]);
  const support = page.getByLabel("What carries it");
  await expect(support).toBeEnabled();
  await support.fill("four feet on a frame");
  await page.getByLabel("Warranty until").fill("2099-01-01");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Under warranty until 2099-01-01.")).toBeVisible();
  await expect(lead).toContainText(String(missing - 2));
  await expectAccessible(page, "the next pump");
  await page.getByLabel("What carries it").fill("nothing");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("region", { name: "What it has to fit" })).toContainText("nothing");
  await page.getByRole("button", { name: "Put back what stood before" }).click();
  await expect(page.getByRole("region", { name: "What it has to fit" })).toContainText(
    "four feet on a frame",
  );
  await page.getByRole("link", { name: "Warranty claim" }).click();
  await expect(page.getByRole("region", { name: "Dates" })).toContainText("2099-01-01");
  await expect(page.getByRole("region", { name: "What happened" })).toContainText(/strainer/i);
  await expectAccessible(page, "a claim");

  // For whoever made it, without an account here.
  await page.getByRole("button", { name: "Make an address" }).click();
  const address = await page.getByLabel("The address, told this once").inputValue();
  const stranger = await (await page.context().browser()?.newContext())?.newPage();
  const paper = await stranger?.request.get(address);
  expect(paper?.headers()["content-type"]).toBe("application/pdf");
  expect(paper?.headers()["content-disposition"]).toContain("LF-2 claim.pdf");
  await page.getByRole("button", { name: /^End (it|all)/ }).click();
  await expect(page.getByLabel("The address, told this once")).toHaveCount(0);
  expect((await stranger?.request.get(address))?.status()).toBe(404);
});

test("a pump that was given another tag and another place is put back by a tap", async ({
  page,
}) => {
  await page.goto("/yard?find=OG-3");
  await page.getByRole("link", { name: /OG-3/ }).first().click();
  await page.getByRole("link", { name: /Tag, family/ }).click();
  await expect(page.getByLabel("Tag", { exact: true })).toBeEnabled();
  await page.getByLabel("Tag", { exact: true }).fill("OG-33");
  await page.getByLabel("Place", { exact: true }).selectOption({ label: "a new place" });
  await page.getByLabel("Name of the place").fill("Odd Mill");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("OG-33");
  await page.getByRole("link", { name: /Tag, family/ }).click();
  const before = page.getByRole("region", { name: "Before the last change" });
  await expect(before).toContainText("Before it was OG-3, at ");
  await expectAccessible(page, "a pump's names");
  await before.getByRole("button", { name: "Put that back" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("OG-3");
  await expect(before).toContainText("Before it was OG-33, at Odd Mill");

  // What is known of it too.
  await page.goto("/yard?find=OG-3");
  await page.getByRole("link", { name: /OG-3/ }).first().click();
  await page.getByRole("link", { name: "Pump, place and motor" }).click();
  const altitude = page.getByLabel(/altitude/i);
  await expect(altitude).toBeEnabled();
  const was = await altitude.inputValue();
  await altitude.fill("900 m");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("OG-3");
  await page.getByRole("link", { name: "Pump, place and motor" }).click();
  await expect(altitude).toHaveValue("900 m");
  await page.getByRole("button", { name: "Put that back" }).click();
  await expect(altitude).toHaveValue(was);
});

test("a table of pumps comes in: its columns, what will happen line by line, and then that", async ({
  page,
}, info) => {
  const file = info.outputPath("pumps.csv");
  writeFileSync(
    file,
    "﻿Site;Tag;Family;Body serial\r\nCold Mill;M-1;End suction pump;KX 4471\r\nCold Mill;M-2;turbine;\r\nCold Mill;M-3;sump;kx 4471\r\n",
  );
  await page.goto("/yard");
  await page.getByRole("link", { name: "Bring a table in" }).click();
  const chooser = page.waitForEvent("filechooser");
  await expect(page.getByRole("button", { name: "File" })).toBeEnabled();
  await page.getByRole("button", { name: "File" }).click();
  await (await chooser).setFiles(file);
  await expect(page.getByLabel("place (needed)")).toHaveValue("0");
  await expectAccessible(page, "bringing a table in");
  await page.getByRole("button", { name: "See what will happen" }).click();
  await expect(page.getByText("3 lines: 1 left out, 2 new.")).toBeVisible();
  await expect(page.getByRole("row", { name: /turbine/ })).toContainText("left out");
  await page.getByRole("button", { name: "Bring 2 lines in" }).click();
  await expect(page.getByRole("heading", { name: "What was done" })).toBeVisible();
  await page.goto("/yard?find=cold mill");
  await expect(page.getByRole("link", { name: /M-1/ })).toBeVisible();

  // Both carry one number: they are told one, and apart again.
  await page.goto("/yard/doubles");
  const pair = page.locator('[data-double*="M-1"]');
  await expect(pair).toContainText("Both carry the number kx 4471");
  await expectAccessible(page, "doubles");
  await pair.getByRole("button", { name: "It is one: keep M-1 at Cold Mill" }).click();
  await expect(page.getByText("No two pumps carry the same number")).toBeVisible();
  await page.goto("/yard?find=cold mill");
  await page
    .getByText(/taken off/i)
    .first()
    .click();
  await page.getByRole("link", { name: /M-3/ }).click();
  await expect(page.getByText(/told to be another pump/)).toBeVisible();
  await page.getByRole("button", { name: "M-3 is a pump of its own after all" }).click();
  await expect(page.getByText(/told to be another pump/)).toHaveCount(0);
});

test("the log that went out as a table is known again when it comes in", async ({ page }, info) => {
  await page.goto("/log?find=LF-2");
  const taken = page.waitForEvent("download");
  await page.getByRole("link", { name: "These entries as a table (CSV)" }).click();
  const file = info.outputPath("log.csv");
  await (await taken).saveAs(file);
  const lines =
    readFileSync(file, "utf8")
      .trim()
      .split(/\r\n(?=\d{4}-)/).length - 1;
  await page.goto("/yard/bring");
  const chooser = page.waitForEvent("filechooser");
  await expect(page.getByRole("button", { name: "File" })).toBeEnabled();
  await page.getByRole("button", { name: "File" }).click();
  await (await chooser).setFiles(file);
  await expect(page.getByLabel("It holds")).toHaveValue("log");
  await page.getByRole("button", { name: "See what will happen" }).click();
  await expect(page.getByText(`${lines} lines: ${lines} there already.`)).toBeVisible();
  await expect(page.getByRole("button", { name: /^Bring/ })).toHaveCount(0);
});

test("a pump that went out as a case file comes in as another, with its curve", async ({
  page,
}, info) => {
  await page.goto("/yard?find=LF-2");
  await page.getByRole("link", { name: /LF-2/ }).first().click();
  const taken = page.waitForEvent("download");
  await page.getByRole("link", { name: "Pump as a case file" }).click();
  const file = info.outputPath("lf-2.json");
  await (await taken).saveAs(file);
  await page.goto("/yard/bring");
  const chooser = page.waitForEvent("filechooser");
  await expect(page.getByRole("button", { name: "File" })).toBeEnabled();
  await page.getByRole("button", { name: "File" }).click();
  await (await chooser).setFiles(file);
  await expect(page.getByLabel("Tag", { exact: true })).toHaveValue("LF-2");
  await page.getByRole("button", { name: "Bring it in" }).click();
  await expect(page.getByText("Say the place.")).toBeVisible();
  await page.getByLabel("Place", { exact: true }).fill("Larkfen Hatchery");
  await page.getByRole("button", { name: "Bring it in" }).click();
  await expect(page.getByText("LF-2 is at Larkfen Hatchery already; choose another")).toBeVisible();
  await page.getByLabel("Tag", { exact: true }).fill("LF-9");
  await expectAccessible(page, "bringing a case file in");
  await page.getByRole("button", { name: "Bring it in" }).click();
  await page.getByRole("link", { name: "Open LF-9" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("LF-9");
  await expect(page.getByTestId("head-flow-chart")).toBeVisible();
  await expect(page.getByText("Rating: lf-2.json.")).toBeVisible();
});

test("what was written down on paper is typed later, and noted for when it was read", async ({
  page,
  databaseUrl,
}) => {
  await openCall(page, "LF-2");
  await toReadings(page);
  await page.getByText("Written down on paper before?").click();
  await page.getByRole("link", { name: "a blank sheet to print" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("LF-2");
  await expect(page.getByRole("row", { name: /Discharge gauge/ })).toBeVisible();
  await expectAccessible(page, "a blank sheet");
  await page.goBack();
  await page.getByText("Written down on paper before?").click();
  const when = page.getByLabel("When it was read, by the clock there");
  await when.fill("2099-01-01T10:00");
  await expect(page.getByText("That has not been yet.")).toBeVisible();
  await when.fill("2026-11-02T14:30");
  await expect(page.getByText(/What you type is noted for 2 Nov 2026, 14:30/)).toBeVisible();
  await read(page, "dischargePressure", "0.9 bar");
  await page.getByRole("button", { name: "From here on as I read" }).click();
  await expect(page.getByText("Written down on paper before?")).toBeVisible();
  await read(page, "flow", "20 m3/h");
  await allSent(page);
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  const { rows } = await client.query<{ raw: string; then: boolean }>(
    `select body->>'raw' as raw, at = timestamp '2026-11-02 14:30' at time zone 'Europe/London' as then
       from sheet_entry where kind = 'reading' order by seq desc limit 2`,
  );
  await client.end();
  expect(rows).toEqual([
    { raw: "20 m3/h", then: false },
    { raw: "0.9 bar", then: true },
  ]);
});
