/** What becomes of what was typed when a device, its store or its program is not what it was. */
import { type BrowserContext, expect, type Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { change, clearStorage, rowsOf } from "./device-store";
import { bringTheDay, coldStart, photograph } from "./phone";
import { acknowledgeAll, allSent, figure, freshCall, read, step, toReadings } from "./sheet";
import { enteredAs, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

const sheetOf = (page: Page) => new URL(page.url()).pathname.split("/").at(-1) ?? "";

/** Nobody is signed in there any more: what an ended session leaves behind. */
async function signedOut(context: BrowserContext): Promise<void> {
  const cookies = await context.cookies();
  await context.clearCookies();
  await context.addCookies(cookies.filter((c) => c.name === "yard-device"));
}

test.describe("a phone", () => {
  test.use({ ...PHONE, serviceWorkers: "allow" });

  test("that was away for ninety days, its pump gone and nobody signed in any more, gives all of it", async ({
    page: first,
    context,
    browser,
    baseURL,
  }) => {
    await bringTheDay(first);
    await freshCall(first, "ND-1");
    await toReadings(first);
    await acknowledgeAll(first);
    await allSent(first);
    const path = new URL(first.url()).pathname;
    await context.setOffline(true);
    await read(first, "flow", "44 m3/h");
    await expect(first.getByTestId("saved")).toContainText("not sent yet");
    // Everything on it is of ninety days ago.
    const days = await rowsOf(first, "yard-days", "sheets");
    const old = days.map((d) => ({ ...d, keptAt: Number(d["keptAt"]) - 90 * 86_400_000 }));
    await change(first, "yard-days", "sheets", old);

    const lead = await browser.newContext({
      storageState: await enteredAs(baseURL ?? "", "Lead"),
      ...{ baseURL: baseURL ?? "", serviceWorkers: "block" },
    });
    const yard = await lead.newPage();
    await yard.goto("/yard?find=ND-1");
    await yard.getByRole("link", { name: /ND-1/ }).first().click();
    await yard.getByRole("button", { name: "Take ND-1 off the yard" }).click();
    await expect(yard.getByText(/Taken off the yard on/)).toBeVisible();
    await signedOut(context);

    const page = await coldStart(context, path);
    await expect(
      figure(page, "flow")
        .or(page.getByRole("heading", { level: 2 }))
        .first(),
    ).toBeVisible();
    await toReadings(page);
    await expect(figure(page, "flow")).toHaveValue("44");
    await context.setOffline(false);
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Sign in");
    await page.getByRole("button", { name: /^Technician technician/ }).click();
    await expect(page.getByRole("heading", { level: 1, name: "ND-1" })).toBeVisible();
    await expect(page.getByText(/ND-1 has been taken off the yard/)).toBeVisible();
    await allSent(page);
    await toReadings(page);
    await expect(figure(page, "flow")).toHaveValue("44");
    // It is at the server, and not on this screen alone.
    await yard.goto(path);
    await toReadings(yard);
    await expect(figure(yard, "flow")).toHaveValue("44");
    await lead.close();
  });

  test("whose storage is cleared has all that the server had told kept, and said beforehand what it would lose", async ({
    page,
    context,
  }) => {
    await bringTheDay(page);
    await freshCall(page, "CL-1");
    await toReadings(page);
    await acknowledgeAll(page);
    await read(page, "flow", "44 m3/h");
    await allSent(page);
    const path = new URL(page.url()).pathname;
    await context.setOffline(true);
    await read(page, "speed", "1433 rpm");
    await expect(page.getByTestId("saved")).toContainText("not sent yet");
    await page.goto("/waiting");
    await expect(page.getByText(/1 entry waits/)).toBeVisible();
    await expect(page.getByText(/Clearing this browser.s data before that loses it/)).toBeVisible();
    await clearStorage(page, "all");
    await context.clearCookies();
    await page.close();
    await context.setOffline(false);
    const again = await context.newPage();
    await again.goto(path);
    await again.getByRole("button", { name: /^Technician technician/ }).click();
    await expect(again.getByRole("heading", { level: 1, name: "CL-1" })).toBeVisible();
    await toReadings(again);
    await expect(figure(again, "flow")).toHaveValue("44");
    await expect(figure(again, "speed")).toHaveValue("");
    await read(again, "speed", "1440 rpm");
    await allSent(again);
    await again.goto("/waiting");
    await expect(again.getByText("Nothing waits here")).toBeVisible();
  });

  test("whose storage is cleared under an open sheet keeps what is on it once more, and sends it", async ({
    page,
    context,
  }) => {
    await bringTheDay(page);
    await freshCall(page, "CO-1");
    await toReadings(page);
    await acknowledgeAll(page);
    await allSent(page);
    const path = new URL(page.url()).pathname;
    await context.setOffline(true);
    await read(page, "flow", "44 m3/h");
    await photograph(page, 33);
    await step(page, "Rotation");
    const words = page.getByLabel("Anything to say of it");
    await words.fill("against the arrow");
    await words.blur();
    const waits = async () => {
      const tables = ["entries", "photos", "signatures"];
      const rows = await Promise.all(tables.map((t) => rowsOf(page, "yard-outbox", t)));
      return rows.map((r) => r.length);
    };
    await expect.poll(waits).toEqual([2, 1, 0]);
    await clearStorage(page, "indexeddb");
    await expect.poll(waits).toEqual([2, 1, 0]);
    await expect(page.getByTestId("saved")).not.toHaveAttribute("data-courier", "sent");
    await expect(words).toHaveValue("against the arrow");
    await toReadings(page);
    await read(page, "speed", "1433 rpm");
    await expect.poll(waits).toEqual([3, 1, 0]);

    await step(page, "Sign off");
    await page.getByLabel("The visit ends").selectOption("referred");
    await page.getByLabel("Found").fill("Kept on the screen.");
    await page.getByRole("button", { name: "Sign and write the log" }).click();
    await expect(page.getByTestId("signed-here")).toBeVisible();
    await clearStorage(page, "indexeddb");
    await expect.poll(waits).toEqual([3, 1, 1]);
    await context.setOffline(false);
    await page.waitForURL(/\/log\//);
    await page.goto(`${path}?step=readings`);
    await expect(figure(page, "flow")).toHaveValue("44");
    await expect(figure(page, "speed")).toHaveValue("1433");
    await step(page, "Look and listen");
    await expect(page.locator('[data-photos="look"] img')).toHaveCount(1);
  });

  test("whose store was tampered with says so, keeps what is left, and holds nothing up", async ({
    page,
    context,
  }) => {
    await bringTheDay(page);
    await freshCall(page, "TM-1");
    await toReadings(page);
    await acknowledgeAll(page);
    await allSent(page);
    const path = new URL(page.url()).pathname;
    const sheetId = sheetOf(page);
    await context.setOffline(true);
    await read(page, "flow", "44 m3/h");
    await expect(page.getByTestId("saved")).toContainText("not sent yet");
    const [own] = await rowsOf(page, "yard-days", "sheets");
    expect(own).toBeDefined();
    await page.goto("/waiting");
    const torn = "00000000-0000-4000-8000-0000000000aa";
    const shot = "00000000-0000-4000-8000-0000000000bb";
    await change(page, "yard-outbox", "entries", [
      { id: torn, sheetId, entry: "half a wor", made: 0.1 },
    ]);
    await change(page, "yard-outbox", "photos", [
      { id: shot, sheetId, about: "look", at: "some day", blob: "cut off" },
    ]);
    // A sheet of which only a part is left, and one that cannot be drawn.
    const kept = (await rowsOf(page, "yard-days", "sheets")).find((r) => r["id"] === sheetId);
    const dto = kept?.["dto"] as { pump: object };
    await change(page, "yard-days", "sheets", [{ ...kept, dto: { id: sheetId } }]);
    await page.goto(path);
    await expect(page.getByText("This sheet is not on this device")).toBeVisible();
    const { tag, zone } = dto.pump as { tag: string; zone: string };
    await change(page, "yard-days", "sheets", [{ ...kept, dto: { ...dto, pump: { tag, zone } } }]);
    await page.goto(path);
    await expect(page.getByText("What this device keeps of this sheet is damaged")).toBeVisible();
    await expectAccessible(page, "a damaged sheet");
    await page.goto("/");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("No server in reach");

    await context.setOffline(false);
    await page.goto(path);
    await expect(page.locator(`[data-aside="${torn}"]`)).toContainText(
      "It is damaged on this device",
    );
    await expect(page.locator(`[data-aside="${torn}"]`).getByLabel("What was typed")).toHaveValue(
      "half a wor",
    );
    await expect(page.locator(`[data-refused-picture="${shot}"]`)).toContainText("damaged");
    await expect(page.getByTestId("saved")).toContainText(
      "1 entry and 1 picture are set aside and not sent",
    );
    await expectAccessible(page, "what was set aside");
    await toReadings(page);
    await expect(figure(page, "flow")).toHaveValue("44");
    await step(page, "Sign off");
    await expect(page.getByRole("button", { name: "Sign and write the log" })).toBeDisabled();
    for (const of of [`[data-aside="${torn}"]`, `[data-refused-picture="${shot}"]`])
      await page.locator(of).getByRole("button", { name: "Drop it" }).click();
    await expect(page.getByTestId("aside")).toHaveCount(0);
    await expect(page.getByRole("button", { name: "Sign and write the log" })).toBeEnabled();
  });

  test("with a picture that is none has it refused in words, and the next one goes", async ({
    page,
  }) => {
    await bringTheDay(page);
    await freshCall(page, "PH-1");
    const sheetId = sheetOf(page);
    const path = new URL(page.url()).pathname;
    await page.goto("/healthz");
    const [entry] = await rowsOf(page, "yard-days", "who");
    const put = (n: number, text: string) =>
      page.evaluate(
        ([id, sheet, personId, what]) =>
          new Promise<void>((done) => {
            const bytes = what === "jpeg" ? [0xff, 0xd8, 0xff, 0xe0, 1, 2, 0xff, 0xd9] : [1, 2, 3];
            const asked = indexedDB.open("yard-outbox");
            asked.onsuccess = () => {
              const tx = asked.result.transaction("photos", "readwrite");
              tx.objectStore("photos").put({
                ...{ id, sheetId: sheet, personId, about: "look", width: 4, height: 3 },
                ...{ at: new Date().toISOString(), blob: new Blob([new Uint8Array(bytes)]) },
              });
              tx.oncomplete = () => {
                asked.result.close();
                done();
              };
            };
          }),
        [
          `00000000-0000-4000-8000-0000000000${n}`,
          sheetId,
          String((entry as { id: string }).id),
          text,
        ] as const,
      );
    await put(11, "none");
    await put(12, "jpeg");
    await page.goto(path);
    await expect(page.locator("[data-refused-picture]")).toContainText("not a JPEG picture");
    await allSent(page);
    await expect.poll(async () => (await rowsOf(page, "yard-outbox", "photos")).length).toBe(1);
    await page.goto("/waiting");
    await expect(page.getByText(/^Set aside: a picture/)).toContainText("not a JPEG picture");
    await page.getByRole("button", { name: "Drop it" }).click();
    await expect(page.getByText("Nothing waits here")).toBeVisible();
  });
});

test("a page that is older than the store or the server keeps and sends what is typed, and says so", async ({
  page,
  browser,
  baseURL,
  storageState,
}) => {
  await freshCall(page, "OV-1");
  const path = new URL(page.url()).pathname;
  const context = await browser.newContext({ ...(baseURL ? { baseURL } : {}), storageState });
  const old = await context.newPage();
  await old.goto("/healthz");
  // A newer program was here: it has stores that this one does not know.
  await old.goto(path);
  await allSent(old);
  await old.goto("/healthz");
  await old.evaluate(
    () =>
      new Promise<void>((done, fail) => {
        const asked = indexedDB.open("yard-outbox", 99);
        asked.onupgradeneeded = () => asked.result.createObjectStore("of tomorrow");
        asked.onerror = () => fail(asked.error);
        asked.onsuccess = () => {
          asked.result.close();
          done();
        };
      }),
  );
  await old.goto(path);
  await expect(old.getByTestId("older")).toBeVisible();
  await toReadings(old);
  await acknowledgeAll(old);
  await read(old, "flow", "44 m3/h");
  await allSent(old);
  await toReadings(page);
  await expect(figure(page, "flow")).toHaveValue("44");
  await context.close();

  // Somebody else types with a program of tomorrow, and this page is still that of today.
  await expect(page.getByTestId("older")).toHaveCount(0);
  await page.route("**/entries?after=*", async (route) => {
    const answer = await route.fetch();
    const body = (await answer.json()) as { entries: { version: number }[] };
    const entries = body.entries.map((e) => ({ ...e, version: 99 }));
    await route.fulfill({ response: answer, json: { ...body, entries } });
  });
  const other = await browser.newContext({
    ...{ baseURL: baseURL ?? "", storageState: await enteredAs(baseURL ?? "", "Lead") },
  });
  const there = await other.newPage();
  await there.goto(path);
  await toReadings(there);
  await read(there, "speed", "1433 rpm");
  await allSent(there);
  await expect(page.getByTestId("older")).toBeVisible();
  await expectAccessible(page, "an older page");
  await expect(figure(page, "speed")).toHaveValue("");
  await read(page, "flow", "45 m3/h");
  await allSent(page);
  await expect(figure(there, "flow")).toHaveValue("45");
  await page.unrouteAll({ behavior: "wait" });
  await page.getByRole("link", { name: "Load it again" }).click();
  await toReadings(page);
  await expect(figure(page, "speed")).toHaveValue("1433");
  await other.close();
});

test("a sheet says the same times wherever the device thinks that it is", async ({
  page,
  browser,
  baseURL,
  storageState,
}) => {
  await freshCall(page, "TZ-1");
  await toReadings(page);
  await acknowledgeAll(page);
  await read(page, "flow", "44 m3/h");
  await allSent(page);
  const path = new URL(page.url()).pathname;
  const words: string[] = [];
  for (const timezoneId of ["Asia/Tokyo", "America/New_York"]) {
    const context = await browser.newContext({ baseURL: baseURL ?? "", storageState, timezoneId });
    const there = await context.newPage();
    const faults: string[] = [];
    there.on("pageerror", (e) => faults.push(e.message));
    await there.goto(path);
    await allSent(there);
    await expect(there.getByTestId("board")).toHaveAttribute("aria-busy", "false");
    words.push(
      await there.getByRole("navigation", { name: "Steps of this run sheet" }).innerText(),
    );
    await step(there, "Make safe");
    words.push(await there.locator("#step").innerText());
    expect(faults).toEqual([]);
    await context.close();
  }
  expect(words[0]).toMatch(/\d\d:\d\d/);
  expect(words.slice(0, 2)).toEqual(words.slice(2));
});
