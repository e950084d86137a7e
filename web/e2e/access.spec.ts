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
  toReadings,
} from "./sheet";
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
  "Sign off",
];

for (const scheme of ["light", "dark"] as const) {
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    test(`no accessibility violation, ${scheme}, ${size.width} wide`, async ({ page }) => {
      test.setTimeout(600_000);
      await page.setViewportSize(size);
      await page.emulateMedia({ colorScheme: scheme });
      const check = async (where: string) => {
        // Of one page only the colours differ between the schemes; all else was judged in the light one.
        await expectAccessible(page, where, scheme === "dark" ? ["color-contrast"] : undefined);
        const sideways = await page.evaluate(
          () => document.documentElement.scrollWidth - window.innerWidth,
        );
        expect(sideways, `${where} scrolls sideways`).toBeLessThanOrEqual(0);
      };
      for (const path of ["/", "/yard", "/yard/new", "/call", "/log", "/who"]) {
        await page.goto(path);
        await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
        await check(path);
      }
      await page.goto("/yard");
      await page.getByRole("link", { name: /BI-2/ }).first().click();
      await expect(page.getByTestId("head-flow-chart").locator("svg")).toBeVisible();
      await page.locator("[data-figure]").first().click();
      await page.getByText("move the levers").click();
      await expect(page.getByTestId("levers")).toBeVisible();
      await check("pump page");
      // The entry forms and the other ratings once in each scheme and once at each size.
      if ((scheme === "light") === (size.width === 1280)) {
        await page.getByRole("link", { name: "Pump, place and motor" }).click();
        await expect(page.getByLabel("Altitude")).toBeVisible();
        await check("place");
        await page.goBack();
        await page.getByRole("link", { name: "Change its rating" }).click();
        for (const way of [
          "Type the points",
          "Paste or drop a table",
          "Trace a picture",
          "One rated point",
        ]) {
          await page.getByRole("button", { name: way, exact: true }).click();
          await check(`rating: ${way}`);
        }
        for (const tag of ["LF-4", "QO-1", "TH-1"]) {
          await page.goto("/yard");
          await page
            .getByRole("link", { name: new RegExp(tag) })
            .first()
            .click();
          await expect(page.locator("[data-figure]").first()).toBeVisible();
          await check(tag);
        }
      }
      await page.goto("/log");
      await page.getByRole("link", { name: /BI-2/ }).first().click();
      await expect(page.getByText(/Signed:/)).toBeVisible();
      await check("log entry");
      await page.goto("/");
      await page.getByRole("link", { name: /MG-3 / }).first().click();
      for (const name of STEPS) {
        await step(page, name);
        await check(name);
      }
      // What is folded at first: a gauge, further readings with a drop counter, isolation, a test.
      await toReadings(page);
      await page.locator("[data-gauge] summary").first().click();
      await page.getByText("More readings").click();
      await figure(page, "dischargePressure").focus();
      await expect(page.getByTestId("keypad")).toBeVisible();
      await keysAreApart(page);
      await check("readings, all open");
      await step(page, "Make safe");
      await page.getByRole("button", { name: "off, locked and tagged" }).click();
      await check("isolation");
      await page.getByRole("button", { name: "not isolated" }).click();
      await step(page, "Rotation");
      await acknowledgeAll(page);
      await page.getByTestId("both-ways").locator("summary").click();
      await acknowledgeAll(page);
      await check("both ways");
      await step(page, "Next test");
      await page.locator("li[data-test]").first().getByRole("button").click();
      await acknowledgeAll(page);
      await check("a test");
      await page.getByRole("button", { name: "Leave it" }).click();
      await allSent(page);
      if (size.width < 500) {
        for (const pane of ["Board", "Causes"]) {
          await page.getByRole("button", { name: pane, exact: true }).click();
          await check(pane);
        }
      }
    });
  }
}

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
  await allSent(page);
});

test("readings by keyboard alone", async ({ page }) => {
  await openCall(page, "MG-3");
  await page.keyboard.press("6");
  await expect(page.getByRole("heading", { name: "Readings" })).toBeVisible();
  await acknowledgeAll(page);
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
