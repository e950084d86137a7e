import type { Page } from "@playwright/test";
import { acknowledgeAll, allSent, leading, read, step, strip, takeCall, toReadings } from "./sheet";
import { expect, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** Types readings in their order, unfolding what is not in sight. */
async function readAll(page: Page, readings: readonly (readonly [string, string])[]) {
  for (const [slot, text] of readings) {
    if (!(await strip(page, slot).first().isVisible()))
      await page.getByText("More readings").click();
    await read(page, slot, text);
  }
  await allSent(page);
}

const verdict = (page: Page) => page.getByTestId("verdict").first();

test("a drive at 38 Hz that nobody complains of is set low, and no pump is condemned", async ({
  page,
}) => {
  await takeCall(page, "BI-1", "round, drive turned down for the night", []);
  await step(page, "Make safe");
  await acknowledgeAll(page);
  await toReadings(page);
  await readAll(page, [
    ["frequency", "38"],
    ["speed", "1126"],
    ["suctionPressure", "1.55"],
    ["dischargePressure", "3.05"],
    ["flow", "107"],
  ]);
  const found = await leading(page);
  expect(["healthy", "low-speed"]).toContain(found.id);
  await expect(verdict(page)).not.toContainText(/worn|wheel|Pump, not system/);
});

test.describe("on a phone", () => {
  test.use(PHONE);

  test("a boiler feed pump made at its foot: short of NPSH by the level that was read", async ({
    page,
  }) => {
    await page.goto("/yard/new");
    await page.getByLabel("Tag").fill("BF-1");
    await page.getByLabel("Family").selectOption("multistage");
    await page.getByRole("button", { name: "Make the pump" }).click();
    await page.getByRole("link", { name: "Give it a curve" }).click();
    const save = page.getByRole("button", { name: "Save this rating" });
    await expect(save).toBeVisible();
    const cell = (name: string) => page.getByLabel(name, { exact: true });
    await page.getByLabel("Speed").first().fill("2900 rpm");
    for (const [i, [q, h, p, n]] of [
      ["0", "150", "3.4", "1.5"],
      ["6", "143", "4.6", "1.6"],
      ["12", "120", "6.2", "2.0"],
      ["16", "92", "6.9", "2.8"],
    ].entries()) {
      await cell(`flow, row ${i + 1}`).fill(q ?? "");
      await cell(`head, row ${i + 1}`).fill(h ?? "");
      await cell(`shaft power, row ${i + 1}`).fill(p ?? "");
      await cell(`NPSH required, row ${i + 1}`).fill(n ?? "");
    }
    await save.click();
    await page.waitForURL(/\/yard\/[^/]+$/);
    await page.getByRole("link", { name: "Pump, place and motor" }).click();
    for (const [label, text] of [
      ["Altitude", "40 m"],
      ["Temperature", "104 degC"],
      ["Level of the source", "3.5 m"],
      ["Pressure on it", "0.17 bar"],
      ["Clean loss of the line", "0.8 m"],
      ["at a flow of", "12 m3/h"],
      ["Duty flow", "12 m3/h"],
      ["Duty head", "120 m"],
      ["Stages", "6"],
      ["Power", "7.5 kW"],
      ["Voltage", "400 V"],
      ["Full-load current", "14 A"],
      ["Speed", "2910 rpm"],
      ["Frequency", "50 Hz"],
    ] as const) {
      await page.getByLabel(label, { exact: true }).fill(text);
    }
    await page.getByLabel("Phases").selectOption("3");
    await page.getByRole("button", { name: "Save" }).click();
    await page.waitForURL(/\/yard\/[^/]+$/);
    await takeCall(page, "BF-1", "rattles and gives too little", [
      "complaint.noisy",
      "complaint.low-flow",
    ]);
    await step(page, "Make safe");
    await acknowledgeAll(page);
    // Hot water scalds: said before anything is opened.
    await expect(page.getByText(/scald/i).first()).toBeVisible();
    await toReadings(page);
    await readAll(page, [
      ["suctionPressure", "0.29"],
      ["dischargePressure", "10.9"],
      ["flow", "11.2"],
      ["amps.0", "11.3"],
      ["amps.1", "11.3"],
      ["amps.2", "11.3"],
      ["level", "2.1"],
    ]);
    expect((await leading(page)).id).toBe("npsh-shortfall");
    await expect(verdict(page)).toContainText(/System/);
  });

  test("a fire-water pump at its three points, its flow by pitot, judged by the rule", async ({
    page,
  }) => {
    await takeCall(page, "TH-1", "yearly test", ["complaint.low-pressure"]);
    await step(page, "Make safe");
    await acknowledgeAll(page);
    await toReadings(page);
    const at = async (name: string) => {
      await page.getByRole("button", { name, exact: true }).click();
      await acknowledgeAll(page);
    };
    await at("Rated flow");
    await readAll(page, [
      ["suctionPressure", "1.6 psi"],
      ["dischargePressure", "112 psi"],
      ["speed", "1774"],
    ]);
    await page.getByText("From pitot pressures").click();
    const pitot = page.getByRole("group", { name: "Flow from pitot pressures" });
    await pitot.getByLabel(/^Pitot/).fill("-3 psi");
    await expect(pitot.getByText("A stream has no pressure below 0.")).toBeVisible();
    await pitot.getByLabel(/^Pitot/).fill("18.5 psi; 18.5 psi");
    await pitot.getByLabel(/^Bore/).fill("1 3/4 in");
    await pitot.getByRole("button", { name: /^Take 173/ }).click();
    await expect(strip(page, "flow")).toContainText("173");
    await at("150 % flow");
    await readAll(page, [
      ["suctionPressure", "0.4 psi"],
      ["dischargePressure", "60 psi"],
      ["flow", "1125 gpm"],
      ["speed", "1770"],
    ]);
    await at("Churn, shut");
    await readAll(page, [
      ["suctionPressure", "2.6 psi"],
      ["dischargePressure", "130 psi"],
      ["speed", "1786"],
    ]);
    await page.getByRole("button", { name: "Board", exact: true }).click();
    const rule = page.getByTestId("fire-test");
    await expect(rule.getByRole("row", { name: /churn, shut/ })).toContainText("pass");
    await expect(rule.getByRole("row", { name: /rated flow/ })).toContainText("pass");
    await expect(rule.getByRole("row", { name: /150 % flow/ })).toContainText("fail");
    await expect(rule).toContainText("A point fails.");
    await expect(rule).toContainText("Acceptance belongs to the authority in charge.");
    await expect(verdict(page)).not.toContainText("in order");
  });
});
