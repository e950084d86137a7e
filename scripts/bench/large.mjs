/**
 * The large demo with fifty people on it: pages, saves and batches, with ratios of the same run, and what the database
 * reads for each page. PUMPS, VISITS and READINGS change the sizes.
 */
import { randomUUID } from "node:crypto";
import { run } from "../parts/child.mjs";
import { postgresPrograms } from "../parts/debian.mjs";
import { servedDemo } from "../parts/demo.mjs";
import { asHeader, enterAs } from "../parts/enter.mjs";
import { freePort } from "../parts/ports.mjs";
import { giveUp, say } from "../parts/say.mjs";
import { serve } from "../parts/web.mjs";
import { readsWhole } from "./plans.mjs";
import { ms, quantile, row } from "./row.mjs";

const PUMPS = Number(process.env.PUMPS ?? 10_000);
const VISITS = Number(process.env.VISITS ?? 200_000);
const READINGS = Number(process.env.READINGS ?? 3_000_000);
const PEOPLE = 50;
/** Each asks for a page this often, or saves a reading this often [ms]. */
const PAGE_EVERY = 5000;
const SAVE_EVERY = 2000;
const LASTS = 40_000;
/** Requests in flight at once, and for how long, where a rate is measured. */
const AT_ONCE = 8;
const RATE_LASTS = 8000;
/** Rows of one batch: what a device sends at a time. */
const BATCH = 200;

export async function largeFigures(root, care) {
  const { address, url, appUrl } = await servedDemo(root, { name: "bench-large", ...care });
  const began = performance.now();
  const ids = await filled(root, url, care.signal);
  row(
    `${PUMPS} pumps, ${VISITS} visits, ${READINGS} readings made`,
    `${((performance.now() - began) / 1000).toFixed(0)} s`,
    "at most 600 s",
  );
  const cookie = asHeader(await enterAs(address, "Technician"));
  const ask = asker(cookie);
  const pages = {
    Slate: "/",
    "Yard search": "/yard?find=F-0199",
    "a pump with years": `/yard/${ids.old}`,
    "Log search": "/log?find=strainer",
    "Log search, two words": "/log?find=strainer F-01999",
    Log: "/log",
    "find as typed": "/find?words=F-0199",
    "find a word": "/find?words=strai",
  };
  for (const path of Object.values(pages)) for (let i = 0; i < 3; i++) await ask(address + path);

  const times = await looking(ask, address, Object.entries(pages));
  for (const name of Object.keys(pages)) {
    const took = times.get(name) ?? [];
    const limit = name.startsWith("find") ? "at most 100 ms" : "at most 150 ms";
    row(
      `${PEOPLE} people, ${name}, 95th percentile (${took.length})`,
      ms(quantile(took, 0.95)),
      limit,
    );
  }

  const typed = await typing(ask, address, ids);
  row(
    `${PEOPLE} typing, a save, 95th percentile (${typed.length})`,
    ms(quantile(typed, 0.95)),
    "at most 60 ms",
  );
  await rates(ask, address, ids, url);
  await plans(root, { appUrl, url, pages, cookie, ...care });
}

async function filled(root, url, signal) {
  const sizes = { PUMPS, VISITS, ENTRIES: READINGS, OPEN: 500, PROGRESS: "1" };
  const { code, output } = await run(
    process.execPath,
    ["--import", "tsx", `${root}/web/src/testing/fill-yard.ts`],
    {
      cwd: `${root}/web`,
      signal,
      env: { ...process.env, ...sizes, DATABASE_URL: url },
      stdio: ["ignore", "pipe", "inherit"],
    },
  );
  if (code !== 0) giveUp("the yard could not be filled; what went wrong is above.");
  return JSON.parse(output);
}

/** Asks as somebody; answers how long it took [ms]. */
const asker =
  (cookie) =>
  async (address, { refused = false, ...request } = {}) => {
    const began = performance.now();
    const answer = await fetch(address, {
      ...request,
      headers: { cookie, origin: new URL(address).origin, "content-type": "application/json" },
    });
    await answer.arrayBuffer();
    if (answer.ok === refused) giveUp(`${address} answers ${answer.status}.`);
    return performance.now() - began;
  };

/** People who look at one page after the other. @returns times by page */
async function looking(ask, address, pages) {
  const until = performance.now() + LASTS;
  const times = new Map(pages.map(([name]) => [name, []]));
  await Promise.all(
    Array.from({ length: PEOPLE }, async (_, i) => {
      await sleep((PAGE_EVERY * i) / PEOPLE);
      for (let n = i; performance.now() < until; n++) {
        const [name, path] = pages[n % pages.length];
        const took = await ask(address + path);
        times.get(name).push(took);
        await sleep(Math.max(0, PAGE_EVERY - took));
      }
    }),
  );
  return times;
}

const save = (entries) => ({ method: "POST", body: JSON.stringify({ entries }) });
const entriesOf = (address, sheet) => `${address}/api/sheets/${sheet}/entries`;

/** People who save a reading every two seconds, each at a sheet of their own. */
async function typing(ask, address, { sheets, person }) {
  const until = performance.now() + LASTS;
  const times = [];
  await Promise.all(
    Array.from({ length: PEOPLE }, async (_, i) => {
      await sleep((SAVE_EVERY * i) / PEOPLE);
      while (performance.now() < until) {
        const took = await ask(
          entriesOf(address, sheets[i % sheets.length]),
          save([reading(person)]),
        );
        times.push(took);
        await sleep(Math.max(0, SAVE_EVERY - took));
      }
    }),
  );
  return times;
}

/** How often something is done a second, so many at once. */
async function rateOf(once) {
  const began = performance.now();
  let count = 0;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async (_, i) => {
      while (performance.now() - began < RATE_LASTS) {
        await once(i);
        count++;
      }
    }),
  );
  return (1000 * count) / (performance.now() - began);
}

/** Saves against a route that asks who it is and does nothing, and batches against the database's own program. */
async function rates(ask, address, { sheets, person }, url) {
  const at = (i) => entriesOf(address, sheets[i]);
  const nothing = await rateOf((i) => ask(at(i), { ...save([]), refused: true }));
  const single = await rateOf((i) => ask(at(i), save([reading(person)])));
  row("saves a second, one reading each", single.toFixed(0));
  row(
    "  of a route that only asks who it is",
    `${(single / nothing).toFixed(2)} of ${nothing.toFixed(0)}`,
    "at least 0.4",
  );
  const batches = await rateOf((i) =>
    ask(at(i), save(Array.from({ length: BATCH }, () => reading(person)))),
  );
  const rows = batches * BATCH;
  const inserted = await inserts(url, sheets[0], person);
  row(`readings a second, in batches of ${BATCH}`, rows.toFixed(0));
  row(
    "  of single rows that pgbench inserts",
    `${(rows / inserted).toFixed(2)} of ${inserted.toFixed(0)}`,
    "at least 0.5",
  );
}

/** Rows a second that pgbench inserts, each on its own, over as many connections. */
async function inserts(url, sheet, person) {
  const bin = await postgresPrograms();
  const { snapshot, slot, raw, unit, si, fault, reason } = reading(person);
  const body = JSON.stringify({ snapshot, slot, raw, unit, si, fault, reason });
  const { mkdtemp, rm, writeFile } = await import("node:fs/promises");
  const { tmpdir } = await import("node:os");
  const folder = await mkdtemp(`${tmpdir()}/yard-pgbench-`);
  const script = `${folder}/insert.sql`;
  await writeFile(
    script,
    `insert into sheet_entry (id, sheet_id, person_id, at, received_at, kind, version, supersedes, body)
       values (gen_random_uuid(), '${sheet}', '${person}', now(), now(), 'reading', 4, null, '${body}');\n`,
  );
  const seconds = String(RATE_LASTS / 1000);
  const { code, output } = await run(
    `${bin}/pgbench`,
    ["-n", "-f", script, "-c", String(AT_ONCE), "-j", "2", "-T", seconds, url],
    { stdio: ["ignore", "pipe", "pipe"] },
  );
  await rm(folder, { recursive: true });
  const [, tps] = /tps = ([\d.]+)/.exec(output) ?? [];
  if (code !== 0 || !tps) giveUp(`pgbench did not run:\n${output}`);
  return Number(tps);
}

/** Each page once more on a server whose database tells how it reads; tables above 10,000 rows read whole are named. */
async function plans(root, { appUrl, url, pages, cookie, signal, onStop }) {
  const watch = await readsWhole(url);
  const port = await freePort();
  const server = await serve(root, { port, databaseUrl: appUrl, quiet: true, signal });
  onStop(server.stop);
  const ask = asker(cookie);
  let whole = 0;
  for (const [name, path] of Object.entries(pages)) {
    // Who asks is looked up the first time; what a page reads is told from the second.
    await ask(`http://127.0.0.1:${port}${path}`);
    const told = await watch(() => ask(`http://127.0.0.1:${port}${path}`));
    const slowest = Math.max(...told.map((t) => t.took));
    row(`${name}: ${told.length} statements, the slowest`, ms(slowest));
    for (const { text, tables, plan } of told) {
      say(plan);
      for (const { table, rows } of tables) {
        whole++;
        say(`  READ WHOLE: ${table} (${rows} rows) by: ${text.slice(0, 200)}`);
      }
    }
  }
  row("tables above 10,000 rows that a page reads whole", String(whole), "none");
  if (whole > 0) giveUp("a page reads a large table from end to end; which is above.");
}

const reading = (personId) => ({
  ...{ version: 2, id: randomUUID(), personId, at: new Date().toISOString() },
  ...{ supersedes: null, order: null, kind: "reading", snapshot: "as found", slot: "flow" },
  ...{ raw: "36 m3/h", unit: "m3/h", si: 0.01, fault: null, reason: null },
});

const sleep = (time) => new Promise((resolve) => setTimeout(resolve, time));
