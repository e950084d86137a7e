import type { BrowserContext, Page } from "@playwright/test";
import { allSent, figure, freshCall, openCall, read, strip, toReadings } from "./sheet";
import { expect, test } from "./test";

test.describe("what is typed wrong", () => {
  test.beforeEach(async ({ page }) => {
    await openCall(page, "BI-2");
    await toReadings(page);
  });

  test("another dimension is refused in words and kept through a reload", async ({ page }) => {
    await read(page, "suctionPressure", "3 A");
    await expect(strip(page, "suctionPressure")).toContainText(
      "is a current; a pressure is needed",
    );
    await allSent(page);
    await page.reload();
    await toReadings(page);
    await expect(figure(page, "suctionPressure")).toHaveValue("3 A");
    await expect(strip(page, "suctionPressure")).toContainText("a pressure is needed");
    await read(page, "suctionPressure", "");
    await allSent(page);
  });

  test("1,200 is asked about", async ({ page }) => {
    await read(page, "flow", "1,200");
    await expect(strip(page, "flow")).toContainText("decimal mark or a thousands mark");
    await page.getByRole("button", { name: "1.2 m3/h", exact: true }).click();
    await expect(figure(page, "flow")).toHaveValue("1.2");
    await allSent(page);
    await read(page, "flow", "");
  });

  test("a decimal comma is taken", async ({ page }) => {
    await read(page, "dischargePressure", "2,9");
    await allSent(page);
    await page.reload();
    await toReadings(page);
    await expect(figure(page, "dischargePressure")).toHaveValue("2,9");
    await read(page, "dischargePressure", "");
    await allSent(page);
  });

  test("below a perfect vacuum is asked about and can be kept with a reason", async ({ page }) => {
    await read(page, "suctionPressure", "-1.4 bar");
    await expect(strip(page, "suctionPressure")).toContainText("below a perfect vacuum");
    await page.getByLabel("Reason to keep this reading").fill("gauge was read twice");
    await page.getByRole("button", { name: "Keep it" }).click();
    await expect(strip(page, "suctionPressure")).toContainText("Kept: gauge was read twice");
    await expect(page.getByTestId("verdict").first()).toBeVisible();
    await read(page, "suctionPressure", "");
    await allSent(page);
  });

  test("huge, negative and half-typed values break nothing", async ({ page }) => {
    for (const [slot, text, words] of [
      ["flow", "1e300", "more than"],
      ["flow", "-3", "negative"],
      ["speed", "--7", "does not start with a number"],
      ["dischargePressure", "1e999", "does not start with a number"],
    ] as const) {
      await read(page, slot, text);
      await expect(strip(page, slot)).toContainText(words);
      await expect(page.getByTestId("verdict").first()).toBeVisible();
      await read(page, slot, "");
    }
    await expect(page.locator("body")).not.toContainText("NaN");
  });

  test("three currents of which one is missing give a load and no imbalance", async ({ page }) => {
    await read(page, "amps.0", "46.2");
    await read(page, "amps.2", "46.6");
    await expect(page.getByTestId("phase-triangle")).toContainText("One phase is not read yet");
    await expect(page.getByTestId("phase-triangle")).toContainText("Load");
  });
});

/** A new pump's sheet in two tabs that have seen each other: both show a flow of 61. */
async function inTwoTabs(context: BrowserContext, page: Page, tag: string): Promise<Page> {
  await freshCall(page, tag);
  const other = await context.newPage();
  await other.goto(page.url());
  await toReadings(page);
  await toReadings(other);
  await read(page, "flow", "61");
  await expect(figure(other, "flow")).toHaveValue("61");
  return other;
}

test("two tabs on one sheet show the same", async ({ context, page }) => {
  const other = await inTwoTabs(context, page, "TW-1");
  await read(other, "flow", "62");
  await expect(figure(page, "flow")).toHaveValue("62");
  await allSent(page);
  await allSent(other);
});

test("a figure from another tab waits while the same is being typed, and is not lost", async ({
  context,
  page,
}) => {
  await page.clock.install();
  const other = await inTwoTabs(context, page, "TW-2");
  // The hand rests only when this clock goes on: until then the strip is being typed in.
  await page.clock.pauseAt(new Date(Date.now() + 60_000));
  await figure(page, "flow").fill("6");
  await figure(page, "flow").fill("61");
  await read(other, "flow", "62");
  await read(other, "speed", "2900");
  await expect(figure(page, "speed")).toHaveValue("2900");
  await expect(figure(page, "flow")).toHaveValue("61");
  await page.clock.runFor(2000);
  await expect(figure(page, "flow")).toHaveValue("62");
});

test("a form waits until the page can keep what is typed into it", async ({ page }) => {
  let release = () => {};
  const held = new Promise<void>((resolve) => {
    release = resolve;
  });
  await page.route("**/_next/static/**/*.js", async (route) => {
    await held;
    await route.continue();
  });
  for (const [path, label] of [
    ["/call", "What is wrong, in a line"],
    ["/yard/new", "What it is for"],
  ] as const) {
    await page.goto(path, { waitUntil: "commit" });
    const field = page.getByLabel(label);
    if (path === "/call") {
      await expect(field).toBeDisabled();
      release();
    }
    await expect(field).toBeEnabled();
    await field.fill("typed at once");
    await expect(field).toHaveValue("typed at once");
  }
});

test("a pump of a tag and a family gets a sheet, and the Board says what these readings prove", async ({
  page,
}) => {
  await freshCall(page, "NB-1");
  await expect(page.getByTestId("board")).toContainText("No rated curve is known");
  await toReadings(page);
  await read(page, "dischargePressure", "3.1 bar");
  await expect(page.getByTestId("verdict").first()).toContainText(/^(Pump|System)/);
  await expect(page.getByTestId("causes").locator("details").first()).toBeVisible();
});

test("readings against a shut valve wait for their caution, and a displacement pump has none", async ({
  page,
}) => {
  await freshCall(page, "SH-1");
  await toReadings(page);
  await page.getByRole("button", { name: "Shut", exact: true }).click();
  await expect(figure(page, "dischargePressure")).toBeDisabled();
  await page
    .getByRole("button", { name: /^Read and acknowledged/ })
    .first()
    .click();
  await expect(figure(page, "dischargePressure")).toBeEnabled();

  await freshCall(page, "PD-1", "positive-displacement");
  await toReadings(page);
  await expect(page.getByRole("button", { name: "As found" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Shut", exact: true })).toHaveCount(0);
  await expect(page.getByText("Never shut or throttle this discharge").first()).toBeVisible();
});

test("an address with nothing behind it says so", async ({ page }) => {
  for (const path of [
    "/sheet/nonsense",
    "/yard/00000000-0000-4000-8000-000000000000",
    "/log/x",
    "/nowhere",
  ]) {
    const answer = await page.goto(path);
    expect(answer?.status()).toBe(404);
    await expect(page.getByRole("heading", { name: "Not here" })).toBeVisible();
  }
});

test("the API answers nonsense with a reason and never with 500", async ({ request, baseURL }) => {
  const post = async (data: string) =>
    (
      await request.post("/api/v1/diagnose", {
        data: Buffer.from(data),
        headers: { "content-type": "application/json" },
      })
    ).status();
  expect(await post("{")).toBe(400);
  expect(await post('{"format":"yard-tack/case"}')).toBe(422);
  expect(await post(JSON.stringify({ note: "x".repeat(1_200_000) }))).toBe(413);
  const entries = (id: string, data: unknown) =>
    request
      .post(`/api/sheets/${id}/entries`, { data, headers: { origin: baseURL ?? "" } })
      .then((r) => r.status());
  expect(await entries("x", {})).toBe(404);
  expect(await entries("00000000-0000-4000-8000-000000000000", { entries: [] })).toBe(404);
});
