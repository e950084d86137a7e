/** The accessibility rules of axe-core on the page as it stands. */
import { createRequire } from "node:module";
import type { AxeResults } from "axe-core";
import { expect, type Page } from "@playwright/test";

const SCRIPT = createRequire(import.meta.url).resolve("axe-core/axe.min.js");

/** The program of the rules stays on a page until it is loaded anew: to hand it over takes as long as to judge. */
const isThere = (page: Page): Promise<boolean> => page.evaluate(() => "axe" in window);

/**
 * @param where - for the message
 * @param only - ids of rules; all where left out
 */
export async function expectAccessible(
  page: Page,
  where: string,
  only?: readonly string[],
): Promise<void> {
  if (!(await isThere(page))) await page.addScriptTag({ path: SCRIPT });
  const violations = await page.evaluate(async (rules) => {
    const { axe } = window as unknown as {
      axe: { run: (on: Document, options: object) => Promise<AxeResults> };
    };
    const found = await axe.run(document, {
      resultTypes: ["violations"],
      ...(rules ? { runOnly: { type: "rule", values: rules } } : {}),
    });
    return found.violations.map(
      (v) => `${v.id} ${v.nodes[0]?.target.join(" ")} ${v.nodes[0]?.failureSummary}`,
    );
  }, only);
  expect(violations, where).toEqual([]);
}
