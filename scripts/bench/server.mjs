/** How fast the server answers with a full yard, alone and with people on it. */
import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { run } from "../parts/child.mjs";
import { servedDemo } from "../parts/demo.mjs";
import { asHeader, enterAs } from "../parts/enter.mjs";
import { giveUp, say } from "../parts/say.mjs";
import { ms, quantile, row } from "./row.mjs";

const PUMPS = 2000;
const OPEN = 100;
/** Readings of years; YARD_ENTRIES=3000000 for a van that has been everywhere. */
const ENTRIES = Number(process.env.YARD_ENTRIES ?? 100_000);
const PEOPLE = Number(process.env.YARD_PEOPLE ?? 20);
/** Each asks for a page this often [ms]. */
const EVERY = 5000;
const LASTS = 30_000;
/** People with sessions, and those of them who type. */
const SIGNED_IN = 200;
const TYPING = 50;
const TYPES_EVERY = 2000;

/** Of the technician who asks. */
let cookie = "";

export async function serverFigures(root, care) {
  const { address, url } = await servedDemo(root, { name: "bench-cluster", ...care });
  cookie = asHeader(await enterAs(address, "Technician"));
  const filled = await run(
    process.execPath,
    ["--import", "tsx", join(root, "web/src/testing/fill-yard.ts")],
    {
      cwd: join(root, "web"),
      signal: care.signal,
      env: { ...process.env, DATABASE_URL: url, PUMPS, OPEN, ENTRIES },
      stdio: ["ignore", "pipe", 2],
    },
  );
  if (filled.code !== 0) giveUp("the yard could not be filled; what went wrong is above.");
  const ids = JSON.parse(filled.output);
  say(`${PUMPS} pumps, ${OPEN} open sheets, ${ENTRIES} entries of earlier visits`);

  const pages = {
    Slate: "/",
    Yard: "/yard",
    "a page of the Yard further on": "/yard?page=15",
    "the Yard by words": "/yard?find=F-01999",
    Log: "/log",
    "a run sheet": `/sheet/${ids.sheet}`,
    "a pump": `/yard/${ids.pump}`,
    "a new call": "/call",
  };
  for (const [name, path] of Object.entries(pages)) {
    const times = [];
    let size = 0;
    for (let i = 0; i < 25; i++) {
      const { took, bytes } = await ask(`${address}${path}`);
      // The first few warm up.
      if (i > 4) times.push(took);
      size = bytes;
    }
    const limit = name === "a new call" ? "" : "at most 150 ms";
    row(`${name}, alone, median (${(size / 1000).toFixed(0)} kB)`, ms(quantile(times, 0.5)), limit);
  }

  const crowd = await withSaves(address, ids, () => people(address, Object.values(pages)));
  row(`${PEOPLE} people, a page, 95th percentile`, ms(quantile(crowd.work, 0.95)), "at most 1 s");
  row(
    `${PEOPLE} people, a save, 95th percentile`,
    ms(quantile(crowd.saves, 0.95)),
    "at most 100 ms",
  );

  const typing = await typed(address, ids.sheets, ids.person);
  row(
    `${SIGNED_IN} signed in, ${TYPING} typing, a save, 95th percentile (${typing.length} saves)`,
    ms(quantile(typing, 0.95)),
    "at most 60 ms",
  );

  const large = largeCase(root);
  const beside = await withSaves(address, ids, async () => {
    const { took } = await ask(`${address}/api/v1/diagnose`, { method: "POST", body: large });
    return [took];
  });
  row(`a diagnosis of ${(large.length / 1000).toFixed(0)} kB`, ms(beside.work[0]));
  row("beside it a save, 95th percentile", ms(quantile(beside.saves, 0.95)), "at most 100 ms");
}

/** @returns how long it took, and how much came */
async function ask(address, { headers, ...request } = {}) {
  const began = performance.now();
  const answer = await fetch(address, {
    headers: { cookie, origin: new URL(address).origin, ...headers },
    ...request,
  });
  const body = await answer.arrayBuffer();
  if (!answer.ok) giveUp(`${address} answers ${answer.status}.`);
  return { took: performance.now() - began, bytes: body.byteLength };
}

/** Each person looks at one page after the other. */
async function people(address, paths) {
  const until = Date.now() + LASTS;
  const times = [];
  await Promise.all(
    Array.from({ length: PEOPLE }, async (_, i) => {
      await sleep((EVERY * i) / PEOPLE);
      for (let n = i; Date.now() < until; n++) {
        const { took } = await ask(`${address}${paths[n % paths.length]}`);
        times.push(took);
        await sleep(Math.max(0, EVERY - took));
      }
    }),
  );
  return times;
}

/** People on devices of their own, each with a session, some of whom type a reading every two seconds. */
async function typed(address, sheets, person) {
  const sessions = [];
  for (let i = 0; i < SIGNED_IN; i++) sessions.push(asHeader(await enterAs(address, "Technician")));
  const until = Date.now() + LASTS;
  const times = [];
  await Promise.all(
    Array.from({ length: TYPING }, async (_, i) => {
      await sleep((TYPES_EVERY * i) / TYPING);
      while (Date.now() < until) {
        const sheet = sheets[i % sheets.length];
        const { took } = await ask(`${address}/api/sheets/${sheet}/entries`, {
          method: "POST",
          headers: { "content-type": "application/json", cookie: sessions[i] },
          body: JSON.stringify({ entries: [reading(person)] }),
        });
        times.push(took);
        await sleep(Math.max(0, TYPES_EVERY - took));
      }
    }),
  );
  return times;
}

/** Saves a reading five times a second while something else goes on. */
async function withSaves(address, ids, work) {
  const saves = [];
  let done = false;
  const saving = (async () => {
    do {
      const { took } = await ask(`${address}/api/sheets/${ids.sheet}/entries`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ entries: [reading(ids.person)] }),
      });
      saves.push(took);
      await sleep(200);
    } while (!done);
  })();
  try {
    return { work: await work(), saves };
  } finally {
    done = true;
    await saving;
  }
}

const reading = (personId) => ({
  ...{ version: 2, id: randomUUID(), personId, at: new Date().toISOString() },
  ...{ supersedes: null, order: null, kind: "reading", snapshot: "as found", slot: "flow" },
  ...{ raw: "36 m3/h", unit: "m3/h", si: 0.01, fault: null, reason: null },
});

/** As many snapshots as a case may have. */
function largeCase(root) {
  const file = JSON.parse(readFileSync(join(root, "demo/cases/example-1.json"), "utf8"));
  return JSON.stringify({
    ...file,
    snapshots: Array.from({ length: 200 }, () => file.snapshots[0]),
  });
}

const sleep = (time) => new Promise((resolve) => setTimeout(resolve, time));
