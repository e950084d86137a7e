import { expect, type Locator, type Page, test } from "@playwright/test";
import {
  acknowledgeAll,
  allSent,
  figure,
  freshCall,
  keysAreApart,
  openCall,
  read,
  step,
  strip,
  takeCall,
  toReadings,
} from "./sheet";

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
  // One for the turning parts, one for the live terminals.
  for (let i = 0; i < 2; i++)
    await tap(page.getByRole("button", { name: /^Read and acknowledged/ }).first());
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
    const [, low, high] = /\(([\d.]+) to ([\d.]+) m\)/.exec(text) ?? [];
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
  await expect(again).toContainText("zero off on");
});

test("plates against the register, what cannot be read, and the code on the tag", async ({
  page,
}) => {
  await page.goto("/yard");
  await page.getByRole("link", { name: /LF-1/ }).first().click();
  const tag = page.getByRole("region", { name: "Tag of LF-1" });
  const code = (await tag.locator("p").last().innerText()).trim();
  expect(code).toMatch(/^[0-9A-F]{4}-[0-9A-F]{4}$/);
  const square = await tag.getByRole("img").first().screenshot();
  const address = page.url();

  // Scanned, and typed.
  await page.goto("/yard");
  await page.locator('input[type="file"]').setInputFiles({
    name: "tag.png",
    mimeType: "image/png",
    buffer: square,
  });
  await expect(page).toHaveURL(address);
  await page.goto("/yard");
  await page.getByLabel("Code on the tag").fill("nonsense");
  await page.getByRole("button", { name: "Open", exact: true }).click();
  await expect(page.getByText(/A code has eight letters and figures/)).toBeVisible();
  await page.getByLabel("Code on the tag").fill(code.toLowerCase());
  await page.getByRole("button", { name: "Open", exact: true }).click();
  await expect(page).toHaveURL(address);

  await page.getByRole("link", { name: "Start a run sheet" }).click();
  await page.getByLabel("What is wrong, in a line").fill("plate check");
  await page.getByRole("button", { name: "Open the run sheet" }).click();
  await step(page, "Identify");
  await page.getByLabel("Code on the tag").fill(code);
  await page.getByRole("button", { name: "Open", exact: true }).click();
  await expect(page.getByText("The tag is this pump's: LF-1.")).toBeVisible();
  await page.getByLabel("Code on the tag").fill("0000-0000");
  await page.getByRole("button", { name: "Open", exact: true }).click();
  await expect(page.getByText(/That tag \(0000-0000\) is another pump/)).toBeVisible();

  const plate = (field: string) => page.locator(`[data-plate="${field}"]`);
  await figure(page, "motor.voltage").focus();
  await keysAreApart(page);
  await read(page, "motor.current", "31 A");
  await expect(plate("motor.current")).toContainText(/plate 31 A, register \d/);
  await read(page, "motor.power", "15000 W");
  await expect(plate("motor.power")).toContainText("as in the register");
  await plate("motor.speed").getByRole("button", { name: "Speed: cannot be read" }).click();
  await expect(plate("motor.speed")).toContainText(/register: \d+ rpm/);
  await plate("body.dateCode").getByLabel("Date code", { exact: true }).fill("2211");
  await plate("body.dateCode").getByLabel("Date code", { exact: true }).blur();
  await expect(plate("body.dateCode")).toContainText("not in the register yet");
  const body = page.getByRole("region", { name: "Body plate" });
  await body.getByRole("button", { name: "Take it into the register" }).click();
  await expect(plate("body.dateCode")).toContainText("as in the register");
  await allSent(page);
});

/** A picture as a camera makes one, larger than is kept. */
const pictureOf = (page: Page, width: number, height: number) =>
  page.evaluate(
    ([w = 1, h = 1]) => {
      const canvas = document.createElement("canvas");
      canvas.width = w;
      canvas.height = h;
      canvas.getContext("2d")?.fillRect(0, 0, w / 2, h);
      return canvas.toDataURL("image/png").split(",")[1] ?? "";
    },
    [width, height],
  );

test("photos are shrunk and turned on the device, kept through a reload, and nothing else is taken", async ({
  page,
}) => {
  await freshCall(page, "PH-1");
  await step(page, "Look and listen");
  const part = page.locator('[data-photos="look"]');
  const input = part.locator('input[type="file"]');
  const png = Buffer.from(await pictureOf(page, 2400, 1200), "base64");

  await input.setInputFiles({
    name: "plan.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("%PDF-1.7"),
  });
  await expect(part.getByRole("alert")).toContainText("plan.pdf is not a picture");
  await input.setInputFiles({
    name: "broken.jpg",
    mimeType: "image/jpeg",
    buffer: Buffer.alloc(40_000_000, 7),
  });
  await expect(part.getByRole("alert")).toContainText(
    "broken.jpg (40 MB) cannot be read as a picture",
  );
  await expect(part.locator("img")).toHaveCount(0);

  // Forty megabytes that are a picture are kept, small.
  await input.setInputFiles({
    name: "large.png",
    mimeType: "image/png",
    buffer: Buffer.concat([png, Buffer.alloc(40_000_000 - png.length)]),
  });
  await expect(part.locator("img")).toHaveAttribute("width", "1600");
  await expect(part.getByRole("alert")).toHaveCount(0);
  await part.getByRole("button", { name: "Turn" }).click();
  await expect(part.locator("img")).toHaveAttribute("height", "1600");
  await allSent(page);
  await expect(page.getByTestId("saved")).not.toContainText("picture");
  await page.reload();
  await step(page, "Look and listen");
  await expect(part.locator("img")).toHaveCount(1);
  await expect(part.locator("img")).toHaveAttribute("height", "1600");
  await expect
    .poll(() => part.locator("img").evaluate((i) => (i as HTMLImageElement).naturalHeight))
    .toBe(1600);
  await part.getByRole("button", { name: "Take away" }).click();
  await expect(part.locator("img")).toHaveCount(0);
  await part.getByRole("button", { name: "Put the last picture back" }).click();
  await expect(part.locator("img")).toHaveCount(1);
  await allSent(page);
});

test("a lost phase and a live pair stop the work; proof of dead opens it", async ({ page }) => {
  await freshCall(page, "ST-1");
  await toReadings(page);
  for (const [i, amps] of ["0.1", "17.2", "17.0"].entries()) await read(page, `amps.${i}`, amps);
  const lost = page.locator('[data-stop="phase-lost"]');
  await expect(lost).toContainText("switch it off now");
  await step(page, "Next test");
  await expect(lost).toBeVisible();
  await page.locator("li[data-test]").first().getByRole("button").click();
  await acknowledgeAll(page);
  await expect(page.getByText(/A Stop is in force/)).toBeVisible();
  await lost.getByRole("button", { name: /^It is switched off/ }).click();
  await expect(lost).toContainText(/It is switched off, Technician at/);
  await expect(page.getByText(/A Stop is in force/)).toHaveCount(0);

  await step(page, "Make safe");
  const part = page.getByRole("region", { name: "Isolated and proven dead" });
  await part.getByRole("button", { name: "off, locked and tagged" }).click();
  const check = (name: string, answer: string) =>
    part
      .getByRole("group", { name, exact: true })
      .getByRole("button", { name: answer, exact: true })
      .click();
  await check("Tester on a known source, before", "shown");
  await check("L1 to L2", "live");
  await expect(page.locator('[data-stop="found-live"]').first()).toContainText(
    "Not dead: do not touch it",
  );
  for (const pair of [
    "L1 to L2",
    "L2 to L3",
    "L3 to L1",
    "L1 to earth",
    "L2 to earth",
    "L3 to earth",
  ])
    await check(pair, "dead");
  await expect(part.getByTestId("proven-dead")).toHaveCount(0);
  await check("Tester on a known source, after", "shown");
  await expect(part.getByTestId("proven-dead")).toContainText("proven dead by Technician");
  await part.getByRole("button", { name: "not isolated" }).click();
  await expect(part.getByTestId("proven-dead")).toHaveCount(0);
  await allSent(page);
});

test("both ways at the same valve: which is right, and how sure", async ({ page }) => {
  await freshCall(page, "RW-1", "borehole");
  await step(page, "Rotation");
  const both = page.getByTestId("both-ways");
  await both.locator("summary").click();
  await read(page, "forward", "0.40 bar");
  await read(page, "reverse", "1.10 bar");
  await expect(both.getByTestId("reads")).toContainText(/The other way is right, 99 % sure/);
  await both.getByRole("button", { name: "the other way is better" }).click();
  await step(page, "Next test");
  await expect(page.getByText(/Run it both ways and compare/).first()).toBeVisible();
  await allSent(page);
});

test("a countdown rings, buzzes and keeps the screen on; a watch forgotten over night is not taken", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const felt: unknown[] = [];
    const held: string[] = [];
    Object.assign(window, { felt, held });
    navigator.vibrate = (pattern) => {
      felt.push(pattern);
      return true;
    };
    Object.defineProperty(navigator, "wakeLock", {
      value: {
        request: async (kind: string) => {
          held.push(kind);
          return { release: async () => void held.pop() };
        },
      },
    });
  });
  await page.clock.install();
  await openCall(page, "MG-1");
  await step(page, "Next test");
  const id = "vacuum-plate";
  await page.locator(`li[data-test="${id}"] button`).click();
  await acknowledgeAll(page);
  await page.getByRole("button", { name: "Start the watch" }).click();
  await expect
    .poll(() => page.evaluate(() => (window as never as { held: string[] }).held.length))
    .toBe(1);
  await page.clock.fastForward("01:59");
  expect(await page.evaluate(() => (window as never as { felt: unknown[] }).felt.length)).toBe(0);
  await page.clock.fastForward("00:02");
  await expect
    .poll(() => page.evaluate(() => (window as never as { felt: unknown[] }).felt.length))
    .toBe(1);
  await expect(page.getByText("Time is up.")).toBeVisible();
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await expect
    .poll(() => page.evaluate(() => (window as never as { held: string[] }).held.length))
    .toBe(0);
  await page.getByRole("button", { name: "Take the time" }).click();
  await expect(figure(page, "over")).toHaveValue(/^12[01]/);
  await page.getByRole("button", { name: "Go on" }).click();
  await page.clock.fastForward("10:00:00");
  await expect(page.getByText(/Running for 10 hours: it was probably forgotten/)).toBeVisible();
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await expect(page.getByRole("button", { name: "Take the time" })).toHaveCount(0);
  await page.getByRole("button", { name: "Back to zero" }).click();
  await read(page, "over", "");
});

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
  await other.goto("/log");
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

test("what is on hand stands in front and is remembered; drops are counted by tap", async ({
  page,
}) => {
  await freshCall(page, "OH-1");
  await toReadings(page);
  await expect(strip(page, "inputPower")).toBeHidden();
  await page.getByText("More readings").click();
  const kept = page.waitForResponse((r) => r.request().method() === "POST" && r.ok());
  await page.getByLabel("power meter").check();
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
  await page.getByLabel("power meter").uncheck();
  await allSent(page);
});
