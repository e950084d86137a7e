import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import {
  acknowledgeAll,
  allSent,
  figure,
  freshCall,
  read,
  step,
  strip,
  takeCall,
  toReadings,
} from "./sheet";
import { expect, test } from "./test";

const saved = (page: Page) => page.getByTestId("saved");

/** Cuts the page off from taking entries; answers how to let them through again. */
async function cut(page: Page): Promise<() => Promise<void>> {
  await page.route("**/entries", (route) => route.abort());
  return () => page.unroute("**/entries");
}

for (const [what, deny] of [
  [
    "denies its storage",
    () => {
      IDBFactory.prototype.open = () => {
        throw new DOMException("denied", "SecurityError");
      };
    },
  ],
  [
    "is full",
    () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException("full", "QuotaExceededError");
      };
    },
  ],
] as const) {
  test(`a device that ${what} says loudly that nothing is kept, and gives it out as a file`, async ({
    browser,
    page,
  }) => {
    await freshCall(page, what === "is full" ? "DV-1" : "DV-2");
    const context = await browser.newContext({ acceptDownloads: true });
    const poor = await context.newPage();
    await poor.addInitScript(deny);
    await poor.goto(page.url());
    await toReadings(poor);
    await allSent(poor);
    const mend = await cut(poor);
    await read(poor, "flow", "47.5 m3/h");
    await expect(saved(poor)).toHaveAttribute("data-courier", "not-kept");
    await expect(saved(poor)).toContainText("NOT KEPT");
    await expect(saved(poor)).not.toContainText("all kept");
    const download = poor.waitForEvent("download");
    await poor.getByRole("button", { name: "Save what is on this screen as a file" }).click();
    expect(readFileSync(await (await download).path(), "utf8")).toContain("47.5 m3/h");
    await step(poor, "Sign off");
    await expect(poor.getByRole("button", { name: "Sign and write the log" })).toBeDisabled();
    // The server can still take it: then it is kept there, and the cry ends.
    await mend();
    await allSent(poor);
    await page.reload();
    await toReadings(page);
    await expect(figure(page, "flow")).toHaveValue("47.5");
    await context.close();
  });
}

test("one refused entry goes aside with its reason, the rest goes on, and it can be mended", async ({
  page,
}) => {
  await freshCall(page, "RF-1");
  await toReadings(page);
  await allSent(page);
  // The flow comes to the server under a name that nobody has, as from a tablet set up elsewhere.
  await page.route("**/entries", async (route) => {
    const body = route.request().postDataJSON() as { entries: Record<string, unknown>[] };
    const entries = body.entries.map((e) =>
      e["slot"] === "flow" && e["raw"] === "51 m3/h"
        ? { ...e, personId: "00000000-0000-4000-8000-000000000001" }
        : e,
    );
    await route.continue({ postData: JSON.stringify({ entries }) });
  });
  await read(page, "flow", "51");
  const aside = page.locator("[data-aside]");
  await expect(aside).toContainText("no open session of theirs shows that they wrote it");
  await expect(aside).toContainText("Flow, as found, was set aside");
  await expect(aside.getByLabel("What was typed")).toHaveValue("51 m3/h");
  await expect(saved(page)).toContainText("1 entry is set aside and not sent");
  await expect(saved(page)).not.toContainText("all kept");
  await step(page, "Sign off");
  await expect(page.getByRole("button", { name: "Sign and write the log" })).toBeDisabled();
  await toReadings(page);
  await read(page, "speed", "2931");
  await allSent(page);
  // It is still there after a reload, and nothing of it is lost.
  await page.reload();
  await toReadings(page);
  await expect(figure(page, "speed")).toHaveValue("2931");
  await expect(figure(page, "flow")).toHaveValue("");
  await aside.getByLabel("What was typed").fill("52 m3/h");
  await aside.getByRole("button", { name: "Send it under my name" }).click();
  await expect(aside).toHaveCount(0);
  await allSent(page);
  await expect(saved(page)).toContainText("all kept");
  await expect(figure(page, "flow")).toHaveValue("52");
});

test("a strip takes no more than can be kept", async ({ page }) => {
  await freshCall(page, "RF-2");
  await toReadings(page);
  await figure(page, "flow").fill("1".repeat(900));
  await figure(page, "flow").press("Enter");
  await expect(strip(page, "flow")).toContainText("What you typed is kept");
  await allSent(page);
  await expect(page.locator("[data-aside]")).toHaveCount(0);
});

test("a Board that cannot be worked out says so, keeps what is typed, and tries again", async ({
  browser,
  page,
}) => {
  await freshCall(page, "WK-1");
  const context = await browser.newContext();
  const poor = await context.newPage();
  await poor.addInitScript(() => {
    const Real = window.Worker;
    Object.assign(window, { workersFail: true });
    window.Worker = class extends Real {
      constructor(...args: ConstructorParameters<typeof Worker>) {
        if ((window as unknown as { workersFail: boolean }).workersFail)
          throw new Error("no worker here");
        super(...args);
      }
    };
  });
  await poor.goto(page.url());
  const fault = poor.getByTestId("board-fault").first();
  await expect(fault).toContainText("Working it out failed");
  await expect(fault).toContainText("Everything typed is kept");
  await expect(poor.getByText("Working it out …")).toHaveCount(0);
  await toReadings(poor);
  await read(poor, "flow", "33");
  await allSent(poor);
  await poor.evaluate(() => Object.assign(window, { workersFail: false }));
  await expect(fault.getByRole("button", { name: "Try again" })).toBeEnabled();
  await fault.getByRole("button", { name: "Try again" }).click();
  await expect(poor.getByTestId("verdict").first()).toBeVisible();
  await expect(fault).toHaveCount(0);
  await context.close();
});

interface Fingerprint {
  readonly reason: string;
  readonly snapshots: readonly Readonly<Record<string, string>>[];
}

/** A pump's fingerprints, oldest first, as its case file has them. */
async function fingerprints(page: Page, tag: string): Promise<readonly Fingerprint[]> {
  await page.goto("/yard");
  const link = page.getByRole("link", { name: new RegExp(`^${tag}\\b`) }).first();
  const answer = await page.request.get(`${await link.getAttribute("href")}/case.json`);
  return ((await answer.json()) as { fingerprint: Fingerprint[] }).fingerprint;
}

/** Takes a call on BI-1 and reads what its fingerprint read, the discharge at a share of it. */
async function readAsFingerprint(page: Page, share: number): Promise<void> {
  const [own] = (await fingerprints(page, "BI-1"))[0]?.snapshots ?? [];
  if (!own) throw new Error("BI-1 has a fingerprint");
  await takeCall(page, "BI-1", "said to be weak", ["complaint.low-pressure"]);
  await toReadings(page);
  const discharge = Number.parseFloat(own["dischargePressure"] ?? "");
  await read(page, "suctionPressure", own["suctionPressure"] ?? "");
  await read(page, "dischargePressure", `${(discharge * share).toFixed(2)} bar`);
  await read(page, "flow", own["flow"] ?? "");
  await allSent(page);
}

async function sign(page: Page, closed: string, found: string, fingerprint = ""): Promise<void> {
  await step(page, "Sign off");
  await page.getByLabel("The visit ends").selectOption(closed);
  await page.getByLabel("Found").fill(found);
  if (fingerprint !== "")
    await page
      .getByLabel("Keep these readings as this pump's fingerprint")
      .selectOption(fingerprint);
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByText(/Signed:/)).toBeVisible();
}

test("a signed visit's head and flow are on its pump's trend a moment later", async ({ page }) => {
  await readAsFingerprint(page, 0.75);
  await sign(page, "referred", "A quarter of its pressure is gone.");
  await page.getByRole("link", { name: "All of BI-1" }).click();
  await expect(
    page.getByText(/On its last visit [23]\d % \(±\d+\) under its fingerprint/),
  ).toBeVisible();
  await expect(page.getByText(/on its fingerprint at equal flow/)).toHaveCount(0);
});

test("readings of a sound pump are kept as its fingerprint, with the reason, and the oldest stays", async ({
  page,
}) => {
  await readAsFingerprint(page, 1);
  await sign(page, "as it should be", "On its curve.", "found sound");
  const kept = await fingerprints(page, "BI-1");
  expect(kept.map((f) => f.reason)).toEqual(["commissioning", "found sound"]);
  expect(kept[1]?.snapshots[0]?.["flow"]).toBe(kept[0]?.snapshots[0]?.["flow"]);
});

test("a fingerprint of a pump that was mended needs readings taken after it", async ({ page }) => {
  await freshCall(page, "FP-1");
  await toReadings(page);
  await read(page, "dischargePressure", "3.0 bar");
  await allSent(page);
  await step(page, "Sign off");
  await page.getByLabel("The visit ends").selectOption("cured");
  await page.getByLabel("Found").fill("Strainer.");
  await page.getByLabel("Proof, or why there is none").fill("By ear.");
  await page
    .getByLabel("Keep these readings as this pump's fingerprint")
    .selectOption("after repair");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByText(/needs readings taken after it/)).toBeVisible();
  await expect(page.getByLabel("Found")).toHaveValue("Strainer.");
});

test("what comes after the signature is kept, shown, and taken into the log as an addendum", async ({
  browser,
  page,
}) => {
  await freshCall(page, "LT-1");
  const context = await browser.newContext();
  const other = await context.newPage();
  await other.goto(page.url());
  await toReadings(other);
  const mend = await cut(other);
  await read(other, "speed", "1433");
  await expect(saved(other)).toContainText("not sent yet");

  await toReadings(page);
  await read(page, "flow", "21");
  await allSent(page);
  await step(page, "Sign off");
  await page.getByLabel("The visit ends").selectOption("referred");
  await page.getByLabel("Found").fill("To be looked at by the maker.");
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page.getByText(/Signed:/)).toBeVisible();
  await expect(page.getByText("1433 rpm")).toHaveCount(0);

  await mend();
  await allSent(other);
  await other.reload();
  await expect(other.getByTestId("late")).toContainText("came after the signature");
  await other.getByRole("button", { name: "Add it to the log as an addendum" }).click();
  await expect(other).toHaveURL(/\/log\//);
  await expect(other.getByText("1433 rpm")).toBeVisible();
  await expect(other.getByText("21 m3/h")).toHaveCount(0);
  await other.goBack();
  await expect(other.getByText(/^Signed .*Nothing more can be added/)).toBeVisible();
  await other.reload();
  await expect(other.getByTestId("late")).toHaveCount(0);
  await context.close();
});

test("a portable pump of a tag and a family: nothing near its terminals opens without caution and proof", async ({
  page,
}) => {
  await freshCall(page, "PT-1", "portable");
  await step(page, "Make safe");
  await expect(page.locator('[data-caution="live-readings"]')).toBeVisible();
  await expect(page.locator('[data-caution="engine-set"]')).toBeVisible();
  await expect(page.getByRole("region", { name: "Isolated and proven dead" })).toBeVisible();
  await acknowledgeAll(page);
  await step(page, "Rotation");
  await expect(page.locator('[data-caution="rotation"]')).toBeVisible();
});

test("the sheet opens with what it needs: neither the schemas nor other places come with it", async ({
  page,
}) => {
  await freshCall(page, "SC-1");
  const html = (await (await page.reload())?.text()) ?? "";
  const scripts = [...new Set(html.match(/\/_next\/static\/chunks\/[^"\\]+\.js/g) ?? [])];
  expect(scripts.length).toBeGreaterThan(5);
  const texts = await Promise.all(
    scripts.map(async (path) => (await page.request.get(path)).text()),
  );
  // A code of the schema library, words of the rounds and of the yard, in whatever chunk they may be.
  for (const words of ["invalid_type", "Space picks it up", "Bring a table in"])
    expect(
      scripts.filter((_, i) => texts[i]?.includes(words)),
      words,
    ).toEqual([]);
});
