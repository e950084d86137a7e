/** Two people, or one with two devices, on one sheet. */
import type { Browser, BrowserContext, Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { acknowledgeAll, allSent, figure, freshCall, read, step, toReadings } from "./sheet";
import { begin } from "./procedures";
import { enteredAs, expect, test } from "./test";

/** Somebody else at a device of their own, on the same sheet. */
async function anotherAt(
  browser: Browser,
  name: string,
  url: string,
): Promise<[BrowserContext, Page]> {
  const { origin } = new URL(url);
  const other = await browser.newContext({
    storageState: await enteredAs(origin, name),
    viewport: { width: 390, height: 844 },
    serviceWorkers: "block",
  });
  const page = await other.newPage();
  await page.goto(url);
  return [other, page];
}

test("what one enters the other sees, and who is there; nothing moves under the hand that types", async ({
  page,
  browser,
}) => {
  await freshCall(page, "TD-1");
  const [other, there] = await anotherAt(browser, "Lead", page.url());
  await expect(page.getByTestId("others-here")).toHaveText("Also here: Lead");
  await expect(there.getByTestId("others-here")).toHaveText("Also here: Technician");
  await toReadings(page);
  await acknowledgeAll(page);
  await allSent(page);
  await toReadings(there);
  await expect(there.getByRole("button", { name: /^Read and acknowledged/ })).toHaveCount(0);

  await read(page, "dischargePressure", "3.1 bar");
  await allSent(page);
  await expect(figure(there, "dischargePressure")).toHaveValue("3.1");

  // The other is in the middle of typing another strip: what comes leaves it alone.
  await figure(there, "flow").focus();
  await there.keyboard.type("4");
  await read(page, "speed", "2940 rpm");
  await expect(figure(there, "speed")).toHaveValue("2940");
  await expect(figure(there, "flow")).toBeFocused();
  await there.keyboard.type("4 m3/h");
  await there.keyboard.press("Enter");
  await allSent(there);
  await expect(figure(page, "flow")).toHaveValue("44");
  await other.close();
  await expect(page.getByTestId("others-here")).toHaveCount(0);
});

test("a strip that two read without a network between them keeps both, with names, until one is chosen", async ({
  page,
  browser,
}) => {
  await freshCall(page, "TD-2");
  await toReadings(page);
  await acknowledgeAll(page);
  await allSent(page);
  const [other, there] = await anotherAt(browser, "Lead", page.url());
  await toReadings(there);
  await other.setOffline(true);
  await read(there, "dischargePressure", "2.8 bar");
  await read(page, "dischargePressure", "3.1 bar");
  await allSent(page);
  await other.setOffline(false);
  await allSent(there);
  for (const at of [page, there]) {
    const asked = at.locator('[data-dispute="dischargePressure"]');
    await expect(asked).toContainText(/Discharge gauge, as found: read twice, differently/);
    await expect(asked.getByRole("button", { name: /^Use 3.1 bar, Technician/ })).toBeVisible();
    await expect(asked.getByRole("button", { name: /^Use 2.8 bar, Lead/ })).toBeVisible();
  }
  // Until then the first that the server had counts, and the Board says so.
  await expect(figure(page, "dischargePressure")).toHaveValue("3.1");
  await expect(page.getByTestId("disputed")).toContainText("One strip was read twice");
  await expectAccessible(page, "a strip in dispute");
  await there.getByRole("button", { name: /^Use 2.8 bar/ }).click();
  for (const at of [page, there]) {
    await expect(at.getByTestId("disputes")).toHaveCount(0);
    await expect(figure(at, "dischargePressure")).toHaveValue("2.8");
  }
  // What is typed after it counts, on both.
  await read(page, "dischargePressure", "2.9 bar");
  await allSent(page);
  await expect(figure(there, "dischargePressure")).toHaveValue("2.9");
  await expect(there.getByTestId("disputes")).toHaveCount(0);
  await step(page, "Sign off");
  await other.close();
});

test("a procedure that one begins stands in the other's list, opens over nothing, and can be gone on with there", async ({
  page,
  browser,
}) => {
  await freshCall(page, "TD-3");
  const [other, there] = await anotherAt(browser, "Lead", page.url());
  for (const at of [page, there]) {
    await step(at, "Fix");
    await expect(at.getByRole("heading", { level: 2, name: "Fix" })).toBeVisible();
  }
  const runner = await begin(page, "tighten-read-again");
  await allSent(page);
  const going = there.locator('[data-begun="tighten-read-again"]').filter({ hasText: "under way" });
  await expect(going).toHaveCount(1);
  await expect(there.locator("[data-procedure]")).toHaveCount(0);
  await going.getByRole("button", { name: "Go on" }).click();
  const same = there.locator('[data-procedure="tighten-read-again"]');
  await expect(same.locator("h4")).toHaveText(await runner.locator("h4").innerText());
  // Opened anew on whatever device, what is under way is in sight.
  await there.reload();
  await expect(same).toBeVisible();
  await other.close();
});
