/** How fast it is with no network, and how soon two devices know of each other. */
import { get } from "node:http";
import { chromiumProgram } from "../parts/debian.mjs";
import { servedDemo } from "../parts/demo.mjs";
import { enterAs, inBrowser } from "../parts/enter.mjs";
import { ms, row } from "./row.mjs";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

export async function offlineFigures(root, care) {
  const { chromium } = await import("@playwright/test");
  const { address } = await servedDemo(root, { name: "bench-cluster", ...care });
  const browser = await chromium.launch({
    executablePath: await chromiumProgram(care.signal),
    args: ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"],
  });
  try {
    const enter = async (name) =>
      browser.newContext({
        ...{ ...PHONE, baseURL: address, serviceWorkers: "allow" },
        storageState: inBrowser(await enterAs(address, name)),
      });
    const [mine, theirs] = [await enter("Technician"), await enter("Lead")];
    const page = await mine.newPage();
    await dayHere(page);
    await room(page, address);
    const path = await page.getByRole("link", { name: /LF-2 gives/ }).getAttribute("href");
    const sheet = `${path}?step=readings`;
    await opening(mine, sheet);
    await news(mine, theirs, sheet);
    await sending(page, path.split("/").at(-1));
  } finally {
    await browser.close();
  }
}

/** The day comes while the page is idle. */
async function dayHere(page) {
  await page.goto("/");
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await until(page, async () => {
    const copies = await (await caches.open("pages")).keys();
    return copies.length > 4;
  });
}

/** Asks the page until it says yes: what answers later is not waited for by the browser's own way. */
async function until(page, asked) {
  const limit = Date.now() + 60_000;
  while (!(await page.evaluate(asked))) {
    if (Date.now() > limit) throw new Error("it never came to that");
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

/** What comes to a device, and what it takes there. */
async function room(page, address) {
  const urls = await page.evaluate(async () => {
    const names = (await caches.keys()).filter((name) => name.includes("precache"));
    const lists = await Promise.all(names.map(async (n) => (await caches.open(n)).keys()));
    return lists.flat().map((r) => r.url);
  });
  let sent = 0;
  for (const url of urls) sent += await bytesOf(url);
  row(
    `first offline load, ${urls.length} files as they are sent`,
    `${(sent / 1e6).toFixed(2)} MB`,
    "at most 3 MB",
  );
  const { usage } = await page.evaluate(() => navigator.storage.estimate());
  row("the demo's day on the device", `${(usage / 1e6).toFixed(1)} MB`, "at most 60 MB");
  if (urls.length === 0) throw new Error(`nothing of ${address} is on the device`);
}

/** Bytes of an answer as it travels. */
const bytesOf = (url) =>
  new Promise((resolve, reject) => {
    get(url, { headers: { "accept-encoding": "gzip, br" } }, (answer) => {
      let size = 0;
      answer.on("data", (part) => (size += part.length));
      answer.on("end", () => resolve(size));
    }).on("error", reject);
  });

/** With no network: from a tap on a call of the Slate, and in a page and a process of its own. */
async function opening(context, sheet) {
  await context.setOffline(true);
  await context.addInitScript(() => {
    const look = () => {
      // Shut until what this device holds of the sheet has been read.
      if (document.querySelector("#step:not([inert]) :is(h2, [data-figure-input])"))
        window.usable ??= performance.timeOrigin + performance.now();
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
    window.addEventListener(
      "pointerdown",
      () => sessionStorage.setItem("tapped", performance.timeOrigin + performance.now()),
      { capture: true },
    );
  });
  const since = (page, begin) =>
    page
      .waitForFunction(() => window.usable)
      .then(async (usable) => (await usable.jsonValue()) - (await page.evaluate(begin)));
  const slate = await context.newPage();
  const tapped = [];
  for (let i = 0; i < 11; i++) {
    await slate.goto("/");
    await slate.getByRole("link", { name: /LF-2 gives/ }).tap();
    await slate.waitForURL(/\/sheet\//);
    tapped.push(await since(slate, () => Number(sessionStorage.getItem("tapped"))));
  }
  await slate.close();
  told("a sheet on the device, from a tap on the Slate", tapped);
  const alone = [];
  for (let i = 0; i < 11; i++) {
    const page = await context.newPage();
    await page.goto(sheet);
    alone.push(await since(page, () => performance.timeOrigin));
    await page.close();
  }
  told("  in a tab and a process that are new", alone);
  await context.setOffline(false);
}

/** The first one fills what every later one finds. */
function told(what, [first, ...later]) {
  later.sort((a, b) => a - b);
  row(`${what}, median of 10`, ms(later[5]), "at most 300 ms");
  row("  slowest of 10", ms(later.at(-1)));
  row("  the first one", ms(first));
}

/** From Enter on one device to the figure on the other. */
async function news(mine, theirs, sheet) {
  const [here, there] = [await mine.newPage(), await theirs.newPage()];
  const field = (page) =>
    page.locator('[data-slot="dischargePressure"] input[data-figure-input]').first();
  for (const page of [here, there]) {
    await page.goto(sheet);
    const card = page.getByRole("button", { name: /^Read and acknowledged/ });
    await field(page).or(card.first()).first().waitFor();
    // What the other acknowledged may come while this one is about to.
    while ((await card.count()) > 0)
      await card
        .first()
        .click({ timeout: 2000 })
        .catch(() => undefined);
  }
  await here.getByTestId("others-here").waitFor();
  const times = [];
  for (let i = 0; i < 11; i++) {
    const text = `${(2 + i / 10).toFixed(1)} bar`;
    await field(here).fill(text);
    const begin = Date.now();
    await field(here).press("Enter");
    await there.waitForFunction(
      (value) =>
        document.querySelector('[data-slot="dischargePressure"] input[data-figure-input]').value ===
        value,
      text.split(" ")[0],
    );
    times.push(Date.now() - begin);
  }
  times.sort((a, b) => a - b);
  row("another's entry on this screen, median of 11", ms(times[5]), "at most 1000 ms");
  row("  slowest of 11", ms(times.at(-1)), "at most 1000 ms");
  await here.close();
  await there.close();
}

const ENTRIES = 500;
const PICTURES = 20;

/** What waits goes out, in order. */
async function sending(page, sheetId) {
  await page.goto("/healthz");
  await page.evaluate(
    async ([sheet, entries, pictures]) => {
      const opened = (name) =>
        new Promise((resolve) => {
          const asked = indexedDB.open(name);
          asked.onsuccess = () => resolve(asked.result);
        });
      const days = await opened("yard-days");
      const person = await new Promise((resolve) => {
        const all = days.transaction("who").objectStore("who").getAll();
        all.onsuccess = () => resolve(all.result[0].id);
      });
      days.close();
      const canvas = new OffscreenCanvas(1600, 1200);
      const paint = canvas.getContext("2d");
      const noise = paint.createImageData(1600, 1200);
      for (let i = 0; i < noise.data.length; i++)
        noise.data[i] = i % 4 === 3 ? 255 : (Math.random() * 60 + (i % 6400) / 32) % 255;
      paint.putImageData(noise, 0, 0);
      const blob = await canvas.convertToBlob({ type: "image/jpeg", quality: 0.4 });
      const db = await opened("yard-outbox");
      const tx = db.transaction(["entries", "photos"], "readwrite");
      const at = new Date().toISOString();
      for (let made = 1; made <= entries; made++) {
        const entry = {
          ...{ version: 2, id: crypto.randomUUID(), personId: person, at, supersedes: null },
          ...{ order: null, kind: "observation", observation: "noise.hum", state: "present" },
        };
        tx.objectStore("entries").put({ id: entry.id, sheetId: sheet, entry, made });
      }
      for (let i = 0; i < pictures; i++)
        tx.objectStore("photos").put({
          ...{ id: crypto.randomUUID(), sheetId: sheet, personId: person, at, about: "look" },
          ...{ width: 1600, height: 1200, blob },
        });
      await new Promise((resolve) => (tx.oncomplete = resolve));
      db.close();
      window.pictureSize = blob.size;
    },
    [sheetId, ENTRIES, PICTURES],
  );
  const size = await page.evaluate(() => window.pictureSize);
  const begin = Date.now();
  // It goes by itself from whatever page is opened next.
  await page.goto("/waiting");
  await until(
    page,
    () =>
      new Promise((resolve, reject) => {
        const asked = indexedDB.open("yard-outbox");
        asked.onsuccess = () => {
          const tx = asked.result.transaction(["entries", "photos", "aside"]);
          const [left, shots, aside] = ["entries", "photos", "aside"].map((of) =>
            tx.objectStore(of).count(),
          );
          tx.oncomplete = () => {
            asked.result.close();
            if (aside.result > 0) reject(new Error(`${aside.result} were refused`));
            resolve(left.result + shots.result === 0);
          };
        };
      }),
  );
  const took = Date.now() - begin;
  const there = await page.evaluate(
    async (sheet) => (await (await fetch(`/api/sheets/${sheet}/entries?after=0`)).json()).entries,
    sheetId,
  );
  if (there.length < ENTRIES) throw new Error(`the server has ${there.length}`);
  row(
    `${ENTRIES} entries and ${PICTURES} pictures of ${(size / 1000).toFixed(0)} kB sent, from opening a page`,
    ms(took),
    "at most 10000 ms",
  );
}
