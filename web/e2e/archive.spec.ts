import { writeFileSync } from "node:fs";
import { expectAccessible } from "./accessible";
import { emptyInstallation } from "./empty";
import { enteredAs, expect, NOBODY, test } from "./test";

test("the whole Yard is taken away, and brought into an installation that holds nothing", async ({
  browser,
  baseURL,
  databaseUrl,
}, info) => {
  const boss = await browser.newContext({
    baseURL,
    storageState: await enteredAs(baseURL ?? "", "Administrator"),
  });
  const out = await boss.newPage();
  await out.goto("/people");
  await out.getByRole("link", { name: "Archive" }).click();
  await expect(out.getByRole("heading", { level: 1 })).toHaveText("Archive");
  await expect(out.getByText(/holds no pump and no place/)).toBeVisible();
  await expectAccessible(out, "the archive");
  const taken = out.waitForEvent("download");
  await out.getByRole("link", { name: "Take the archive" }).click();
  const archive = await taken;
  expect(archive.suggestedFilename()).toMatch(/^yard-\d{4}-\d\d-\d\d\.zip$/);
  const file = info.outputPath("yard.zip");
  await archive.saveAs(file);
  await boss.close();

  const empty = await emptyInstallation(databaseUrl);
  const context = await browser.newContext({ storageState: NOBODY });
  const page = await context.newPage();
  try {
    await page.goto(empty.welcome);
    await page.getByLabel("Your name").fill("Ada Moor");
    await page.getByLabel("Passphrase", { exact: true }).fill("eleven cold suction gauges");
    await page.getByLabel("The same again").fill("eleven cold suction gauges");
    await page.keyboard.press("Enter");
    await expect(page.getByText("Nothing is waiting.")).toBeVisible();
    await page.goto(empty.at("/people/archive"));
    const bring = page.getByRole("button", { name: "Bring it in" });
    await expect(async () => {
      await bring.click();
      await expect(page.getByText("Choose the archive first.")).toBeVisible({ timeout: 1000 });
    }).toPass();
    await expectAccessible(page, "bringing an archive in");

    const half = info.outputPath("half.zip");
    writeFileSync(half, "PK, and no more");
    const choose = async (path: string) => {
      const chooser = page.waitForEvent("filechooser");
      await page.getByRole("button", { name: "Archive", exact: true }).click();
      await (await chooser).setFiles(path);
      await bring.click();
    };
    await choose(half);
    await expect(page.getByText(/cut off.*Nothing was brought in\./)).toBeVisible();
    await choose(file);
    await expect(page.getByText(/The archive of .* is in: \d\d pumps/)).toBeVisible();
    await page.getByRole("link", { name: "Open the Yard" }).click();
    await page.getByRole("link", { name: /LF-2/ }).first().click();
    await expect(page.getByText(/Strainer choked with weed\./).first()).toBeVisible();
  } finally {
    await context.close();
    await empty.stop();
  }
});
