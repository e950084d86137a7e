/** What the tests do with a phone that has the day on it. */
import { type BrowserContext, expect, type Page } from "@playwright/test";
import { step } from "./sheet";

/** Opens the Slate with a network, and waits until the day is on the device. */
export async function bringTheDay(page: Page): Promise<void> {
  await page.goto("/");
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const kept = () =>
    page.evaluate(async () => {
      const names = (await indexedDB.databases()).map((d) => d.name);
      if (!names.includes("yard-days")) return 0;
      const copies = await (await caches.open("pages")).keys();
      return new Promise<number>((resolve) => {
        const asked = indexedDB.open("yard-days");
        asked.onsuccess = () => {
          const count = asked.result.transaction("sheets").objectStore("sheets").count();
          count.onsuccess = () => {
            asked.result.close();
            resolve(Math.min(count.result, copies.length));
          };
        };
      });
    });
  await expect.poll(kept).toBeGreaterThan(4);
}

/** The browser is closed and opened again, where there is no network. */
export async function coldStart(context: BrowserContext, path: string): Promise<Page> {
  for (const page of context.pages()) await page.close();
  await context.setOffline(true);
  const page = await context.newPage();
  await page.goto(path);
  return page;
}

/** A picture so many pixels wide, as a camera's file. */
export const drawnPicture = async (page: Page, width: number): Promise<Buffer> =>
  Buffer.from(
    await page.evaluate((w) => {
      const canvas = document.createElement("canvas");
      canvas.width = w;
      canvas.height = 40;
      return canvas.toDataURL("image/png").split(",")[1] ?? "";
    }, width),
    "base64",
  );

/** Takes a picture so many pixels wide, at the look step. */
export async function photograph(page: Page, width: number): Promise<void> {
  await step(page, "Look and listen");
  await page.locator('[data-photos="look"] input[type="file"]').setInputFiles({
    name: "p.png",
    mimeType: "image/png",
    buffer: await drawnPicture(page, width),
  });
}
