import type { Locator, Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import {
  acknowledgeAll,
  allSent,
  figure,
  keysAreApart,
  openCall,
  read,
  step,
  strip,
  takeCall,
  toReadings,
} from "./sheet";
import { begin } from "./procedures";
import { expect, test } from "./test";

const STEPS = [
  "Call",
  "Make safe",
  "Identify",
  "Look and listen",
  "Rotation",
  "Readings",
  "Compare",
  "Next test",
  "Fix",
  "Put back",
  "Prove",
  "Sign off",
];

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

/**
 * Judges a page as it stands at both sizes and in both schemes, without loading it four times. Only the
 * colours differ between the schemes, so that only they are judged anew in the dark.
 */
async function judge(page: Page, where: string): Promise<void> {
  for (const size of [DESK, PHONE]) {
    await page.setViewportSize(size);
    const at = `${where}, ${size.width} wide`;
    const sideways = await page.evaluate(
      () => document.documentElement.scrollWidth - window.innerWidth,
    );
    expect(sideways, `${at} scrolls sideways`).toBeLessThanOrEqual(0);
    await expectAccessible(page, at);
    await judgeInTheDark(page, at);
  }
  await page.setViewportSize(DESK);
}

async function judgeInTheDark(page: Page, where: string): Promise<void> {
  const scheme = (name: string) =>
    expect(page.locator("html")).toHaveAttribute("data-mantine-color-scheme", name);
  await page.emulateMedia({ colorScheme: "dark" });
  await scheme("dark");
  await expectAccessible(page, `${where}, dark`, ["color-contrast"]);
  await page.emulateMedia({ colorScheme: "light" });
  await scheme("light");
}

test("no accessibility violation on any page", async ({ page }) => {
  test.setTimeout(600_000);
  for (const path of [
    "/",
    "/yard",
    "/yard/new",
    "/yard/instruments",
    "/yard/doubles",
    "/yard/bring",
    "/call",
    "/log",
    "/log/first-causes",
    "/who",
  ]) {
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    await judge(page, path);
  }
  await page.goto("/yard");
  await page.getByRole("link", { name: /BI-2/ }).first().click();
  await expect(page.getByTestId("head-flow-chart").locator("svg")).toBeVisible();
  await page.locator("[data-figure]").first().click();
  await page.getByText("move the levers").click();
  await expect(page.getByTestId("levers")).toBeVisible();
  await judge(page, "pump page");
  await page.getByRole("link", { name: "Pump, place and motor" }).click();
  await expect(page.getByLabel("Altitude")).toBeVisible();
  await judge(page, "place");
  await page.goBack();
  await page.getByRole("link", { name: "Change its rating" }).click();
  for (const way of [
    "Type the points",
    "Paste or drop a table",
    "Trace a picture",
    "One rated point",
  ]) {
    await page.getByRole("button", { name: way, exact: true }).click();
    await judge(page, `rating: ${way}`);
  }
  for (const tag of ["LF-4", "QO-1", "TH-1"]) {
    await page.goto("/yard");
    await page
      .getByRole("link", { name: new RegExp(tag) })
      .first()
      .click();
    await expect(page.locator("[data-figure]").first()).toBeVisible();
    await judge(page, tag);
  }
  await page.goto("/log");
  await page.getByRole("link", { name: /BI-2/ }).first().click();
  await expect(page.getByText(/Signed:/)).toBeVisible();
  await judge(page, "log entry");
});

test("no accessibility violation on a run sheet", async ({ page }) => {
  test.setTimeout(600_000);
  await openCall(page, "MG-3");
  for (const name of STEPS) {
    await step(page, name);
    await judge(page, name);
  }
  // What is folded at first: a gauge, further readings with a drop counter, isolation, a test.
  await toReadings(page);
  await page.locator("[data-gauge] summary").first().click();
  await page.getByText("More readings").click();
  await figure(page, "dischargePressure").focus();
  await expect(page.getByTestId("keypad")).toBeVisible();
  await keysAreApart(page);
  await judge(page, "readings, all open");
  await page.setViewportSize(PHONE);
  await keysAreApart(page);
  await page.setViewportSize(DESK);
  await step(page, "Make safe");
  await page.getByRole("button", { name: "off, locked and tagged" }).click();
  await judge(page, "isolation");
  await page.getByRole("button", { name: "not isolated" }).click();
  await step(page, "Rotation");
  await acknowledgeAll(page);
  await page.getByTestId("both-ways").locator("summary").click();
  await acknowledgeAll(page);
  await judge(page, "both ways");
  await step(page, "Next test");
  await page.locator("li[data-test]").first().getByRole("button").click();
  await acknowledgeAll(page);
  await judge(page, "a test");
  await page.getByRole("button", { name: "Leave it" }).click();
  await step(page, "Fix");
  const runner = await begin(page, "two-directions");
  await judge(page, "a procedure");
  await runner.getByRole("button", { name: "nobody knows" }).click();
  await judge(page, "a procedure with something wrong");
  await runner.getByRole("button", { name: "Leave", exact: true }).click();
  await allSent(page);
  await page.setViewportSize(PHONE);
  for (const pane of ["Board", "Causes"]) {
    await page.getByRole("button", { name: pane, exact: true }).click();
    await expectAccessible(page, pane);
    await judgeInTheDark(page, pane);
  }
});

test("a page that was set to night comes as the night it is", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Night", exact: true }).click();
  for (const path of ["/", "/yard", "/log", "/priming", "/call"]) {
    await page.goto(path);
    await expect(page.locator("html")).toHaveAttribute("data-mantine-color-scheme", "dark");
    await expect(page.getByRole("button", { name: "Day", exact: true })).toBeVisible();
  }
});

test("nothing scrolls sideways at 360", async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 780 });
  await openCall(page, "MG-3");
  for (const name of STEPS) {
    await step(page, name);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
      name,
    ).toBeLessThanOrEqual(0);
  }
  await toReadings(page);
  await page.locator("[data-gauge] summary").first().click();
  await page.getByText("More readings").click();
  await read(page, "dischargePressure", "0.26 to 0.30; 0.27; 0.28; 0.26 bar");
  await figure(page, "dischargePressure").focus();
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
    "readings, all open",
  ).toBeLessThanOrEqual(0);
  await read(page, "dischargePressure", "");
  await step(page, "Fix");
  // One that was begun before is in sight by itself.
  const runner = page.locator("[data-procedure]");
  await expect(runner.or(page.getByTestId("all-procedures")).first()).toBeVisible();
  if (!(await runner.isVisible())) await begin(page, "two-directions");
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
    "a procedure",
  ).toBeLessThanOrEqual(0);
  await allSent(page);
});

test("readings by keyboard alone", async ({ page }) => {
  await openCall(page, "MG-3");
  await page.keyboard.press("6");
  await expect(page.getByRole("heading", { name: "Readings" })).toBeFocused();
  await acknowledgeAll(page);
  await expect(figure(page, "amps.0")).toHaveAccessibleDescription(
    /^amperes, expected [\d.]+ to [\d.]+/,
  );
  await figure(page, "level").focus();
  await page.keyboard.type("1.1");
  await page.keyboard.press("Enter");
  await expect(figure(page, "dischargePressure")).toBeFocused();
  await page.keyboard.type("0.41");
  await page.keyboard.press("Enter");
  await expect(figure(page, "amps.0")).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(figure(page, "amps.0")).not.toBeFocused();
  await allSent(page);
  await page.keyboard.press("7");
  await expect(page.getByRole("heading", { name: "Compare" })).toBeVisible();
  await page.keyboard.press("Shift+?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toContainText("keep this reading");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeHidden();
});

test("an acknowledgement by key leads on to the next control", async ({ page }) => {
  await takeCall(page, "BI-3", "pressure comes and goes", []);
  await page.keyboard.press("6");
  const cards = page.locator("article[data-caution]:not([data-done])");
  await expect(cards.first()).toBeVisible();
  for (let done = 0; (await cards.count()) > 0; done++) {
    expect(done).toBeLessThan(6);
    const id = (await cards.first().getAttribute("data-caution")) ?? "";
    await cards.first().getByRole("button").press("Enter");
    await expect(cards.and(page.locator(`[data-caution="${id}"]`))).toHaveCount(0);
    await expect(page.locator("#step :focus")).toHaveCount(1);
  }
  // Nothing hides the strips any more.
  await expect(figure(page, "amps.0")).toBeEnabled();
  await allSent(page);
});

test("the colours of one's own show which step and which tab is chosen", async ({ page }) => {
  await page.emulateMedia({ forcedColors: "active" });
  await openCall(page, "MG-3");
  await toReadings(page);
  const ground = (at: Locator) => at.evaluate((e) => getComputedStyle(e).backgroundColor);
  const tabs = page.getByRole("group", { name: "Discharge valve" }).getByRole("button");
  expect(await ground(tabs.first())).not.toBe(await ground(tabs.last()));
  const steps = page.getByRole("navigation", { name: "Steps of this run sheet" });
  expect(await ground(steps.locator("[aria-current]"))).not.toBe(
    await ground(steps.getByRole("button").first()),
  );
});

test("a phone's own keyboard is never needed for a reading", async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const page = await context.newPage();
  await openCall(page, "MG-3");
  await toReadings(page);
  const input = figure(page, "level");
  await input.tap();
  await expect(input).toHaveAttribute("inputmode", "none");
  const keys = page.getByTestId("keypad");
  // A reading another test may have left is taken back first, figure by figure.
  for (let left = (await input.inputValue()).length; left > 0; left--) {
    await keys.getByRole("button", { name: "take back one figure" }).tap();
    await expect(input).toHaveValue(new RegExp(`^.{${left - 1}}$`));
  }
  for (const key of ["minus", "0", ".", "4"])
    await keys.getByRole("button", { name: key, exact: true }).tap();
  await expect(input).toHaveValue("-0.4");
  await keys.getByRole("button", { name: "Next" }).tap();
  await expect(figure(page, "dischargePressure")).toBeFocused();
  await keysAreApart(page);
  await context.close();
});

test("US units and the site's own units are shown as chosen", async ({ page }) => {
  await page.goto("/who?back=/");
  await page.getByRole("button", { name: /US units/ }).click();
  await page.waitForURL("/");
  await openCall(page, "MG-3");
  await toReadings(page);
  await expect(strip(page, "flow")).toContainText("gpm");
  await expect(page.getByTestId("head-flow-chart").locator("svg")).toContainText("flow, gpm");
  await page.goto("/who?back=/");
  await page.getByRole("button", { name: /^Technician technician, metric/ }).click();
  await page.waitForURL("/");
});

test("whatever the keyboard reaches shows that it is there", async ({ page }) => {
  await openCall(page, "MG-3");
  await toReadings(page);
  const hidden = new Set<string>();
  for (let i = 0; i < 60; i++) {
    await page.keyboard.press("Tab");
    const lost = await page.evaluate(() => {
      const at = document.activeElement;
      if (!(at instanceof HTMLElement) || at === document.body) return null;
      // A strip is marked as a whole.
      const marked = at.closest("[data-slot]") ?? at;
      const [own, whole] = [getComputedStyle(at), getComputedStyle(marked)];
      const outlined = [own, whole].some(
        (s) => s.outlineStyle !== "none" && parseFloat(s.outlineWidth) >= 2,
      );
      const edged = marked !== at && whole.borderLeftColor !== "rgba(0, 0, 0, 0)";
      return outlined || edged ? null : at.outerHTML.slice(0, 120);
    });
    if (lost) hidden.add(lost);
  }
  expect([...hidden]).toEqual([]);
});
