/** A procedure gone through in the interface, step by step, as a hand would. */
import { expect, type Locator, type Page } from "@playwright/test";
import { type Field, type Procedure, PROCEDURES, type Step } from "@yard-tack/core/guide";
import { acknowledgeAll, allSent } from "./sheet";

export interface Played {
  /** By step and slot: "first/drops"; by slot alone where it is the same in every step. */
  readonly values?: Readonly<Record<string, string>>;
  /** By question: the answer's id; the first one otherwise. */
  readonly answers?: Readonly<Record<string, string>>;
  /** Something to look at before a step is done. */
  readonly before?: Readonly<Record<string, (runner: Locator) => Promise<void>>>;
}

/** What is typed where nobody says otherwise. */
const USUAL: Readonly<Partial<Record<Field["dimension"], string>>> = {
  ...{ pressure: "3 bar", length: "10 mm", flow: "50 m3/h", temperature: "20 degC" },
  ...{ current: "8 A", voltage: "400 V", resistance: "120 Mohm", speed: "1450 rpm" },
  ...{ time: "30 s", leakage: "18 drops/min" },
};

export const procedureOf = (id: string): Procedure => {
  const form = PROCEDURES.find((p) => p.id === id);
  if (!form) throw new Error(`no procedure ${id}`);
  return form;
};

/** Begins a procedure at the step of the sheet that is open. */
export async function begin(page: Page, id: string): Promise<Locator> {
  const { name } = procedureOf(id);
  const button = page.getByRole("button", { name: `Begin: ${name}`, exact: true });
  const all = page.getByTestId("all-procedures").locator("summary");
  await expect(button.or(all).first()).toBeVisible();
  if (!(await button.first().isVisible())) await all.click();
  await button.filter({ visible: true }).first().click();
  const runner = page.locator(`[data-procedure="${id}"]`);
  await expect(runner).toBeVisible();
  return runner;
}

/** The step in sight. */
export async function stepInSight(runner: Locator, form: Procedure): Promise<Step | undefined> {
  const what = await runner.locator("h4").innerText();
  return form.steps.find((s) => s.what === what);
}

/** Goes through what is open to its end. */
export async function goThrough(page: Page, id: string, played: Played = {}): Promise<void> {
  const form = procedureOf(id);
  const runner = page.locator(`[data-procedure="${id}"]`);
  for (let n = 0; n < 40; n++) {
    const step = await stepInSight(runner, form);
    if (!step) break;
    const place = await runner.getByText(/^step \d+ of \d+/).innerText();
    await openStep(page, runner);
    await fillStep(page, runner, step, played);
    await played.before?.[step.id]?.(runner);
    const done = runner.getByRole("button", { name: /^(Done|This round is done)$/ });
    await expect(done, `${id}, ${step.id}`).toBeEnabled();
    await done.click();
    await expect(async () => {
      const next = runner.getByText(/^step \d+ of \d+/);
      expect((await next.count()) === 0 || (await next.innerText()) !== place).toBe(true);
    }).toPass();
  }
  await expect(runner.getByRole("heading", { name: "Gone through." })).toBeVisible();
  await allSent(page);
}

/** Cautions read; the supply proven dead by somebody licensed, or that taken back before it starts. */
export async function openStep(page: Page, runner: Locator): Promise<void> {
  await acknowledgeAll(page);
  if (await runner.getByText("It is not isolated and proven dead yet").isVisible()) {
    await runner.getByLabel("Or done by (licensed person, name)").fill("Switch room");
    await runner.getByRole("button", { name: "Note it" }).click();
  }
  const back = runner.getByRole("button", { name: "Take that back" });
  if (await runner.getByText(/The lock of .* stands: it does not start/).isVisible())
    await back.click();
}

export async function fillStep(
  page: Page,
  runner: Locator,
  step: Step,
  { values = {}, answers = {} }: Played,
): Promise<void> {
  const questions = async () => {
    for (const ask of step.asks ?? []) {
      const wanted = ask.options.find((o) => o.id === answers[ask.id]) ?? ask.options[0];
      await runner
        .getByRole("group", { name: ask.name, exact: true })
        .getByRole("button", { name: wanted?.name ?? "", exact: true })
        .click();
    }
  };
  if (step.waitFrom) await questions();
  if (step.wait !== undefined) {
    const start = runner.getByRole("button", { name: "Begin the wait" });
    if (await start.isVisible()) await start.click();
    await expect(runner.getByTestId("left")).toBeVisible();
    await page.clock.fastForward("31:00");
    await expect(runner.getByText("The wait is over.")).toBeVisible();
  }
  for (const field of step.fields ?? []) {
    const typed = values[`${step.id}/${field.slot}`] ?? values[field.slot];
    if (field.optional && typed === undefined) continue;
    const slot = field.reads?.slot ?? field.slot;
    const input = runner.locator(`[data-slot="${slot}"] input[data-figure-input]`).first();
    if (typed === undefined && (await input.inputValue()) !== "") continue;
    await input.fill(typed ?? USUAL[field.dimension] ?? "1");
    await input.press("Enter");
  }
  if (!step.waitFrom) await questions();
}

/** Signs the visit: how it ends, what was found, done and proven. */
export async function sign(
  page: Page,
  how: { readonly closed: string; readonly found: string; readonly proof: string },
): Promise<void> {
  await page.keyboard.press("=");
  await page.getByLabel("The visit ends").selectOption(how.closed);
  await page.getByLabel("Found", { exact: true }).fill(how.found);
  await page.getByLabel("Done", { exact: true }).fill("As the procedure has it.");
  await page.getByLabel("Proof, or why there is none").fill(how.proof);
  await page.getByRole("button", { name: "Sign and write the log" }).click();
  await expect(page).toHaveURL(/\/log\//);
}
