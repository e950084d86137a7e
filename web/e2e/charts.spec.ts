/** The charts of a Board, as they stand in the page. */
import type { Locator } from "@playwright/test";
import { openCall, read, step, toReadings } from "./sheet";
import { expect, test } from "./test";

/** What a pointer is told that goes all over a chart. */
const toldBy = (chart: Locator): Promise<string[]> =>
  chart.evaluate((box) => {
    const { left, top, width, height } = box.getBoundingClientRect();
    const told = new Set<string>();
    for (let x = 0; x < width; x += 8)
      for (let y = 0; y < height; y += 8) {
        const at = { clientX: left + x, clientY: top + y };
        box.dispatchEvent(new PointerEvent("pointermove", at));
        told.add(box.querySelector("p")?.textContent ?? "");
      }
    return [...told];
  });

test("two charts of a page are each their own, and tell what their marks stand for", async ({
  page,
}) => {
  await openCall(page, "LF-2");
  await toReadings(page);
  await page.getByRole("button", { name: "After", exact: true }).click();
  await read(page, "suctionPressure", "0.08 bar");
  await read(page, "dischargePressure", "4.4 bar");
  await step(page, "Prove");
  const charts = page.getByTestId("head-flow-chart");
  await expect(charts).toHaveCount(2);
  for (const chart of await charts.all()) await expect(chart.locator("svg")).toBeVisible();

  // What one picture names is not what another shows.
  const names = await charts.evaluateAll((all) =>
    all.map((chart) => ({
      given: [...chart.querySelectorAll("[id]")].map((e) => e.id),
      used: [...chart.querySelectorAll("[clip-path]")].map(
        (e) => /#(.*)\)/.exec(e.getAttribute("clip-path") ?? "")?.[1],
      ),
    })),
  );
  const given = names.flatMap((n) => n.given);
  expect(new Set(given).size).toBe(given.length);
  // A worker's own count is no name: another's comes to the same figures by and by.
  expect(given.filter((id) => !/^chart\d+-/.test(id))).toEqual([]);
  for (const n of names) {
    expect(n.used.length).toBeGreaterThan(0);
    expect(n.given).toEqual(expect.arrayContaining(n.used));
  }

  const [proof, board] = [charts.first(), charts.last()];
  expect(await toldBy(proof)).toEqual(
    expect.arrayContaining([
      expect.stringMatching(/^after [\d.]+ m³\/h · [\d.]+ m$/),
      expect.stringMatching(/^as found [\d.]+ m³\/h · [\d.]+ m$/),
      expect.stringMatching(/^should be here /),
    ]),
  );
  expect(await toldBy(board)).toContainEqual(expect.stringMatching(/^today /));
});

test("what a finger asked of a chart stays when it is lifted, and goes with the next touch", async ({
  page,
}) => {
  await openCall(page, "LF-2");
  const chart = page.getByTestId("head-flow-chart");
  await expect(chart.locator("svg")).toBeVisible();
  const box = await chart.boundingBox();
  if (!box) throw new Error("the chart is in sight");
  // Somewhere on a mark: found by going over it.
  const at = await chart.evaluate((element) => {
    const { left, top, width, height } = element.getBoundingClientRect();
    for (let x = 0; x < width; x += 8)
      for (let y = 0; y < height; y += 8) {
        const point = { clientX: left + x, clientY: top + y };
        element.dispatchEvent(new PointerEvent("pointermove", point));
        if (element.querySelector("p")) return point;
      }
    return undefined;
  });
  expect(at).toBeDefined();
  const point = (type: string, pointerType: string, where = at) =>
    chart.dispatchEvent(type, { ...where, pointerType });
  await point("pointerleave", "mouse");
  await expect(chart.locator("p")).toHaveCount(0);
  await point("pointerdown", "touch");
  await point("pointerleave", "touch");
  await expect(chart.locator("p")).toHaveText(/m³\/h · /);
  await point("pointerdown", "touch", { clientX: box.x + 2, clientY: box.y + 2 });
  await expect(chart.locator("p")).toHaveCount(0);
});
