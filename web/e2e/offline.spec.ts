/** No network: a day that is on the device, from a cold start. */
import { readFileSync } from "node:fs";
import { expectAccessible } from "./accessible";
import { clearStorage, rowsOf } from "./device-store";
import { bringTheDay, coldStart, photograph } from "./phone";
import { acknowledgeAll, allSent, figure, openCall, read, step, strip, toReadings } from "./sheet";
import { expect, test } from "./test";

test.use({ serviceWorkers: "allow", viewport: { width: 390, height: 844 }, hasTouch: true });

const JPEG_WIDTH = 60;

test("a whole visit is made with no network, from a cold start to its signature, and arrives as it was", async ({
  page: first,
  context,
}) => {
  await bringTheDay(first);
  const page = await coldStart(context, "/");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("No server in reach");
  await expectAccessible(page, "the day on the device");
  await page.getByRole("link", { name: /LF-2/ }).click();
  await expect(
    page.getByText(/No server in reach: this sheet is shown from this device/),
  ).toBeVisible();
  await toReadings(page);
  await acknowledgeAll(page);
  await read(page, "flow", "44 m3/h");
  await expect(page.getByTestId("verdict").first()).toBeAttached();
  await photograph(page, JPEG_WIDTH);
  await expect(page.locator('[data-photos="look"] img')).toBeVisible();
  // Reloaded in the middle of it, all is there.
  await page.reload();
  await expect(page.getByTestId("saved")).toContainText(/not sent yet/);
  await step(page, "Look and listen");
  await expect(page.locator('[data-photos="look"] img')).toBeVisible();
  await toReadings(page);
  await expect(figure(page, "flow")).toHaveValue("44");
  await step(page, "Sign off");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByText("Choose how the visit ends.")).toBeVisible();
  await page.getByLabel("The visit ends").selectOption("referred");
  await page.getByLabel("Found").fill("Strainer choked, far from any signal.");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByTestId("signed-here")).toContainText(/by Technician/);

  // The browser is closed before there is a network again: it goes from whatever page is opened then.
  const later = await coldStart(context, "/waiting");
  await expect(later.getByRole("heading", { level: 1 })).toHaveText("Waiting");
  await expect(later.getByText(/LF-2, gives too little flow/)).toBeVisible();
  await expect(later.getByText(/1 picture waits, 1 signature waits/)).toBeVisible();
  await expectAccessible(later, "what waits");
  await context.setOffline(false);
  await later.getByRole("button", { name: "Send now" }).click();
  await expect(later.getByText("Nothing waits here: the server has everything.")).toBeVisible();
  await later.goto("/log");
  await later
    .getByRole("link", { name: /too little flow/ })
    .first()
    .click();
  await expect(later.getByText("Strainer choked, far from any signal.").first()).toBeVisible();
  await expect(later.getByText("44 m3/h").first()).toBeVisible();
  const shown = later.getByRole("img", { name: /look/i }).first();
  await expect
    .poll(() => shown.evaluate((i) => (i as HTMLImageElement).naturalWidth))
    .toBe(JPEG_WIDTH);
});

test("with no network a reload, Back and the Slate answer, and what is not on the device says what would bring it", async ({
  page,
  context,
}) => {
  await bringTheDay(page);
  await openCall(page, "OG-1");
  await allSent(page);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole("heading", { level: 1, name: "OG-1" })).toBeVisible();
  // What works the Board out and what draws its chart is on the device, too.
  await page.getByRole("button", { name: "Board", exact: true }).click();
  await expect(page.getByTestId("head-flow-chart").locator("svg")).toContainText("rated");
  await page.goto("/");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("No server in reach");
  await page.goBack();
  await expect(page.getByRole("heading", { level: 1, name: "OG-1" })).toBeVisible();
  await page.goto("/sheet/00000000-0000-4000-8000-000000000000");
  await expect(page.getByText("This sheet is not on this device")).toBeVisible();
  await expectAccessible(page, "a sheet that is not on the device");
  await page.goto("/people");
  await expect(page.getByText("This page is not on this device")).toBeVisible();
  // A pump of the day is.
  await page.getByRole("link", { name: "The sheets that are on this device" }).click();
  await page.getByRole("link", { name: /OG-1/ }).click();
  const pump = await page.evaluate(async () => {
    const [copy] = await (await caches.open("pages")).keys();
    return copy?.url ?? "";
  });
  await page.goto(pump);
  await expect(page.getByRole("heading", { level: 2, name: "What happened here" })).toBeVisible();
  await context.setOffline(false);
  await page.goto("/");
  await expect(page.getByRole("heading", { level: 1 })).not.toHaveText("No server in reach");
});

test("a call on a new pump is taken, worked on and signed with no network, and all of it arrives", async ({
  page: first,
  context,
}) => {
  await bringTheDay(first);
  const page = await coldStart(context, "/");
  await page.getByRole("link", { name: "New call" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("New call");
  await page.getByLabel("Pump").selectOption("a pump that is not on this device");
  await page.getByRole("button", { name: "Open the run sheet" }).click();
  await expect(page.getByText("A pump needs a tag.")).toBeVisible();
  await expectAccessible(page, "a call with no network");
  await page.getByLabel("Its tag").fill("XN-7");
  await page.getByLabel("Where it stands").fill("Far Pit");
  await page.getByLabel("What is wrong, in a line").fill("hums and does not pump");
  await page.getByRole("button", { name: "Open the run sheet" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "XN-7" })).toBeVisible();
  await toReadings(page);
  await acknowledgeAll(page);
  await read(page, "dischargePressure", "0.4 bar");
  await expect(page.getByTestId("verdict").first()).toBeAttached();
  await page.reload();
  await toReadings(page);
  await expect(figure(page, "dischargePressure")).toHaveValue("0.4");
  // Cleared under it, the call is kept again too: without it nothing of the sheet could go.
  const calls = () => rowsOf(page, "yard-outbox", "calls");
  await expect.poll(calls).toHaveLength(1);
  await clearStorage(page, "indexeddb");
  await expect.poll(calls).toHaveLength(1);
  await step(page, "Sign off");
  await page.getByLabel("The visit ends").selectOption("referred");
  await page.getByLabel("Found").fill("Wheel jammed by a stone.");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByTestId("signed-here")).toContainText(/by Technician/);
  await context.setOffline(false);
  // The sheet that is open sends it all: call, pump, reading, signature; and goes on to the log.
  await page.waitForURL(/\/log\//);
  await expect(page.getByText("Wheel jammed by a stone.").first()).toBeVisible();
  await expect(page.getByText("0.4 bar").first()).toBeVisible();
  await page.goto("/yard?find=XN-7");
  await expect(page.getByRole("link", { name: /XN-7/ })).toBeVisible();
  await expect(page.getByRole("heading", { level: 2, name: "Far Pit" })).toBeVisible();
});

test("what waits goes by a file to another device, and from there", async ({
  page,
  context,
  browser,
  baseURL,
  storageState,
}, info) => {
  await bringTheDay(page);
  await openCall(page, "QO-4");
  await allSent(page);
  await context.setOffline(true);
  await toReadings(page);
  await acknowledgeAll(page);
  await read(page, "dischargePressure", "31 psi");
  await expect(page.getByTestId("saved")).toContainText(/not sent yet/);
  await page.goto("/waiting");
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save all of it as a file" }).click();
  const path = info.outputPath("waiting.json");
  await (await saved).saveAs(path);
  expect(readFileSync(path, "utf8")).toContain("31 psi");

  const other = await browser.newContext({
    ...(baseURL ? { baseURL } : {}),
    ...{ storageState, serviceWorkers: "block" },
  });
  const there = await other.newPage();
  await there.goto("/waiting");
  await expect(there.getByText("Nothing waits here")).toBeVisible();
  const chooser = there.waitForEvent("filechooser");
  await there.getByText("Take in the file of another device").click();
  await (await chooser).setFiles(path);
  await expect(there.getByText(/^\d+ of \d+ were not here yet/)).toBeVisible();
  await expect(there.getByText("Nothing waits here")).toBeVisible();
  await openCall(there, "QO-4");
  await toReadings(there);
  await expect(figure(there, "dischargePressure")).toHaveValue("31");
  await other.close();
  // The device it was typed on sends it once more, which changes nothing.
  await context.setOffline(false);
  await page.goto("/");
  await openCall(page, "QO-4");
  await allSent(page);
  await toReadings(page);
  await expect(strip(page, "dischargePressure")).not.toContainText(/twice/);
  await expect(figure(page, "dischargePressure")).toHaveValue("31");
});

test("whoever comes next to a device finds nothing of the one before, but what is still to be sent", async ({
  page,
  context,
}) => {
  await bringTheDay(page);
  await page.goto("/who");
  await page.getByRole("button", { name: "Sign out here" }).click();
  await page.waitForURL("**/sign-in**");
  await expect
    .poll(() => page.evaluate(async () => (await caches.keys()).includes("pages")))
    .toBe(false);
  await context.setOffline(true);
  await page.goto("/");
  await expect(page.getByText("Nobody is signed in on this device")).toBeVisible();
  await expect(page.getByText(/LF-2/)).toHaveCount(0);
});
