import { acknowledgeAll, allSent, leading, openCall, read, step, strip, toReadings } from "./sheet";
import { expect, test } from "./test";

test("LF-2: readings, verdict, strainer test, proof, signature, log", async ({ page }) => {
  await openCall(page, "LF-2");
  const sheetAddress = page.url();
  await expect(page.getByTestId("verdict").first()).toContainText(/^System/);

  await step(page, "Call");
  await expect(page.getByText(/Second time in 60 days/)).toBeVisible();
  await step(page, "Make safe");
  await acknowledgeAll(page);
  await expect(page.getByText(/Acknowledged by Technician at/).first()).toBeVisible();

  await toReadings(page);
  await read(page, "suctionPressure", "-2.0");
  await read(page, "dischargePressure", "4.28 bar");
  await read(page, "speed", "2945");
  await read(page, "amps.0", "20.0");
  await read(page, "amps.1", "20.2");
  await read(page, "amps.2", "20.0");
  await allSent(page);
  await expect(page.getByTestId("phase-triangle")).toContainText("apart");

  const before = await leading(page);
  expect(before.id).toBe("suction-restriction");
  expect(before.percent).toBeGreaterThanOrEqual(70);
  expect(before.percent).toBeLessThan(99);
  await expect(page.getByTestId("suction-budget")).toHaveAttribute("aria-label", /missing/);

  await step(page, "Compare");
  await expect(page.getByText(/is going missing that level and pipe do not explain/)).toBeVisible();

  await step(page, "Next test");
  await page.getByRole("button", { name: "Start: Open the strainer and look" }).click();
  await expect(page.getByText(/The steps open when/)).toBeVisible();
  await expect(page.getByRole("button", { name: "dirty" })).toHaveCount(0);
  await acknowledgeAll(page);
  await page.getByRole("button", { name: "dirty" }).click();
  await expect.poll(async () => (await leading(page)).percent).toBeGreaterThan(before.percent);
  expect((await leading(page)).id).toBe("suction-restriction");

  // A test can be taken back, and done again.
  await page.getByRole("button", { name: "Take back" }).click();
  await expect.poll(async () => (await leading(page)).percent).toBe(before.percent);
  await page.getByRole("button", { name: "Start: Open the strainer and look" }).click();
  await page.getByRole("button", { name: "dirty" }).click();

  await step(page, "Sign off");
  await page.getByLabel("Found").fill("Strainer choked with weed.");
  await page.getByLabel("Done", { exact: true }).fill("Basket cleaned, cover gasket renewed.");
  await allSent(page);
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByText("Choose how the visit ends.")).toBeVisible();
  await page.getByLabel("The visit ends").selectOption("cured");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByText(/A cure needs an after-reading/)).toBeVisible();

  await toReadings(page);
  await page.getByRole("button", { name: "After", exact: true }).click();
  await read(page, "suctionPressure", "1.0 inHg");
  await allSent(page);
  await step(page, "Sign off");
  await expect(page.getByLabel("Found")).toHaveValue("Strainer choked with weed.");
  await page.getByRole("button", { name: "Sign and write the log" }).click();

  await expect(page).toHaveURL(/\/log\//);
  await expect(page.getByText("Strainer choked with weed.")).toBeVisible();
  await expect(page.getByText("cured")).toBeVisible();
  await expect(page.getByRole("row", { name: /Discharge gauge 4.28 bar/ })).toBeVisible();
  await expect(page.getByRole("row", { name: /Suction gauge .* 1.0 inHg/ })).toBeVisible();
  await expect(page.getByText(/Signed: Technician/)).toBeVisible();

  // On paper: no rail, no buttons.
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("navigation", { name: "Places" })).toBeHidden();
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(page.getByText("Strainer choked with weed.")).toBeVisible();
  // As wide as A4 within its margins: the chart is on it, whole.
  await page.setViewportSize({ width: 672, height: 950 });
  const chart = page.getByTestId("head-flow-chart").locator("svg");
  await expect(chart).toBeVisible();
  await expect
    .poll(async () => {
      const box = await chart.boundingBox();
      return box ? box.x + box.width : Infinity;
    })
    .toBeLessThanOrEqual(672);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.emulateMedia({ media: "screen" });

  // The sheet it came from can be read and not changed.
  await page.goto(sheetAddress);
  await expect(page.getByText(/^Signed .*Nothing more can be added/)).toBeVisible();
  await expect(page.locator("#step")).toHaveAttribute("inert", "");

  await page.goto("/log");
  await expect(
    page.getByRole("link", { name: /LF-2.*Strainer choked with weed/ }).first(),
  ).toBeVisible();
  await page.goto("/");
  await expect(page.getByRole("link", { name: /LF-2 gives too little flow/ })).toHaveCount(0);
});

test("a signed sheet takes nothing more and says where its entry is", async ({ page }) => {
  await page.goto("/yard");
  await page.getByRole("link", { name: /LF-2/ }).click();
  await page.getByRole("link", { name: "Gives too little flow" }).first().click();
  await expect(page.getByText(/Signed: Technician/)).toBeVisible();
  await page.getByRole("link", { name: "All of LF-2" }).click();
  await expect(page.getByRole("link", { name: "Start a run sheet" })).toBeVisible();
  await expect(strip(page, "flow")).toHaveCount(0);
});
