import { type CauseId } from "@yard-tack/core/case";
import { TESTS } from "@yard-tack/core/diagnosis";
import type { Page } from "@playwright/test";
import {
  acknowledgeAll,
  allSent,
  answerTest,
  freshCall,
  isolate,
  leading,
  openCall,
  read,
  step,
  toReadings,
} from "./sheet";
import { expect, test } from "./test";

/** Does the first test that is offered, again and again, until the sheet says that it is enough. */
async function playUntilStop(page: Page, cause: CauseId): Promise<string[]> {
  const done: string[] = [];
  await step(page, "Next test");
  const first = page.locator("li[data-test]").first();
  const stop = page.getByTestId("stop");
  await expect(first.or(stop).first()).toBeVisible();
  while (!(await stop.isVisible())) {
    if (done.length > TESTS.length) throw new Error(`no stop after ${done.join(", ")}`);
    const id = (await first.getAttribute("data-test")) ?? "";
    expect(done).not.toContain(id);
    await first.getByRole("button").click();
    await answerTest(page, id, cause);
    done.push(id);
    await expect(page.getByTestId("board")).toHaveAttribute("aria-busy", "false");
    await expect(page.locator(`li[data-test="${id}"]`)).toHaveCount(0);
  }
  return done;
}

test("MG-3: from its readings and the tests it asks for to the stop rule", async ({ page }) => {
  await openCall(page, "MG-3");
  await toReadings(page);
  await read(page, "dischargePressure", "0.28 bar");
  await read(page, "flow", "34.0");
  await read(page, "amps.0", "6.3");
  await read(page, "amps.1", "6.4");
  await read(page, "amps.2", "6.3");
  await allSent(page);

  const done = await playUntilStop(page, "wrong-rotation");
  expect(done.length).toBeLessThan(8);
  const found = await leading(page);
  expect(found.id).toBe("wrong-rotation");
  expect(found.percent).toBeGreaterThan(90);
  await expect(page.getByTestId("stop")).toContainText(/no further test/);

  // The reasons are on the screen: side, deciding evidence, what the second cause would need.
  const why = page.getByTestId("why");
  await expect(why).toContainText("Strongest sign of “turning backwards”:");
  await expect(why).toContainText(/would have to|looks the same|separates it/);

  // The leader opens to its readings, its curve and its remedy, with the keyboard.
  const row = page.locator('[data-cause="wrong-rotation"] summary');
  await row.focus();
  await page.keyboard.press("Enter");
  const opened = page.locator('[data-cause="wrong-rotation"]');
  await expect(opened.getByRole("row", { name: /discharge gauge/ })).toBeVisible();
  await expect(opened.getByRole("img", { name: /Head over flow under/ })).toBeVisible();
  await expect(opened.getByText(/qualified electrical person exchanges/)).toBeVisible();

  // What if: one piece of evidence less, and nothing is changed by asking.
  const select = page.getByLabel("What if I do not believe");
  await select.selectOption({ index: 1 });
  await expect(page.getByTestId("what-if").getByText(/^now /).first()).toBeVisible();
  await select.selectOption({ index: 0 });
  expect((await leading(page)).percent).toBe(found.percent);
});

test("MG-1: a set that primes too slowly, from its complaint to the stop rule", async ({
  page,
}) => {
  await openCall(page, "MG-1");
  // From the complaint alone: what its gauges show would settle it without a test.
  const done = await playUntilStop(page, "priming-device-fault");
  const found = await leading(page);
  expect(found.id).toBe("priming-device-fault");
  expect(found.percent).toBeGreaterThan(90);
  expect(done).not.toContain("two-direction");
  expect(done.length).toBeGreaterThan(0);
  await expect(page.getByTestId("why")).toContainText("priming device weak");
});

test("a test has a stopwatch that goes on through another step", async ({ page }) => {
  await freshCall(page, "SW-1");
  await step(page, "Next test");
  await page.locator("li[data-test]").first().getByRole("button").click();
  await acknowledgeAll(page);
  await isolate(page);
  await page.getByRole("button", { name: "Start the watch" }).click();
  await expect(page.getByTestId("stopwatch")).not.toHaveText("00:00");
  await step(page, "Call");
  await step(page, "Next test");
  await expect(page.getByTestId("stopwatch")).not.toHaveText("00:00");
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await page.getByRole("button", { name: "Back to zero" }).click();
  await expect(page.getByTestId("stopwatch")).toHaveText("00:00");
  await page.getByRole("button", { name: "Leave it" }).click();
});
