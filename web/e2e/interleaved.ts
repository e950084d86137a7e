/**
 * Two people with a phone each on one sheet, in two real browsers, while whatever can happen happens: networks are cut,
 * answers lost, pages reloaded and closed, clocks set wrong, storage filled and cleared, server and PostgreSQL killed.
 */
import {
  type Browser,
  type BrowserContext,
  type CDPSession,
  errors,
  expect,
  type Page,
} from "@playwright/test";
import fc from "fast-check";
import { say } from "../../scripts/parts/say.mjs";
import { ask, type killableWorld } from "../../scripts/testing/world.mjs";
import { freshSheet, writeTo } from "../src/testing/fresh-sheet";
import { clearStorage, rowsOf } from "./device-store";
import { acknowledgeAll, allSent, figure, step, toReadings } from "./sheet";
import { bringTheDay, photograph as takePicture } from "./phone";
import { enteredAs } from "./test";

export type World = Awaited<ReturnType<typeof killableWorld>>;

const STEPS = [
  ...["type", "type", "type", "type", "type", "photograph", "cut", "reconnect", "reload"],
  ...[
    "close",
    "lose the answer",
    "kill the server",
    "kill the database",
    "shift the clock",
    "fill",
    "clear",
  ],
] as const;

export interface Step {
  readonly device: 0 | 1;
  readonly what: (typeof STEPS)[number];
  readonly n: number;
}

/** A play: what happens, in its order, and who signs in the end. */
export interface Play {
  readonly steps: readonly Step[];
  readonly signer: 0 | 1 | null;
}

/** Plays as they are drawn from a seed: the same again from the same one. */
export const drawnPlays = (seed: number, count: number): readonly Play[] =>
  fc.sample(
    fc.record({
      steps: fc.array(
        fc.record({
          device: fc.constantFrom<0 | 1>(0, 1),
          what: fc.constantFrom(...STEPS),
          n: fc.nat(1000),
        }),
        { minLength: 6, maxLength: 16, size: "max" },
      ),
      signer: fc.constantFrom<0 | 1 | null>(0, 1, null),
    }),
    { seed, numRuns: count },
  );

const STRIPS = [
  ["dischargePressure", "bar"],
  ["flow", "m3/h"],
  ["speed", "rpm"],
] as const;

/** A phone with somebody at it. */
interface Phone {
  readonly name: string;
  readonly context: BrowserContext;
  page: Page;
  full: boolean;
  /** What was typed and said to be kept, in its order. */
  kept: string[];
  /** Widths of the pictures that were said to be kept: no two are alike. */
  pictures: number[];
  /** Faults of the page itself. */
  readonly faults: string[];
}

/** Two phones with the day on them. */
export async function twoPhones(browser: Browser, world: World): Promise<readonly [Phone, Phone]> {
  const phone = async (name: string): Promise<Phone> => {
    const context = await browser.newContext({
      ...{ baseURL: world.address, storageState: await enteredAs(world.address, name) },
      ...{ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: "allow" },
    });
    await context.addInitScript(shiftedClock);
    context.setDefaultTimeout(30_000);
    const of: Phone = {
      ...{ name, context, page: await context.newPage(), full: false },
      ...{ kept: [], pictures: [], faults: [] },
    };
    watch(of);
    await bringTheDay(of.page);
    return of;
  };
  return [await phone("Technician"), await phone("Lead")];
}

/** A clock that is wrong by what the phone was told. */
function shiftedClock(): void {
  const by = () => Number(localStorage.getItem("clock-wrong-by") ?? 0);
  const Right = Date;
  class Wrong extends Right {
    constructor(...given: [] | [number]) {
      if (given.length === 0) super(Right.now() + by());
      else super(...given);
    }
    static override now = () => Right.now() + by();
  }
  window.Date = Wrong as DateConstructor;
}

function watch(phone: Phone): void {
  phone.page.on("pageerror", (error) => phone.faults.push(error.message));
}

/** What a play is played on. */
interface Stage {
  readonly world: World;
  readonly phones: readonly [Phone, Phone];
  readonly tag: string;
  readonly sheet: string;
  /** The server, on its way back from the last kill. */
  back: Promise<void>;
  typed: number;
}

/** A page that has not come after so long is closed and asked for once more, as a hand would [ms]. */
const PATIENCE = 20_000;

/** Opens the sheet at its readings; false where the phone has it not and the server does not answer. */
async function open({ tag, sheet }: Stage, phone: Phone): Promise<boolean> {
  const path = `/sheet/${sheet}?step=readings`;
  try {
    await phone.page.goto(path, { timeout: PATIENCE });
  } catch (error) {
    if (!(error instanceof errors.TimeoutError)) throw error;
    say(`${tag}: the page did not come within ${PATIENCE / 1000} s and was opened anew`);
    await phone.page.close();
    phone.page = await phone.context.newPage();
    watch(phone);
    await phone.page.goto(path, { timeout: PATIENCE });
  }
  const there = phone.page.getByRole("heading", { level: 1, name: tag });
  const not = phone.page.getByText(/is not on this device|Nobody is signed in|does not answer/);
  await expect(there.or(not).first()).toBeVisible();
  return there.isVisible();
}

/** A device waits up to a quarter of a minute between tries, and twice that for an answer that never comes [ms]. */
const SENDING = 90_000;

/** Opens it until it is there: a server that is slow to answer is asked once more, as the page itself says. */
const openAgain = (stage: Stage, phone: Phone) =>
  expect.poll(() => open(stage, phone), { timeout: 3 * PATIENCE }).toBe(true);

const isOpen = ({ tag }: Stage, { page }: Phone) =>
  page.getByRole("heading", { level: 1, name: tag }).isVisible();

/** What the sheet says of where the last thing is, once it is written down or cannot be. */
async function saidKept({ page }: Phone): Promise<boolean> {
  const saved = page.getByTestId("saved");
  await expect(saved).not.toHaveAttribute("data-courier", /keeping|looking/);
  return (await saved.getAttribute("data-courier")) !== "not-kept";
}

async function type(stage: Stage, phone: Phone, n: number): Promise<void> {
  const [slot, unit] = STRIPS[n % STRIPS.length] ?? STRIPS[0];
  const text = `${10 + stage.typed++} ${unit}`;
  // What another acknowledged may not have come to this phone.
  await acknowledgeAll(phone.page);
  const input = figure(phone.page, slot);
  await input.fill(text);
  await input.press("Enter");
  if (await saidKept(phone)) phone.kept.push(text);
}

async function photograph(stage: Stage, phone: Phone): Promise<void> {
  const { page } = phone;
  const width = 20 + stage.typed++;
  await page.keyboard.press("Escape");
  const strip = page.locator('[data-photos="look"]');
  await step(page, "Look and listen");
  const before = await strip.locator("img").count();
  await takePicture(page, width);
  const shown = strip.locator("img").nth(before);
  await expect(shown.or(strip.getByRole("alert")).first()).toBeVisible();
  if (await shown.isVisible()) phone.pictures.push(width);
  await step(page, "Readings");
}

async function quota(phone: Phone, origin: string, bytes?: number): Promise<void> {
  const session: CDPSession = await phone.context.newCDPSession(phone.page);
  await session.send("Storage.overrideQuotaForOrigin", {
    origin,
    ...(bytes === undefined ? {} : { quotaSize: bytes }),
  });
}

async function happens(stage: Stage, { device, what, n }: Step): Promise<void> {
  const { world } = stage;
  const phone = stage.phones[device];
  const { context } = phone;
  switch (what) {
    case "type":
      return (await isOpen(stage, phone)) ? type(stage, phone, n) : undefined;
    case "photograph":
      return (await isOpen(stage, phone)) ? photograph(stage, phone) : undefined;
    case "cut":
      return context.setOffline(true);
    case "reconnect":
      return context.setOffline(false);
    case "reload":
      return void (await open(stage, phone));
    case "close":
      await phone.page.close();
      phone.page = await context.newPage();
      watch(phone);
      // What a page held of the browser's quota went with it.
      phone.full = false;
      return void (await open(stage, phone));
    case "lose the answer":
      await phone.page.route(
        "**/api/sheets/**",
        async (route) => {
          if (route.request().method() === "GET") return route.fallback();
          await route.fetch().catch(() => undefined);
          // Where the page has gone on meanwhile, nobody waits for an answer any more.
          await route.abort().catch(() => undefined);
        },
        { times: 1 },
      );
      return;
    case "kill the server":
      await stage.back;
      await world.killServer();
      stage.back = world.serveAgain();
      return;
    case "kill the database":
      return world.killPostgres();
    case "shift the clock":
      return phone.page.evaluate(
        (by) => localStorage.setItem("clock-wrong-by", String(by)),
        (n - 500) * 3_600_000,
      );
    case "fill":
      phone.full = !phone.full;
      return quota(phone, world.address, phone.full ? 1 : undefined);
    case "clear":
      // What is nowhere but on the screen of a full device cannot be kept again.
      return phone.full ? undefined : clear(stage, phone);
  }
}

/** Somebody clears what the phone's browser keeps: what is on an open sheet is kept again, all else of it is gone. */
async function clear(stage: Stage, phone: Phone): Promise<void> {
  const { page } = phone;
  const isHere = await isOpen(stage, phone);
  // A page that has not looked at the device yet has nothing of it.
  if (isHere) await saidKept(phone);
  const here = async () => ({
    entries: await rowsOf(page, "yard-outbox", "entries"),
    photos: await rowsOf(page, "yard-outbox", "photos"),
  });
  const before = await here();
  await clearStorage(page, "indexeddb");
  if (!isHere) {
    const texts = before.entries.map((row) => (row["entry"] as { raw?: unknown }).raw);
    phone.kept = phone.kept.filter((text) => !texts.includes(text));
    const widths = before.photos.map((row) => row["width"]);
    phone.pictures = phone.pictures.filter((w) => !widths.includes(w));
    return;
  }
  const ids = ({ entries, photos }: typeof before) => [...entries, ...photos].map((r) => r["id"]);
  const isAgain = async () => {
    const now = ids(await here());
    // Or it has gone to the server meanwhile.
    return ids(before).every((id) => now.includes(id)) || isAllSent(page);
  };
  await expect.poll(isAgain).toBe(true);
}

const isAllSent = async (page: Page) =>
  /^all kept(?!.*picture)/.test((await page.getByTestId("saved").textContent()) ?? "");

/** Signs with no network, as somebody does who is about to leave; false where the sheet cannot be had. */
async function sign(stage: Stage, phone: Phone): Promise<boolean> {
  const { page } = phone;
  await phone.context.setOffline(true);
  if (!(await isOpen(stage, phone)) && !(await open(stage, phone))) return false;
  await page.keyboard.press("Escape");
  await step(page, "Sign off");
  await page.getByLabel("The visit ends").selectOption("referred");
  await page.getByLabel("Found").fill(`Signed by ${phone.name}.`);
  const button = page.getByRole("button", { name: "Sign and write the log" });
  await expect(button).toBeEnabled();
  await button.click();
  await expect(page.getByTestId("signed-here")).toBeVisible();
  return true;
}

/** Plays it, lets everything come back, and judges what there is then. */
export async function play(
  world: World,
  phones: readonly [Phone, Phone],
  { steps, signer }: Play,
  tag: string,
): Promise<void> {
  await world.back();
  await writeTo(world.url);
  const sheet = await freshSheet(tag, "end-suction");
  await writeTo("");
  const stage: Stage = { world, phones, tag, sheet, back: Promise.resolve(), typed: 0 };
  for (const phone of phones) {
    Object.assign(phone, { kept: [], pictures: [] });
    await openAgain(stage, phone);
  }
  await toReadings(phones[0].page);
  await acknowledgeAll(phones[0].page);
  await allSent(phones[0].page);
  await expect(phones[1].page.getByRole("button", { name: /^Read and ack/ })).toHaveCount(0);
  for (const s of steps) await happens(stage, s);

  // In the end there is room, a network, a server and a database again.
  for (const phone of phones) {
    if (phone.full) await quota(phone, world.address);
    phone.full = false;
    await phone.page.unroute("**/api/sheets/**");
    await phone.page.evaluate(() => localStorage.removeItem("clock-wrong-by"));
  }
  await stage.back;
  await world.back();
  // What a page could not write down goes while it is open: it is not closed before.
  for (const phone of phones) await phone.context.setOffline(false);
  for (const phone of phones) if (await isOpen(stage, phone)) await allSent(phone.page, SENDING);
  const isSigned = signer !== null && (await sign(stage, phones[signer]));
  for (const phone of phones) await phone.context.setOffline(false);
  if (isSigned) await phones[signer].page.waitForURL(/\/log\//, { timeout: 60_000 });
  await judge(stage, isSigned);
}

async function judge(stage: Stage, isSigned: boolean): Promise<void> {
  const { world, phones, sheet } = stage;
  for (const phone of phones) {
    await openAgain(stage, phone);
    await allSent(phone.page, SENDING);
    // Nothing was refused, and nothing is left behind; pictures go on their own, behind what was typed.
    await expect.poll(() => leftHere(phone.page)).toEqual([]);
  }
  const rows = (sql: string) =>
    ask(world.url, sql.replaceAll("SHEET", `'${sheet}'`))
      .split("\n")
      .filter((line) => line !== "");
  const stored = rows("select id from sheet_entry where sheet_id = SHEET order by seq");
  for (const { name, kept, pictures } of phones) {
    const theirs = `sheet_id = SHEET and person_id = (select id from person where name = '${name}')`;
    const typed = rows(
      `select min(seq) as first, body->>'raw' from sheet_entry
         where ${theirs} and kind = 'reading' group by 2 order by 1`,
    ).map((line) => line.split("|")[1] ?? "");
    // Each of them, in the order in which this phone made them.
    expect(typed.filter((text) => kept.includes(text))).toEqual(kept);
    const doubled = rows(
      `select body->>'raw', supersedes from sheet_entry where ${theirs} and kind = 'reading'
         group by 1, 2 having count(*) > 1`,
    );
    expect(doubled).toEqual([]);
    const shots = rows(`select width from photo where ${theirs} order by width`).map(Number);
    expect(shots.filter((w) => pictures.includes(w))).toEqual(pictures);
  }
  const signed = rows("select id from log_entry where sheet_id = SHEET and kind <> 'addendum'");
  expect(signed).toHaveLength(isSigned ? 1 : 0);
  // Both show the same sheet, and it is the server's, once what each sent has come to the other.
  for (const { page } of phones)
    await expect.poll(() => idsHere(page, sheet)).toEqual(stored.toSorted());
  const [one, two] = phones;
  await expect(async () => expect(await shown(one.page)).toEqual(await shown(two.page))).toPass({
    timeout: PATIENCE,
  });
  for (const phone of phones) expect(phone.faults.splice(0)).toEqual([]);
}

/** What stands in the strips, and what is in dispute. */
async function shown(page: Page) {
  const figures = await Promise.all(STRIPS.map(([slot]) => figure(page, slot).inputValue()));
  return { figures, disputes: await page.locator("[data-dispute]").allInnerTexts() };
}

/** All that is on this phone and not with the server. */
async function leftHere(page: Page) {
  const left: unknown[] = [];
  for (const table of ["entries", "aside", "photos", "signatures", "calls"])
    left.push(...(await rowsOf(page, "yard-outbox", table)));
  return left;
}

/** Entries of the sheet as this phone keeps it. */
async function idsHere(page: Page, sheet: string): Promise<readonly string[]> {
  const days = await rowsOf(page, "yard-days", "sheets");
  const kept = days.find((d) => d["id"] === sheet) as
    { dto?: { entries: { id: string }[] } } | undefined;
  return (kept?.dto?.entries ?? []).map((e) => e.id).toSorted();
}
