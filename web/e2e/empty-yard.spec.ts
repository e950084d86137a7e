import { expectAccessible } from "./accessible";
import { emptyInstallation } from "./empty";
import { expect, NOBODY, test } from "./test";

/** The application on a database of one's own, where nobody and nothing is known. */
test.use({ storageState: NOBODY });

test("an empty database takes its first administrator, pump and call, by keyboard", async ({
  page,
  databaseUrl,
}) => {
  const { at, welcome, stop } = await emptyInstallation(databaseUrl);
  try {
    // Nobody is entered as by a tap here, and no address that was made up lets anybody in.
    await page.goto(at("/log"));
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Sign in");
    await expect(page.getByRole("region", { name: "The demo's people" })).toHaveCount(0);
    await page.goto(at("/welcome/made-up"));
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/good no more/);
    await page.goto(welcome);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("The first administrator");
    await expectAccessible(page, page.url());
    const name = page.getByLabel("Your name");
    await name.focus();
    await page.keyboard.press("Enter");
    await expect(page.getByText("A name is needed.")).toBeVisible();
    await expect(name).toBeFocused();
    await expect(name).toHaveAttribute("aria-invalid", "true");
    await name.fill("Ada Moor");
    await page.getByLabel("Units").selectOption("us");
    await page.getByLabel("Passphrase", { exact: true }).fill("eleven cold suction gauges");
    await page.getByLabel("The same again").fill("eleven cold suction gauge");
    await page.keyboard.press("Enter");
    await expect(page.getByText("The two are not the same.")).toBeVisible();
    await page.getByLabel("The same again").fill("eleven cold suction gauges");
    await page.keyboard.press("Enter");
    await expect(page.getByText("Nothing is waiting.")).toBeVisible();

    await page.goto(at("/log"));
    await expect(page.getByText(/Nothing is logged yet/)).toBeVisible();
    await page.goto(at("/yard"));
    await expect(page.getByText(/No pump is known yet/)).toBeVisible();
    await page.getByRole("link", { name: "New pump" }).click();
    await page.getByRole("button", { name: "Make the pump" }).click();
    await expect(page.getByText("A pump needs a tag.")).toBeVisible();
    await expect(page.getByText("Choose the family.")).toBeVisible();
    await expect(page.getByLabel("Tag")).toBeFocused();
    await page.getByLabel("Tag").fill("P-1");
    await page.getByLabel("Family").selectOption("end-suction");
    await page.getByLabel("Name of the new place").fill("Mill");
    await page.getByRole("button", { name: "Make the pump" }).click();
    await page.getByRole("link", { name: "Start a run sheet" }).click();
    await page.getByRole("button", { name: "Open the run sheet" }).click();
    await expect(page.getByText("Say what is wrong, in words or by a chip.")).toBeVisible();
    await page.getByLabel("What is wrong, in a line").fill("gives too little");
    await page.getByRole("button", { name: "Open the run sheet" }).click();
    await expect(page.getByRole("heading", { level: 1, name: "P-1" })).toBeVisible();

    // The same tag at the same place is refused at its field, and what was typed stays.
    await page.goto(at("/yard/new"));
    await page.getByLabel("Tag").fill("P-1");
    await page.getByLabel("Family").selectOption("borehole");
    await page.getByRole("button", { name: "Make the pump" }).click();
    await expect(page.getByText("P-1 is at this place already; choose another tag.")).toBeVisible();
    await expect(page.getByLabel("Tag")).toHaveValue("P-1");
    await expect(page.getByLabel("Family")).toHaveValue("borehole");
  } finally {
    await stop();
  }
});
