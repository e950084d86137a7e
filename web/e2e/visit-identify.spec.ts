import type { Page, Route } from "@playwright/test";
import { allSent, figure, freshCall, keysAreApart, onDisk, read, step } from "./sheet";
import { expect, test } from "./test";

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
}, testInfo) => {
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
  await input.setInputFiles(onDisk(testInfo, "broken.jpg", Buffer.alloc(40_000_000, 7)));
  await expect(part.getByRole("alert")).toContainText(
    "broken.jpg (40 MB) cannot be read as a picture",
  );
  await expect(part.locator("img")).toHaveCount(0);

  // Forty megabytes that are a picture are kept, small.
  await input.setInputFiles(
    onDisk(testInfo, "large.png", Buffer.concat([png, Buffer.alloc(40_000_000 - png.length)])),
  );
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

test("a picture of a plate is kept with the pump, until it is taken away", async ({ page }) => {
  await freshCall(page, "PP-1");
  await step(page, "Identify");
  const png = Buffer.from(await pictureOf(page, 400, 300), "base64");
  const part = page.locator('[data-photos="motor-plate"]');
  await part
    .locator('input[type="file"]')
    .setInputFiles({ name: "plate.png", mimeType: "image/png", buffer: png });
  await expect(part.locator("img")).toHaveCount(1);
  await allSent(page);
  const sheet = page.url();
  const toPump = async () => {
    await page.goto("/yard?find=PP-1");
    await page.getByRole("link", { name: /PP-1/ }).first().click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("PP-1");
  };
  await toPump();
  const pictures = page.getByRole("list", { name: "Pictures of its plates" });
  await expect(pictures.getByRole("img", { name: "Motor plate" })).toBeVisible();
  await expect
    .poll(() => pictures.locator("img").evaluate((i) => (i as HTMLImageElement).naturalWidth))
    .toBe(400);
  await page.goto(sheet);
  await step(page, "Identify");
  await part.getByRole("button", { name: "Take away" }).click();
  await expect(part.locator("img")).toHaveCount(0);
  await allSent(page);
  await toPump();
  await expect(pictures).toHaveCount(0);
});

test("a signature waits for a picture that is still on its way", async ({ page }) => {
  await freshCall(page, "PW-1");
  await step(page, "Look and listen");
  const png = Buffer.from(await pictureOf(page, 40, 30), "base64");
  // A network that takes it and never answers: it is on its way all the time.
  let open = false;
  const onTheirWay: Route[] = [];
  await page.route("**/photos/**", (route) => (open ? route.continue() : onTheirWay.push(route)));
  await page
    .locator('[data-photos="look"] input[type="file"]')
    .setInputFiles({ name: "p.png", mimeType: "image/png", buffer: png });
  await expect(page.getByTestId("saved")).toContainText("a picture is still on its way");
  await step(page, "Sign off");
  const sign = page.getByRole("button", { name: "Sign and write the log" });
  await page.getByLabel("The visit ends").selectOption("referred");
  await page.getByLabel("Found").fill("Rag in the pit.");
  await expect(page.getByText("The signature is kept here too, and goes")).toBeVisible();
  await sign.click();
  // Given, and behind the picture: through a reload, and it can be taken back until it is sent.
  const here = page.getByTestId("signed-here");
  await expect(here).toContainText(/by Technician\. The signature goes to the server behind/);
  await here.getByRole("button", { name: "Take the signature back" }).click();
  await expect(here).toHaveCount(0);
  await sign.click();
  await expect(here).toBeVisible();
  await page.reload();
  await expect(here).toContainText(/behind the readings and pictures/);
  open = true;
  for (const route of onTheirWay) await route.abort().catch(() => undefined);
  await page.waitForURL(/\/log\//);
  const picture = page.getByRole("img", { name: "Photo: look" });
  await expect(picture).toBeVisible();
  await expect.poll(() => picture.evaluate((i) => (i as HTMLImageElement).naturalWidth)).toBe(40);
});
