import type { CauseId } from "@yard-tack/core/case";
import { observationRow, testRow } from "@yard-tack/core/diagnosis";
import type { Page } from "@playwright/test";
import { demoFile, readings, snapshot } from "../src/db/demo/readings";
import { SITES } from "../src/db/demo/stories";
import {
  acknowledgeAll,
  allSent,
  answerTest,
  leading,
  look,
  openCall,
  read,
  step,
  strip,
  takeCall,
  toReadings,
} from "./sheet";
import { expect, test } from "./test";

interface Story {
  readonly tag: string;
  readonly cause: CauseId;
  readonly severity: number;
  /** A call the demo has; else it is taken here in these words. */
  readonly line?: string;
  readonly told?: readonly string[];
  readonly seen?: readonly string[];
  /** Looked for and not there. */
  readonly notThere?: readonly string[];
  /** Readings that no gauge of the story gives. */
  readonly also?: Readonly<Record<string, string>>;
  readonly phone?: true;
  /** What the verdict says first. */
  readonly side: RegExp;
}

/** Twelve of the demo's pumps, of eleven families: what was wrong there, and what is seen on the way. */
const STORIES: readonly Story[] = [
  {
    tag: "LF-2",
    cause: "suction-restriction",
    severity: 1,
    line: "the far raceway runs short",
    told: ["complaint.low-flow", "onset.gradual"],
    side: /^System/,
    phone: true,
  },
  {
    tag: "LF-3",
    cause: "static-rise",
    severity: 0.12,
    line: "less water than last year",
    told: ["complaint.low-flow", "onset.gradual"],
    seen: ["water.level-low"],
    also: { level: "0.4 m" },
    side: /^System/,
  },
  {
    tag: "LF-4",
    cause: "viscous-liquid",
    severity: 5,
    line: "noisy on cold mornings",
    told: ["complaint.noisy", "onset.seasonal-cold"],
    seen: ["water.liquid-thick"],
    side: /^System/,
  },
  {
    tag: "OG-1",
    cause: "loose-terminal",
    severity: 0.2,
    seen: ["noise.hum", "electrical.terminal-warm"],
    side: /drive/,
    phone: true,
  },
  {
    tag: "OG-2",
    cause: "body-reversed",
    severity: 1,
    line: "north wing stays cold",
    told: ["complaint.no-flow", "onset.after-pump-change"],
    seen: ["rotation.body-arrow-backwards"],
    side: /^(Pump|System)/,
  },
  {
    tag: "OG-3",
    cause: "float-stuck-on",
    severity: 1,
    line: "does not stop",
    told: ["complaint.runs-on"],
    seen: ["control.float-held-up", "control.pump-not-level"],
    side: /drive|System|control/i,
  },
  {
    tag: "BI-2",
    cause: "worn-rings",
    severity: 0.25,
    notThere: ["discharge.valve-part-closed", "discharge.leak-seen"],
    side: /^Pump/,
  },
  {
    tag: "MG-1",
    cause: "priming-device-fault",
    severity: 1,
    seen: ["priming.liquid-from-air-jet"],
    side: /^Pump/,
    phone: true,
  },
  {
    tag: "MG-2",
    cause: "foot-valve-leak",
    severity: 1,
    line: "loses its prime overnight",
    told: ["complaint.loses-prime", "onset.after-standing"],
    side: /^(Pump|System)/,
  },
  { tag: "MG-3", cause: "wrong-rotation", severity: 0.5, side: /drive/ },
  {
    tag: "QO-1",
    cause: "jet-suction-open",
    severity: 1,
    line: "no water since the pipe work",
    told: ["complaint.no-flow", "onset.after-mechanical-work"],
    seen: ["suction.branch-on-suction"],
    side: /^(Pump|System)/,
  },
  {
    tag: "TH-3",
    cause: "not-primed",
    severity: 1,
    line: "no jets after the winter",
    told: ["complaint.no-flow", "onset.after-standing"],
    seen: ["suction.pipe-above-source"],
    side: /^(Pump|System)/,
  },
  {
    tag: "TH-1",
    cause: "worn-rings",
    severity: 0.3,
    line: "the yearly test came out low",
    told: ["complaint.low-pressure", "onset.gradual"],
    notThere: ["discharge.valve-part-closed", "discharge.leak-seen"],
    side: /^Pump/,
  },
  {
    tag: "QO-4",
    cause: "npsh-shortfall",
    severity: 3,
    line: "rattles on warm afternoons",
    told: ["complaint.noisy", "onset.seasonal-warm"],
    seen: ["noise.gravel"],
    side: /^System/,
    phone: true,
  },
  {
    tag: "LF-1",
    cause: "discharge-gauge-fault",
    severity: 0.15,
    line: "the gauge shows less than last year",
    told: ["complaint.low-pressure"],
    seen: ["noise.none"],
    side: /gauge|Gauge|instrument/,
    phone: true,
  },
];

/** What the gauges, the meter and the clamp of this pump show under its cause, by slot. */
function readingsOf({ tag, cause, severity, also }: Story): [slot: string, text: string][] {
  const story = SITES.flatMap((s) => s.pumps).find((p) => p.tag === tag);
  if (!story) throw new Error(`no pump ${tag}`);
  const register = demoFile(tag) as {
    pump: { motor?: { phases?: number }; installation?: string; seal?: { kind?: string } };
    suction?: object;
  };
  // A level that was read is the one the gauges stand over.
  const file = also?.["level"]
    ? { ...register, suction: { ...register.suction, sourceLevel: also["level"] } }
    : register;
  const { visit } = readings(file as Record<string, unknown>, story)({ cause, severity });
  const phases = file.pump.motor?.phases ?? 0;
  const shown = snapshot(story, visit, "as found", "as-found", phases) as Record<string, unknown>;
  const amps = (shown["amps"] ?? []) as string[];
  // Nobody sees the shaft of a pump under water, or of one without a seal.
  const { installation, seal } = file.pump;
  if (installation === "submerged" || seal?.kind === "none") delete shown["speed"];
  return [
    ...(["suctionPressure", "dischargePressure", "flow", "speed"] as const).flatMap((slot) =>
      typeof shown[slot] === "string" ? [[slot, shown[slot]] as [string, string]] : [],
    ),
    ...amps.map((a, i): [string, string] => [`amps.${i}`, a]),
  ];
}

/** Does the tests that are offered first until one cause is settled or nothing more tells. */
async function testUntilSettled(page: Page, cause: CauseId): Promise<number> {
  await step(page, "Next test");
  const first = page.locator("li[data-test]").first();
  const stop = page.getByTestId("stop");
  for (let done = 0; ; done++) {
    await expect(page.getByTestId("board")).toHaveAttribute("aria-busy", "false");
    await expect(first.or(stop).first()).toBeVisible();
    if (await stop.isVisible()) return done;
    expect(done, "tests without an end").toBeLessThan(12);
    const id = (await first.getAttribute("data-test")) ?? "";
    await first.getByRole("button").click();
    await answerTest(page, id, cause);
    await expect(page.locator(`li[data-test="${id}"]`)).toHaveCount(0);
  }
}

for (const story of STORIES) {
  test(`${story.tag}: from the Slate to ${story.cause}${story.phone ? ", on a phone" : ""}`, async ({
    browser,
  }) => {
    test.setTimeout(300_000);
    const context = await browser.newContext(
      story.phone
        ? { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
        : { viewport: { width: 1280, height: 800 } },
    );
    const page = await context.newPage();
    if (story.line) await takeCall(page, story.tag, story.line, story.told ?? []);
    else await openCall(page, story.tag);
    await step(page, "Make safe");
    await acknowledgeAll(page);
    await step(page, "Look and listen");
    for (const id of story.seen ?? []) await look(page, id, "there");
    for (const id of story.notThere ?? []) await look(page, id, "not there");
    await toReadings(page);
    for (const [slot, text] of [...readingsOf(story), ...Object.entries(story.also ?? {})]) {
      if (!(await strip(page, slot).first().isVisible()))
        await page.getByText("More readings").click();
      await read(page, slot, text);
    }
    await allSent(page);
    await testUntilSettled(page, story.cause);
    await allSent(page);
    const found = await leading(page);
    expect(found.id).toBe(story.cause);
    expect(found.percent).toBeGreaterThan(60);
    await expect(page.getByTestId("verdict").first()).toContainText(story.side);
    await context.close();
  });
}

test("the stories are of at least ten families, and every word they use is known", () => {
  const families = STORIES.map(({ tag }) => (demoFile(tag)["pump"] as { family: string }).family);
  expect(new Set(families).size).toBeGreaterThanOrEqual(10);
  for (const s of STORIES) {
    for (const id of [...(s.told ?? []), ...(s.seen ?? []), ...(s.notThere ?? [])])
      expect(observationRow(id), id).toBeDefined();
  }
  expect(testRow("two-direction")).toBeDefined();
});
