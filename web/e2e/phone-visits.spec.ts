/** Whole visits on phones, with the network going at the worst moments. */
import type { BrowserContext, Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { bringTheDay, coldStart, photograph } from "./phone";
import { acknowledgeAll, allSent, figure, freshCall, look, read, step, toReadings } from "./sheet";
import { enteredAs, expect, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true } as const;
test.use({ ...PHONE, serviceWorkers: "allow" });

const pictures = (page: Page) => page.locator('[data-photos="look"] img');

/** The network goes in the middle of the next request of this kind: the server has it, and its answer never comes. */
async function cutInTheMiddle(
  context: BrowserContext,
  page: Page,
  of: string,
): Promise<{ readonly happened: () => boolean }> {
  let happened = false;
  await page.route(
    of,
    async (route) => {
      await route.fetch();
      await context.setOffline(true);
      happened = true;
      await route.abort();
    },
    { times: 1 },
  );
  return { happened: () => happened };
}

async function signForm(page: Page, found: string): Promise<void> {
  await step(page, "Sign off");
  await page.getByLabel("The visit ends").selectOption("referred");
  await page.getByLabel("Found").fill(found);
}

test("a visit whose network goes in mid-picture and again at the signature is at the server once", async ({
  page,
  context,
}) => {
  await bringTheDay(page);
  await freshCall(page, "PV-1");
  const path = new URL(page.url()).pathname;
  await toReadings(page);
  await acknowledgeAll(page);
  await read(page, "dischargePressure", "2.4 bar");
  await allSent(page);

  // The picture is at the server, and the phone does not know it.
  const shot = await cutInTheMiddle(context, page, "**/photos/**");
  await photograph(page, 61);
  await expect(pictures(page)).toHaveCount(1);
  await expect.poll(shot.happened).toBe(true);
  await expect(page.getByTestId("saved")).toContainText("a picture is still on its way");
  await photograph(page, 62);
  await look(page, "noise.gravel", "there");
  await page.reload();
  await step(page, "Look and listen");
  await expect(pictures(page)).toHaveCount(2);
  await expect(page.locator('[data-observation="noise.gravel"]')).toHaveAttribute(
    "data-state",
    "present",
  );
  await context.setOffline(false);
  await expect(page.getByTestId("saved")).not.toContainText(/picture|not sent/);
  await allSent(page);

  // The signature is at the server, and the phone does not know it: it is closed in that moment.
  await signForm(page, "Wheel choked by rag.");
  const signed = await cutInTheMiddle(context, page, "**/signature");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect.poll(signed.happened).toBe(true);
  await expect(page.getByTestId("signed-here")).toContainText("by Technician");
  const later = await coldStart(context, path);
  await expect(later.getByTestId("signed-here")).toContainText("by Technician");
  await expectAccessible(later, "a signature that waits");
  await context.setOffline(false);
  await later.waitForURL(/\/log\//);
  await expect(later.getByText("Wheel choked by rag.").first()).toBeVisible();
  await expect(later.getByText("2.4 bar").first()).toBeVisible();
  await expect(later.getByRole("img", { name: /look/i })).toHaveCount(2);
  await later.goto("/waiting");
  await expect(later.getByText("Nothing waits here")).toBeVisible();
  // Once: one entry of the log is of this visit.
  await later.goto("/log?find=PV-1");
  await expect(later.getByRole("link", { name: /PV-1/ })).toHaveCount(1);
});

test("two phones make one visit: one reads, one photographs, one is cut off while the other signs", async ({
  page,
  browser,
  baseURL,
}) => {
  await bringTheDay(page);
  await freshCall(page, "PV-2");
  const path = new URL(page.url()).pathname;
  const second = await browser.newContext({
    ...{ ...PHONE, serviceWorkers: "allow", baseURL: baseURL ?? "" },
    storageState: await enteredAs(baseURL ?? "", "Lead"),
  });
  const there = await second.newPage();
  await bringTheDay(there);
  await there.goto(path);
  await expect(page.getByTestId("others-here")).toHaveText("Also here: Lead");
  await toReadings(page);
  await acknowledgeAll(page);
  await read(page, "dischargePressure", "2.4 bar");
  await allSent(page);
  await toReadings(there);
  await expect(figure(there, "dischargePressure")).toHaveValue("2.4");

  // What one photographs the other sees, at once.
  await photograph(there, 63);
  await step(page, "Look and listen");
  await expect(pictures(page)).toHaveCount(1);
  await expect
    .poll(() => pictures(page).evaluate((i) => (i as HTMLImageElement).naturalWidth))
    .toBe(63);

  // Whoever signs is told that somebody else is at it.
  await signForm(page, "Choked strainer, cleaned.");
  await expect(page.getByTestId("others-at-it")).toContainText("Lead has this sheet open too");
  await expectAccessible(page, "a signature with somebody else at the sheet");
  await second.setOffline(true);
  await toReadings(there);
  await read(there, "flow", "44 m3/h");
  await expect(there.getByTestId("saved")).toContainText("not sent yet");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await page.waitForURL(/\/log\//);
  await expect(page.getByText("2.4 bar").first()).toBeVisible();
  await expect(page.getByText("44 m3/h")).toHaveCount(0);

  // Closed and opened again where there is no network still, then with one: it is kept, and taken into the log behind it.
  const again = await coldStart(second, path);
  await toReadings(again);
  await expect(figure(again, "flow")).toHaveValue("44");
  await second.setOffline(false);
  await allSent(again);
  await again.goto(path);
  await expect(again.getByTestId("late")).toContainText("came after the signature");
  await again.getByRole("button", { name: "Add it to the log as an addendum" }).click();
  await again.waitForURL(/\/log\//);
  await expect(again.getByText("44 m3/h").first()).toBeVisible();
  await second.close();
});

test("where the way of news is cut it is asked for, and nothing of others is missed", async ({
  page,
  browser,
  baseURL,
}) => {
  await bringTheDay(page);
  await freshCall(page, "PV-3");
  const path = new URL(page.url()).pathname;
  await toReadings(page);
  await acknowledgeAll(page);
  await allSent(page);
  const second = await browser.newContext({
    ...{ ...PHONE, baseURL: baseURL ?? "", serviceWorkers: "block" },
    storageState: await enteredAs(baseURL ?? "", "Lead"),
  });
  const there = await second.newPage();
  await there.route("**/events", (route) => route.abort());
  await there.goto(path);
  await toReadings(there);
  await expect(page.getByTestId("others-here")).toHaveCount(0);
  await read(page, "dischargePressure", "2.4 bar");
  await allSent(page);
  // What is sent from here says nothing of what was sent from there before.
  await read(there, "flow", "44 m3/h");
  await allSent(there);
  await expect(figure(there, "dischargePressure")).toHaveValue("2.4", { timeout: 40_000 });
  await expect(figure(there, "flow")).toHaveValue("44");
  await expect(figure(page, "flow")).toHaveValue("44");
  await second.close();
});
