import type { Locator } from "@playwright/test";
import {
  allSent,
  figure,
  freshCall,
  keysAreApart,
  openCall,
  read,
  strip,
  takeCall,
  toReadings,
} from "./sheet";
import { expect, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test("from the Slate to a verdict: at most 8 taps and 25 keys", async ({ browser }) => {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  let taps = 0;
  let keys = 0;
  const tap = async (target: Locator) => {
    await target.tap();
    taps++;
  };
  const type = async (text: string) => {
    for (const key of text) {
      const name = key === "-" ? "minus" : key === ">" ? "Next" : key;
      await page.getByTestId("keypad").getByRole("button", { name, exact: true }).tap();
      keys++;
    }
  };
  await takeCall(page, "BI-3", "pressure comes and goes", []);
  await page.goto("/");
  await tap(page.getByRole("link", { name: /BI-3 / }).first());
  const steps = page.getByRole("navigation", { name: "Steps of this run sheet" });
  await tap(steps.getByRole("button", { name: "Readings" }));
  // One for the turning parts, one for the live terminals. A tap that comes before the last one counted is one of the same.
  const cards = page.locator("[data-caution]:not([data-done])").filter({ visible: true });
  for (let i = 0; i < 2; i++) {
    const id = await cards.first().getAttribute("data-caution");
    const card = cards.and(page.locator(`[data-caution="${id}"]`));
    await tap(card.getByRole("button", { name: /^Read and acknowledged/ }));
    await expect(card).toHaveCount(0);
  }
  await tap(figure(page, "suctionPressure"));
  await keysAreApart(page);
  await type("0.12>4.20>");
  await expect(figure(page, "amps.0")).toBeFocused();
  await type("7.61>7.70>7.65");
  await tap(page.getByRole("button", { name: "Board", exact: true }));
  await expect(page.getByTestId("board")).toHaveAttribute("aria-busy", "false");
  await expect(page.getByTestId("verdict")).toContainText(/pump|system|drive/i);
  await expect(page.getByTestId("phase-triangle")).toContainText("apart");
  expect(taps).toBeLessThanOrEqual(8);
  expect(keys).toBeLessThanOrEqual(25);
  await allSent(page);
  await context.close();
});

test("a swinging needle is its two ends, repeats have a mean, and both widen the band", async ({
  page,
}) => {
  await openCall(page, "BI-2");
  await toReadings(page);
  await read(page, "suctionPressure", "0.10 bar");
  const width = async () => {
    await expect(page.getByTestId("board")).toHaveAttribute("aria-busy", "false");
    const text = await page.getByTestId("board").first().innerText();
    const [, low, high] = /\(([\d.]+) to ([\d.]+)\sm\)/.exec(text) ?? [];
    return Number(high) - Number(low);
  };
  await read(page, "dischargePressure", "2.30 bar");
  await allSent(page);
  await expect.poll(width).toBeGreaterThan(0);
  const steady = await width();

  await read(page, "dischargePressure", "");
  await figure(page, "dischargePressure").focus();
  const pad = page.getByTestId("keypad");
  const press = async (...names: string[]) => {
    for (const name of names) await pad.getByRole("button", { name, exact: true }).click();
  };
  await press("2", ".", "1");
  await pad.getByRole("button", { name: /^swings to/ }).click();
  // A hand that rests between the two ends: what is there is kept, and the other end still goes behind it.
  await expect(
    page.getByRole("navigation", { name: "Steps of this run sheet" }).getByRole("button", {
      name: /Readings 2 taken/,
    }),
  ).toBeVisible();
  await press("2", ".", "5", "Next");
  const shown = strip(page, "dischargePressure").getByTestId("spread");
  await expect(shown).toContainText("Swings: mean 2.30 bar, 2.10 to 2.50");
  await expect.poll(width).toBeGreaterThan(1.5 * steady);

  await read(page, "dischargePressure", "2.28; 2.32; 2.30");
  await expect(shown).toContainText("3 times, mean 2.30 bar");
  await allSent(page);
  await page.reload();
  await toReadings(page);
  await expect(figure(page, "dischargePressure")).toHaveValue("2.28; 2.32; 2.30");
  await read(page, "dischargePressure", "");
  await read(page, "suctionPressure", "");
  await allSent(page);
});

test("how a gauge hangs is asked once, its zero is taken off, and both are remembered", async ({
  page,
}) => {
  await freshCall(page, "GH-1");
  await toReadings(page);
  await read(page, "dischargePressure", "3.10 bar");
  const gauge = page.locator('[data-gauge="discharge"]');
  await expect(gauge).toHaveAttribute("open", "");
  await expect(gauge).toContainText("Asked once");
  await read(page, "discharge.Gaugeovershaft", "1.2 m");
  await gauge.getByRole("button", { name: "line full" }).click();
  await expect(gauge.locator("summary")).toContainText("1.2 m up, line full");
  if ((await gauge.getAttribute("open")) === null) await gauge.locator("summary").click();
  await read(page, "discharge.Atrestitshows", "0.30 bar");
  await expect(gauge).toContainText(/stands 0.30 bar off: taken off/);
  await allSent(page);

  // Another visit to the same pump knows it all, and the bad zero as well.
  await page.goto("/yard");
  await page.getByRole("link", { name: /GH-1/ }).first().click();
  await page.getByRole("link", { name: "Go on with its run sheet" }).waitFor();
  await page.goto("/call");
  const option = page.getByRole("option", { name: /^GH-1\b/ });
  await page.getByLabel("Pump").selectOption({ label: (await option.textContent()) ?? "" });
  await page.getByLabel("What is wrong, in a line").fill("again");
  await page.getByRole("button", { name: "Open the run sheet" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "GH-1" })).toBeVisible();
  await toReadings(page);
  const again = page.locator('[data-gauge="discharge"] summary');
  await expect(again).toContainText("1.2 m up, line full");
  await expect(again).toContainText(/zero off \d/);
});

test("what is on hand stands in front and is remembered; drops are counted by tap", async ({
  page,
}) => {
  await freshCall(page, "OH-1");
  await toReadings(page);
  await expect(strip(page, "inputPower")).toBeHidden();
  await page.getByText("More readings").click();
  // Of this save: others are on their way while a sheet opens.
  const kept = page.waitForResponse(
    (r) => r.ok() && Boolean(r.request().postData()?.includes("power meter")),
  );
  await page.getByRole("button", { name: "power meter" }).click();
  await kept;
  await page.reload();
  await toReadings(page);
  await expect(strip(page, "inputPower")).toBeVisible();
  await page.getByText("More readings").click();
  const counter = strip(page, "leakage").getByRole("group", { name: "Drop counter" });
  for (let i = 0; i < 3; i++) await counter.getByRole("button", { name: "Drop" }).click();
  await expect(counter.getByTestId("drops")).toHaveText("3");
  await counter.getByRole("button", { name: /^Take \d+ a minute/ }).click();
  await expect(figure(page, "leakage")).toHaveValue(/^\d+$/);
  await page.getByRole("button", { name: "power meter" }).click();
  await allSent(page);
});

test("starts and stops are tapped, and the Board counts them against the limit", async ({
  page,
}) => {
  await takeCall(page, "TH-2", "starts all the time", ["complaint.cycles-often"]);
  await toReadings(page);
  await page.getByText("More readings").click();
  const taps = strip(page, "runTime").getByRole("group", { name: "Starts and stops" });
  for (const name of ["It starts", "It stops", "It starts"])
    await taps.getByRole("button", { name }).click();
  await taps.getByRole("button", { name: "Take both" }).click();
  await expect(figure(page, "runTime")).not.toHaveValue("");
  // A watch that was held by hand counts as well.
  await read(page, "runTime", "40 s");
  await read(page, "offTime", "80 s");
  await expect(page.locator('[data-figure="starts-per-hour"]')).toContainText("30 of");
  await allSent(page);
});
