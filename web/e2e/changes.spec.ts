/** What was taken down wrong is put right later, and nothing of the past goes. */
import { expectAccessible } from "./accessible";
import { allSent, openCall, read, step, takeCall, toReadings } from "./sheet";
import { expect, test } from "./test";

test("a call's complaint is put right, and a call nobody needs is called off with its reason", async ({
  page,
}) => {
  await takeCall(page, "TH-2", "pump house smels", []);
  await page.getByText("Change this call, or call it off").click();
  await expectAccessible(page, "changing a call");
  const line = page.getByLabel("What is wrong, in a line");
  await line.fill("");
  await page.getByRole("button", { name: "Change the call" }).click();
  await expect(page.getByText("Say what is wrong, in a line.")).toBeVisible();
  await line.fill("pump house smells");
  await page.getByLabel("When, by the clock there").fill("2030-03-05T23:47");
  await page.getByRole("button", { name: "Change the call" }).click();
  await expect(page.locator("header")).toContainText("pump house smells");
  await page.goto("/");
  // Not today: the day stands with it, and it waits behind what is due before.
  const call = page.getByRole("link", { name: /TH-2 pump house smells/ });
  await expect(call).toContainText("23:47");
  await expect(call).toContainText("5 Mar 2030");
  await page.goBack();

  await toReadings(page);
  await read(page, "flow", "90 gpm");
  await allSent(page);
  await step(page, "Call");
  await page.getByText("Change this call, or call it off").click();
  await page.getByRole("button", { name: "Call it off" }).click();
  await expect(page.getByText("Say why nobody needs to go")).toBeVisible();
  await page.getByLabel("Why nobody needs to go").fill("The owner opened the hatch.");
  await page.getByRole("button", { name: "Call it off" }).click();
  await expect(page.locator("article > h2")).toContainText("called off");
  await expect(page.getByText("The owner opened the hatch.")).toBeVisible();
  // What had been read stays with it; the Slate and the pump's page have done with the call.
  await expect(page.getByRole("row", { name: /90 gpm/ })).toBeVisible();
  await page.goto("/");
  await expect(page.getByText("pump house smells")).toHaveCount(0);
});

test("a pump is renamed and moved, its place is renamed, and two places become one", async ({
  page,
}) => {
  await page.goto("/yard");
  await page.getByRole("link", { name: /OG-2/ }).first().click();
  await page.getByRole("link", { name: "Tag, family and place" }).click();
  await expect(page.locator("header")).toContainText("Its tag, its family and its place");
  await expect(page.getByLabel("Tag")).toBeEnabled();
  await expectAccessible(page, "tag, family and place");
  await page.getByLabel("Tag").fill("OG-1");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("has this tag; choose another")).toBeVisible();
  await page.getByLabel("Tag").fill("OG-7");
  await page.getByLabel("Name of the place").fill("Orrowick Palm House");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "OG-7" })).toBeVisible();
  await expect(page.locator("header")).toContainText("Orrowick Palm House");

  // All three go to the ice hall, and the empty place is no longer there to choose.
  await page.getByRole("link", { name: "Tag, family and place" }).click();
  await page
    .getByRole("combobox", { name: "Place", exact: true })
    .selectOption({ label: "Brindlemere Ice Hall" });
  await page.getByLabel("Who moves").selectOption("all");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.locator("header")).toContainText("Brindlemere Ice Hall");
  await openCall(page, "OG-1");
  await expect(page.locator("header")).toContainText("Brindlemere Ice Hall");
  await page.goto("/yard");
  await expect(page.getByText("Orrowick Palm House")).toHaveCount(0);
});

test("a call asks of a pump what can be true of it", async ({ page }) => {
  await page.goto("/call");
  const slow = page.getByRole("button", { name: "slow to prime", exact: true });
  const choose = async (tag: string) => {
    const option = page.getByRole("option", { name: new RegExp(`^${tag}\\b`) });
    await page.getByLabel("Pump").selectOption({ label: (await option.textContent()) ?? "" });
  };
  await expect(slow).toBeVisible();
  await choose("BI-1");
  await expect(slow).toHaveCount(0);
  await choose("MG-1");
  await expect(slow).toBeVisible();
});
