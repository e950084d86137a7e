import { acknowledgeAll, allSent, figure, freshCall, look, read, step, toReadings } from "./sheet";
import { expect, test } from "./test";

test("a lost phase and a live pair stop the work; proof of dead opens it", async ({ page }) => {
  await freshCall(page, "ST-1");
  // What contradicts a lost phase leaves tests to offer beside the Stop.
  await step(page, "Look and listen");
  await look(page, "noise.none", "there");
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

test("a second tap at the same place acknowledges no caution that was not read", async ({
  page,
}) => {
  await freshCall(page, "DT-1", "dry-priming");
  await step(page, "Readings");
  const open = page.locator("[data-caution]:not([data-done])").filter({ visible: true });
  const asked = await open.count();
  expect(asked).toBeGreaterThan(1);
  await open.first().getByRole("button").dblclick();
  await expect(open).toHaveCount(asked - 1);
  await allSent(page);
  await expect(open).toHaveCount(asked - 1);
  await acknowledgeAll(page);
  await expect(page.locator("[data-caution]").filter({ visible: true })).toHaveCount(0);
});

test("both ways at the same valve: which is right, and how sure", async ({ page }) => {
  await freshCall(page, "RW-1", "borehole");
  await step(page, "Rotation");
  const both = page.getByTestId("both-ways");
  await both.locator("summary").click();
  // Nobody said what turns it: it may be a motor, and its terminals have their cautions.
  await expect(both.locator('[data-caution="electrical"]')).toBeVisible();
  await acknowledgeAll(page);
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
  await freshCall(page, "VP-1", "dry-priming");
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
  await expect(figure(page, "over")).toHaveValue(/^12\d/);
  await page.getByRole("button", { name: "Go on" }).click();
  await page.clock.fastForward("10:00:00");
  await expect(page.getByText(/Running for 10 hours: it was probably forgotten/)).toBeVisible();
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await expect(page.getByRole("button", { name: "Take the time" })).toHaveCount(0);
  await page.getByRole("button", { name: "Back to zero" }).click();
  await read(page, "over", "");
});
