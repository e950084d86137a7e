import { fileURLToPath } from "node:url";
import { freePort } from "../../scripts/parts/ports.mjs";
import { prepareDatabase, serve } from "../../scripts/parts/web.mjs";
import { freshDatabase } from "../src/testing/fresh-database";
import { expectAccessible } from "./accessible";
import { expect, test } from "./test";

const root = fileURLToPath(new URL("../..", import.meta.url));

/** The application on a database of one's own, where nobody and nothing is known. */
test("an empty database takes its first person, pump and call, by keyboard", async ({
  page,
  databaseUrl,
}) => {
  const url = await freshDatabase(databaseUrl, `empty_${Date.now()}`);
  await prepareDatabase(root, { url, demo: false });
  const port = await freePort();
  const server = await serve(root, { port, databaseUrl: url, quiet: true });
  try {
    const at = (path: string) => `http://127.0.0.1:${port}${path}`;
    // Whatever page is asked for, it asks who it is.
    for (const path of ["/log", "/yard", "/"]) {
      await page.goto(at(path));
      await expect(page.getByRole("heading", { level: 1 })).toHaveText("Who are you?");
    }
    await expectAccessible(page, page.url());
    const name = page.getByLabel("Name");
    await name.focus();
    await page.keyboard.press("Enter");
    await expect(page.getByText("A name is needed.")).toBeVisible();
    await expect(name).toBeFocused();
    await expect(name).toHaveAttribute("aria-invalid", "true");
    await name.fill("Ada Moor");
    await page.getByLabel("Units").selectOption("us");
    await page.getByLabel("Units").focus();
    await page.keyboard.press("Tab");
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
    await server.stop();
  }
});
