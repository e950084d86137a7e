import type { Locator } from "@playwright/test";
import { rowsOf } from "./device-store";
import {
  acknowledgeAll,
  allSent,
  figure,
  freshCall,
  keysAreApart,
  openCall,
  read,
  step,
  toReadings,
} from "./sheet";
import { expect, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test("a device clock in the wrong year is put right, and the newest reading stays the newest", async ({
  browser,
  page,
}) => {
  await freshCall(page, "CK-1");
  await toReadings(page);
  await read(page, "flow", "31");
  await allSent(page);
  const context = await browser.newContext();
  const other = await context.newPage();
  await other.clock.setSystemTime(new Date("2019-03-01T10:00:00Z"));
  await other.goto(page.url());
  await expect(other.getByText(/clock is wrong by \d{4} days/)).toBeVisible();
  await toReadings(other);
  await read(other, "flow", "32");
  await allSent(other);
  await page.reload();
  await toReadings(page);
  await expect(figure(page, "flow")).toHaveValue("32");
  await context.close();
});

test("what was typed is there again when another page was looked at and one goes back", async ({
  page,
}) => {
  await openCall(page, "LF-2");
  await toReadings(page);
  await read(page, "flow", "33 m3/h");
  await allSent(page);
  await page
    .getByRole("navigation", { name: "Places" })
    .getByRole("link", { name: "Yard" })
    .click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Yard");
  await page.goBack();
  await expect(figure(page, "flow")).toHaveValue("33");
  // What is typed next stands in its place, here and on the server.
  await read(page, "flow", "34 m3/h");
  await allSent(page);
  await page.reload();
  await expect(figure(page, "flow")).toHaveValue("34");
});

test("a pump taken off the yard elsewhere: said, and nothing typed is lost", async ({
  context,
  page,
}) => {
  await freshCall(page, "RT-1");
  await toReadings(page);
  const yard = await context.newPage();
  await yard.goto("/yard");
  await yard.getByRole("link", { name: /RT-1/ }).first().click();
  await yard.getByRole("button", { name: "Take RT-1 off the yard" }).click();
  await expect(yard.getByText(/Taken off the yard on/)).toBeVisible();
  await read(page, "flow", "44");
  await expect(page.getByText(/RT-1 has been taken off the yard/)).toBeVisible();
  await allSent(page);
  await page.reload();
  await toReadings(page);
  await expect(figure(page, "flow")).toHaveValue("44");
  await yard.goto("/");
  await expect(yard.getByRole("link", { name: /RT-1 / })).toHaveCount(0);
  await yard.goBack();
  await yard.getByRole("button", { name: "Put RT-1 back on the yard" }).click();
  await expect(yard.getByRole("button", { name: "Take RT-1 off the yard" })).toBeVisible();
});

test("a draft an earlier version left on the device is there again", async ({ browser, page }) => {
  await freshCall(page, "OD-1");
  const address = page.url();
  const sheetId = address.split("/").at(-1) ?? "";
  const context = await browser.newContext();
  const other = await context.newPage();
  // A page of this place that opens no store of its own.
  await other.goto("/healthz");
  await other.evaluate(
    (id) =>
      new Promise<void>((done, fail) => {
        const opening = indexedDB.open("yard-outbox", 1);
        opening.onupgradeneeded = () => {
          opening.result
            .createObjectStore("entries", { keyPath: "id" })
            .createIndex("sheet", "sheetId");
          const drafts = opening.result.createObjectStore("drafts", { keyPath: "key" });
          drafts.createIndex("sheet", "sheetId");
          drafts.put({ key: `${id}/as found/flow`, sheetId: id, text: "61" });
        };
        opening.onsuccess = () => {
          opening.result.close();
          done();
        };
        opening.onerror = () => fail(opening.error);
      }),
    sheetId,
  );
  await other.goto(address);
  await toReadings(other);
  await expect(figure(other, "flow")).toHaveValue("61");
  await allSent(other);
  await page.reload();
  await toReadings(page);
  await expect(figure(page, "flow")).toHaveValue("61");
  await context.close();
});

test("gloves make every target bigger and are remembered for the person", async ({
  browser,
  page,
}) => {
  const context = await browser.newContext(PHONE);
  const phone = await context.newPage();
  await openCall(phone, "BI-2");
  await phone.getByRole("button", { name: "Gloves", exact: true }).first().tap();
  await toReadings(phone);
  await figure(phone, "dischargePressure").tap();
  await keysAreApart(phone);
  for (const key of await phone.getByTestId("keypad").getByRole("button").all())
    expect((await key.boundingBox())?.height).toBeGreaterThanOrEqual(60);
  expect(
    await phone.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
  ).toBeLessThanOrEqual(0);
  await page.goto("/");
  await expect(page.getByRole("button", { name: "Gloves on" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.getByRole("button", { name: "Gloves on" }).click();
  await expect(page.getByRole("button", { name: "Gloves", exact: true })).toHaveAttribute(
    "aria-pressed",
    "false",
  );
  await context.close();
});

test("a step is a place: Back goes one view back, a reload stays, a link opens it", async ({
  page,
  context,
}) => {
  await openCall(page, "MG-3");
  await step(page, "Rotation");
  await expect(page).toHaveTitle(/MG-3, Rotation/);
  await step(page, "Compare");
  await expect(page).toHaveURL(/step=compare/);
  await page.goBack();
  await expect(page.getByRole("heading", { level: 2, name: /rotation/i })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { level: 2, name: /rotation/i })).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("button", { name: "Causes", exact: true }).click();
  const sent = await context.newPage();
  await sent.setViewportSize({ width: 390, height: 844 });
  await sent.goto(page.url());
  await expect(sent.getByRole("button", { name: "Causes", exact: true })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await expect(sent).toHaveTitle(/MG-3, causes/);
});

test("a slow tap on an outcome counts while the keypad is open", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ ...PHONE, baseURL: baseURL ?? "" });
  const page = await context.newPage();
  await freshCall(page, "SL-1");
  await toReadings(page);
  await read(page, "suctionPressure", "-0.2 bar");
  await read(page, "dischargePressure", "2.1 bar");
  await allSent(page);
  await step(page, "Next test");
  await page
    .locator('li[data-test="gauge-zero"]')
    .getByRole("button", { name: /^Start/ })
    .click();
  await acknowledgeAll(page);
  const cdp = await context.newCDPSession(page);
  /** A finger that stays for a third of a second, as with gloves. */
  const press = async (what: Locator) => {
    await what.scrollIntoViewIfNeeded();
    const box = await what.boundingBox();
    if (!box) throw new Error("not in sight");
    const at = [{ x: box.x + box.width / 2, y: box.y + box.height / 2 }];
    await cdp.send("Input.dispatchTouchEvent", { type: "touchStart", touchPoints: at });
    await page.evaluate(() => new Promise((done) => setTimeout(done, 300)));
    await cdp.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  };
  await press(page.locator("article input[data-figure-input]").first());
  await expect(page.getByTestId("keypad")).toBeVisible();
  await press(page.getByRole("button", { name: "both at zero" }));
  await expect(page.getByRole("heading", { name: "Done here" })).toBeVisible();
  await expect(page.getByTestId("keypad")).toBeHidden();
  await context.close();
});

test("a figure typed in the moment before the tab closes is there again and sent", async ({
  context,
  page,
}) => {
  await openCall(page, "BI-2");
  await toReadings(page);
  const input = figure(page, "speed");
  await input.fill("1479");
  // Kept on the device with the key itself, before it becomes a reading.
  await expect
    .poll(() => rowsOf(page, "yard-outbox", "drafts").then((d) => d.length))
    .toBeGreaterThan(0);
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await openCall(again, "BI-2");
  await toReadings(again);
  await expect(figure(again, "speed")).toHaveValue("1479");
  await expect(again.getByTestId("saved")).toHaveText(/all kept, sent/);
});
