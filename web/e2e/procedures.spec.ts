/** From the call to the signature, through a procedure and its proof. */
import { Client } from "pg";
import type { Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { begin, fillStep, goThrough, openStep, procedureOf, sign } from "./procedures";
import { acknowledgeAll, allSent, figure, openCall, takeCall, toStep } from "./sheet";
import { enteredAs, expect, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

const toFix = (page: Page) => toStep(page, "9", "Fix");
const toBack = (page: Page) => toStep(page, "0", "Put back");
const toProve = (page: Page) => toStep(page, "-", "Prove");

test("a choked strainer is cleaned, read again, proven and signed", async ({ page }) => {
  await openCall(page, "LF-2");
  await toFix(page);
  await expect(page.locator("[data-remedy]").first()).toHaveAttribute(
    "data-remedy",
    "suction-restriction",
  );
  const runner = await begin(page, "clear-choke");
  // What was read as found stands there already.
  await expect(runner.locator('[data-slot="suctionPressure"] input').first()).toHaveValue("-26.2");
  await goThrough(page, "clear-choke", {
    values: {
      "after/after.suctionPressure": "0.08 bar",
      "after/after.dischargePressure": "4.1 bar",
    },
    before: {
      clean: async (r) => {
        // A value that speaks against it keeps the step open, and is named.
        await r.getByRole("button", { name: "still part shut" }).click();
        await expect(r.getByText("Clean on.")).toBeVisible();
        await expect(r.getByRole("button", { name: "Done", exact: true })).toBeDisabled();
        await r.getByRole("button", { name: "clear all through" }).click();
      },
    },
  });
  await page.getByRole("button", { name: "Close it", exact: true }).click();
  await toProve(page);
  const proof = page.getByTestId("proof");
  await expect(proof.getByRole("row", { name: /Discharge gauge/ })).toContainText(
    "1.50 bar more than as found",
  );
  await expect(page.getByTestId("afterwards")).toContainText(
    /Choked suction: > 99 % before the work, (< 1|[1-9]) % by the readings after it/,
  );
  await expectAccessible(page, "Prove");
  await sign(page, { closed: "cured", found: "Strainer choked with weed.", proof: "" });
  await expect(page.getByText("Clear a choked strainer or wheel")).toBeVisible();
  await expect(page.getByText("Strainer: suction gauge once more")).toBeVisible();
});

test("a pump that turns backwards is run both ways, and stays on the better one", async ({
  page,
}) => {
  await openCall(page, "MG-3");
  await toFix(page);
  await begin(page, "two-directions");
  await goThrough(page, "two-directions", {
    values: { forward: "0.5 bar", reverse: "1.4 bar", "after.dischargePressure": "1.4 bar" },
    answers: { wheel: "keyed", kept: "exchanged" },
    before: {
      keep: async (r) => {
        await r.getByRole("button", { name: "as found", exact: true }).click();
        await expect(r.getByText("By the readings the other way is the right one.")).toBeVisible();
        await r.getByRole("button", { name: "exchanged", exact: true }).click();
      },
    },
  });
  await page.getByRole("button", { name: "Close it", exact: true }).click();
  await sign(page, { closed: "cured", found: "Two phases exchanged.", proof: "" });
});

test("a loose terminal is tightened, and the currents are read again", async ({ page }) => {
  await openCall(page, "OG-1");
  await toFix(page);
  await begin(page, "tighten-read-again");
  await goThrough(page, "tighten-read-again", {
    values: {
      ...{ "before/before.amps.0": "1.4 A", "before/before.amps.1": "1.4 A" },
      ...{ "before/before.amps.2": "0.6 A", "after/after.amps.0": "1.3 A" },
      ...{ "after/after.amps.1": "1.3 A", "after/after.amps.2": "1.29 A" },
    },
    before: { after: (r) => expect(r.getByText(/% apart before, .* % after/)).toBeVisible() },
  });
  await page.getByRole("button", { name: "Close it", exact: true }).click();
  await sign(page, { closed: "cured", found: "One terminal loose and brown.", proof: "" });
  await expect(page.getByText("Terminals: warmth and currents once more")).toBeVisible();
});

test("a sump pump is set level, and runs three cycles", async ({ page }) => {
  await takeCall(page, "OG-3", "runs on", []);
  await toFix(page);
  await begin(page, "sump-service");
  await goThrough(page, "sump-service", {
    values: { "run.0": "41 s", "run.1": "40 s", "run.2": "42 s", rise: "0 mm" },
    answers: { "float-free": "yes" },
    before: {
      level: async (r) => {
        await r.getByRole("button", { name: "leans" }).click();
        await expect(r.getByText("Level it: nothing else that is set here lasts")).toBeVisible();
        await r.getByRole("button", { name: "stands level" }).click();
      },
      cycles: (r) => expect(r.getByText(/Runs of 41 s, 40 s, 42 s: even/)).toBeVisible(),
    },
  });
  await page.getByRole("button", { name: "Close it", exact: true }).click();
  await sign(page, {
    closed: "cured",
    found: "It stood crooked on the seat of the old one.",
    proof: "Three cycles watched.",
  });
});

test("a priming set is laid, started and watched", async ({ page }) => {
  await page.clock.install();
  await openCall(page, "MG-1");
  await toBack(page);
  await begin(page, "prime-dry-set");
  await goThrough(page, "prime-dry-set", {
    values: {
      took: "95 s",
      vacuum: "-0.8 bar",
      "run.vacuum": "-0.3 bar",
      "run.pressure": "1.2 bar",
    },
    before: { start: (r) => expect(r.getByText(/79 % of the atmosphere here/)).toBeVisible() },
  });
  await page.getByRole("button", { name: "Close it", exact: true }).click();
  await sign(page, {
    closed: "cured",
    found: "Air jet fouled, one gasket leaked.",
    proof: "Primes in 95 s.",
  });
});

test("a circulator fitted against its arrow is turned, and both valves hold first", async ({
  page,
}) => {
  await page.clock.install();
  await takeCall(page, "OG-2", "the north wing stays cold", []);
  await toFix(page);
  await begin(page, "replace-circulator");
  await goThrough(page, "replace-circulator", {
    values: { "after.amps.0": "0.4 A" },
    before: {
      "prove-valves": async (r) => {
        await r.getByRole("button", { name: "keeps coming" }).click();
        await expect(r.getByText("one valve does not hold")).toBeVisible();
        await r.getByRole("button", { name: "stopped" }).click();
      },
    },
  });
  await page.getByRole("button", { name: "Close it", exact: true }).click();
  await sign(page, { closed: "cured", found: "Body against its arrow.", proof: "" });
  await expect(page.getByText("Flange bolts, cold: even, crosswise")).toBeVisible();
});

test("a fire-water pump's yearly test: its three points stand in the readings", async ({
  page,
}) => {
  await takeCall(page, "TH-1", "yearly test", []);
  await toFix(page);
  await begin(page, "fire-yearly");
  await goThrough(page, "fire-yearly", {
    values: {
      ...{ "churn.suctionPressure": "5 psi", "churn.dischargePressure": "125 psi" },
      ...{ "churn.speed": "1780 rpm", "rated.suctionPressure": "4 psi" },
      ...{ "rated.dischargePressure": "111 psi", "rated.flow": "750 gpm" },
      ...{ "rated.speed": "1775 rpm", "overload.suctionPressure": "2 psi" },
      ...{ "overload.dischargePressure": "85 psi", "overload.flow": "1125 gpm" },
      "overload.speed": "1770 rpm",
    },
  });
  await page.getByRole("button", { name: "Close it", exact: true }).click();
  await toStep(page, "6", "Readings");
  await page.getByRole("button", { name: "Churn, shut" }).click();
  await expect(figure(page, "dischargePressure")).toHaveValue("125");
  await sign(page, { closed: "as it should be", found: "All three points pass.", proof: "" });
  await expect(page.getByText("Fire-water pump: yearly test")).toBeVisible();
});

test("where order matters each look re-orders the rest, and a chip is one on the Board too", async ({
  page,
}) => {
  await takeCall(page, "MG-1", "primes slowly again", ["complaint.slow-prime"]);
  await toStep(page, "8", "Next test");
  const list = page.locator('[data-triage="will-not-prime"]');
  const looks = () =>
    list.locator("[data-look]").evaluateAll((rows) => rows.map((r) => r.getAttribute("data-look")));
  await expect(list.locator("[data-look]").first()).toBeVisible();
  const before = await looks();
  const first = list.locator(`[data-look="${before[0]}"]`);
  await acknowledgeAll(page);
  await first.getByRole("button", { name: "in order" }).click();
  await expect.poll(async () => (await looks())[0]).not.toBe(before[0]);
  expect((await looks()).at(-1)).toBe(before[0]);
  const hose = list.locator('[data-look="priming-device-fault/clear-hose"]');
  if (!(await hose.isVisible())) await list.getByText(/more looks/).click();
  await hose.getByRole("button", { name: "that is it" }).click();
  await expect(hose.getByRole("button", { name: "that is it" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await toStep(page, "4", "Look and listen");
  await expect(page.locator('[data-observation="priming.clear-hose-fouled"]')).toHaveAttribute(
    "data-state",
    "present",
  );
});

test("the lock of another keeps it from starting, on whatever device", async ({
  page,
  browser,
  baseURL,
}) => {
  await takeCall(page, "LF-1", "two at it", []);
  const address = page.url().split("?")[0] ?? "";
  const other = await browser.newContext({
    storageState: await enteredAs(baseURL ?? "", "Lead"),
    baseURL: baseURL ?? "",
  });
  const lead = await other.newPage();
  await lead.goto(`${address}?step=safe`);
  await lead.getByRole("button", { name: "off, locked and tagged" }).click();
  await expect(lead.getByTestId("saved")).toHaveAttribute("data-courier", "sent");
  await page.goto(`${address}?step=back`);
  await expect(page.getByText("Lead: a lock stands.")).toBeVisible();
  const runner = await begin(page, "start-shut");
  await fillStep(page, runner, procedureOf("start-shut").steps[0] as never, {});
  await runner.getByRole("button", { name: "Done", exact: true }).click();
  await acknowledgeAll(page);
  await expect(runner.getByText("The lock of Lead stands: it does not start")).toBeVisible();
  await expect(runner.getByText("Only they take it off.")).toBeVisible();
  await expect(runner.getByRole("button", { name: "Done", exact: true })).toBeDisabled();
  await lead.getByRole("button", { name: "not isolated" }).click();
  await expect(lead.getByTestId("saved")).toHaveAttribute("data-courier", "sent");
  await page.reload();
  await openStep(page, runner);
  await expect(runner.getByText("The lock of Lead stands: it does not start")).toHaveCount(0);
  await expect(runner.locator('[data-slot="first"] input').first()).toBeVisible();
  await other.close();
});

test("a wait goes on through a reload, without a server, and while the page sleeps", async ({
  page,
}) => {
  await page.clock.install();
  await takeCall(page, "QO-4", "loses its prime", []);
  await toFix(page);
  const runner = await begin(page, "drain-back");
  const [fill, time] = procedureOf("drain-back").steps;
  await fillStep(page, runner, fill as never, {});
  await runner.getByRole("button", { name: "Done", exact: true }).click();
  await expect(runner.getByRole("heading", { name: time?.what ?? "" })).toBeVisible();
  await runner.getByRole("button", { name: "Begin the wait" }).click();
  const left = runner.getByTestId("left");
  await expect(left).toHaveText(/^0[12]:\d\d$/);
  await allSent(page);
  await page.reload();
  await expect(left).toHaveText(/^0[12]:\d\d$/);
  await page.context().setOffline(true);
  await page.clock.fastForward(60_000);
  await expect(left).toHaveText(/^00:[0-5]\d$/);
  await page.clock.fastForward(600_000);
  await expect(left).toHaveText("00:00");
  await expect(runner.getByText("The wait is over.")).toBeVisible();
  await page.context().setOffline(false);
});

test.describe("on a phone", () => {
  test.use(PHONE);

  test("a gland is run in: no flat too early, none while it is hot, and it comes back in an hour", async ({
    page,
    databaseUrl,
  }) => {
    await page.clock.install();
    await takeCall(page, "BI-1", "repacked, to be run in", []);
    await toFix(page);
    await begin(page, "run-in-gland");
    await expectAccessible(page, "a procedure on a phone");
    let rounds = 0;
    await goThrough(page, "run-in-gland", {
      values: {
        ...{
          shaft: "35 mm",
          bore: "55 mm",
          "first/drops": "58 drops/min",
          "first/gland": "18 degC",
        },
        ...{ "first/liquid": "-8 degC", "flat/gland": "-2 degC", "flat/drops": "20 drops/min" },
      },
      answers: { packing: "ptfe", rings: "r5", springs: "no", turn: "again" },
      before: {
        first: async (r) => {
          await expect(r.getByText("26 K over the liquid. No further flat")).toBeVisible();
        },
        flat: async (r) => {
          rounds++;
          if (rounds === 1) {
            await expect(r.getByRole("button", { name: "flat taken" })).toBeDisabled();
            await expect(r.getByText(/No further flat now\. 26 K over/)).toBeVisible();
          }
          // From 58 to 20 with no flat: it still fell by itself. Only a count that stands still counts.
          const word = rounds === 1 ? /still fall by themselves/ : /It drips as it should/;
          await expect(r.getByText(word)).toBeVisible();
        },
      },
    });
    await page.getByRole("button", { name: "Close it", exact: true }).click();
    await sign(page, {
      closed: "cured",
      found: "New packing bedded in.",
      proof: "20 drops a minute.",
    });
    // Late in the evening an hour on is tomorrow, and today's list has it only when its day has come.
    const client = new Client({ connectionString: databaseUrl });
    await client.connect();
    const { rowCount } = await client.query(
      "update promise set due_at = now() where what = 'Gland: drops and warmth after an hour' and settled_at is null",
    );
    await client.end();
    expect(rowCount).toBe(1);
    await page.goto("/");
    const promised = page
      .getByRole("listitem")
      .filter({ hasText: "BI-1 Gland: drops and warmth after an hour" });
    await expect(promised).toBeVisible();
    await promised
      .getByRole("button", { name: /^Done: BI-1 Gland: drops and warmth after an hour/ })
      .click();
    await expect(promised).toHaveCount(0);
  });

  test("a jet is primed with both pipes full", async ({ page }) => {
    await page.clock.install();
    await takeCall(page, "QO-1", "lost its prime", []);
    await toBack(page);
    await begin(page, "prime-two-pipe-jet");
    await goThrough(page, "prime-two-pipe-jet", {
      values: { fall: "0 mm", over: "120 s", first: "2.4 bar", "set.pressure": "2.1 bar" },
      before: {
        "fill-suction": async (r) => {
          await r.getByRole("button", { name: "not full" }).click();
          await expect(r.getByText("Fill on until the vent gives water")).toBeVisible();
          await r.getByRole("button", { name: "full", exact: true }).click();
        },
      },
    });
    await page.getByRole("button", { name: "Close it", exact: true }).click();
    await sign(page, { closed: "cured", found: "A branch let air in.", proof: "It lifts." });
  });

  test("a fault that does not show: its rivals stay named, and it is looked at again", async ({
    page,
  }) => {
    await page.clock.install();
    await takeCall(page, "TH-2", "trips now and then", []);
    await toFix(page);
    await begin(page, "provoke-fault");
    await goThrough(page, "provoke-fault", {
      answers: { "crooked-shows": "no", "hot-shows": "no", "full-shows": "no" },
    });
    await page.getByRole("button", { name: "Close it", exact: true }).click();
    await page.keyboard.press("=");
    await page.getByLabel("The visit ends").selectOption("not reproduced");
    await page.getByLabel("Found", { exact: true }).fill("Float or breaker; neither shown.");
    await page.getByRole("button", { name: "Sign and write the log" }).click();
    await expect(page.getByText(/Say what is promised|Set a day on which/)).toBeVisible();
    await page
      .getByRole("textbox", { name: "What is watched for" })
      .fill("Trips: at what hour, what else ran");
    await page.getByRole("button", { name: "Sign and write the log" }).click();
    await expect(page).toHaveURL(/\/log\//);
    await expect(page.getByText("Trips: at what hour, what else ran")).toBeVisible();
  });
});

test("priming shows the bench as it stands at each step, and times the primer against the drawn line", async ({
  page,
}) => {
  await openCall(page, "MG-1");
  await toFix(page);
  const runner = await begin(page, "prime-dry-set");
  await openStep(page, runner);
  const [hose, drains] = procedureOf("prime-dry-set").steps;
  await fillStep(page, runner, hose as never, {});
  await runner.getByRole("button", { name: "Done", exact: true }).click();
  await expect(runner.getByRole("heading", { name: drains?.what ?? "" })).toBeVisible();
  await runner.getByText("See it on the bench first").click();
  const bench = runner.locator("[data-bench-at]");
  await expect(bench).toHaveAttribute("data-bench-at", "drain");
  await expectAccessible(page, "a step with its bench");
  await bench.getByRole("button", { name: "Drain cock shut" }).click();
  await expect(bench.getByRole("button", { name: "Discharge valve open" })).toBeVisible();
  // What is tried on the bench is noted nowhere: the step still wants its own answer.
  await expect(runner.getByRole("button", { name: "Done", exact: true })).toBeDisabled();
  await fillStep(page, runner, drains as never, {});
  await runner.getByRole("button", { name: "Done", exact: true }).click();
  await openStep(page, runner);
  await runner.getByText("See it on the bench first").click();
  // The next step begins where its own turn comes.
  await expect(bench).toHaveAttribute("data-bench-at", "engine");
  await expect(bench.getByRole("button", { name: "Drain cock shut" })).toHaveAttribute(
    "aria-pressed",
    "false",
  );
  await runner.locator('[data-slot="took"] input[data-figure-input]').fill("90 s");
  await expect(
    runner.getByText(/Line and casing hold .* of air: in 90 s its primer drew/),
  ).toBeVisible();
  await runner.locator('[data-slot="primer"] input[data-figure-input]').fill("60 m3/h");
  await expect(runner.getByText(/weigh a weak primer against air that is let in/)).toBeVisible();
});
