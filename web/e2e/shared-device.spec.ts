/** One device, and people who follow each other on it: what one could not send, another sends as theirs; nobody signs for them. */
import { type BrowserContext, expect, type Page } from "@playwright/test";
import { rowsOf } from "./device-store";
import { acknowledgeAll, allSent, figure, freshCall, read, toReadings } from "./sheet";
import { enteredAs, test } from "./test";

/** Somebody is signed in there in place of whoever was; their session is not ended by it. */
async function comes(context: BrowserContext, address: string, name: string): Promise<void> {
  await context.addCookies((await enteredAs(address, name)).cookies);
}

/** The technician has typed a flow that could not be sent. @returns the sheet */
async function typedInVain(page: Page, context: BrowserContext, tag: string): Promise<string> {
  await freshCall(page, tag);
  await toReadings(page);
  await acknowledgeAll(page);
  await allSent(page);
  await expect.poll(() => rowsOf(page, "yard-outbox", "keys")).toHaveLength(1);
  await context.setOffline(true);
  await read(page, "flow", "44 m3/h");
  await expect(page.getByTestId("saved")).toContainText("not sent yet");
  return new URL(page.url()).pathname;
}

const trailOf = async (page: Page): Promise<string> => {
  await page.goto("/people/trail");
  return (await page.getByRole("main").textContent()) ?? "";
};

test("what one typed and could not send goes under their name when another has come, and says who sent it", async ({
  page,
  context,
  baseURL,
}) => {
  const address = baseURL ?? "";
  const path = await typedInVain(page, context, "SD-1");
  await comes(context, address, "Lead");
  await context.setOffline(false);
  await page.goto("/");
  await expect.poll(() => rowsOf(page, "yard-outbox", "entries")).toHaveLength(0);
  expect(await rowsOf(page, "yard-outbox", "aside")).toHaveLength(0);
  await page.goto(path);
  await toReadings(page);
  await expect(figure(page, "flow")).toHaveValue("44");
  await comes(context, address, "Administrator");
  expect(await trailOf(page)).toMatch(/Lead.*sent for another.*Technician/s);
});

test("what one typed waits for them once their session was ended, and goes when they are there again", async ({
  page,
  context,
  browser,
  baseURL,
}) => {
  const address = baseURL ?? "";
  await typedInVain(page, context, "SD-2");
  // From another device: all their sessions end, and with them what this one could show.
  const elsewhere = await browser.newContext({
    ...{ baseURL: address, serviceWorkers: "block" },
    storageState: await enteredAs(address, "Technician"),
  });
  const account = await elsewhere.newPage();
  await account.goto("/who");
  await account.getByRole("button", { name: "Sign out on every device" }).click();
  await expect(account.getByRole("heading", { level: 1 })).toHaveText("Sign in");
  await elsewhere.close();

  await comes(context, address, "Lead");
  await context.setOffline(false);
  await page.goto("/");
  await expect.poll(() => rowsOf(page, "yard-outbox", "aside")).toHaveLength(1);
  await page.goto("/waiting");
  const aside = page.locator("[data-aside]");
  await expect(aside).toContainText("no open session of theirs shows that they wrote it");
  await comes(context, address, "Technician");
  await page.goto("/");
  await expect.poll(() => rowsOf(page, "yard-outbox", "aside")).toHaveLength(0);
  await expect.poll(() => rowsOf(page, "yard-outbox", "entries")).toHaveLength(0);
});
