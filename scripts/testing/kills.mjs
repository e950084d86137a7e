/**
 * Four devices type while the server or PostgreSQL is killed at random moments. What was told kept has to be there
 * once, and in each device's own order.
 */
import { randomUUID } from "node:crypto";
import { asHeader, enterAs } from "../parts/enter.mjs";
import { ask, killableWorld } from "./world.mjs";

const DEVICES = 4;
const sleep = (time) => new Promise((resolve) => setTimeout(resolve, time));

/**
 * @param {string} root - the checkout
 * @param {{ kills: number, seed: number, pause?: number }} how - `pause`: the longest between two kills [ms]
 * @returns {Promise<{ acknowledged: number, lost: number, doubled: number, outOfOrder: number, kills: number }>}
 */
export async function typeThroughKills(root, { kills, seed, pause = 1500 }) {
  const chance = random(seed);
  const world = await killableWorld(root);
  const { address, url } = world;
  try {
    const cookie = asHeader(await enterAs(address, "Technician"));
    const person = ask(url, "select id from person where name = 'Technician'");
    const [sheet] = ask(url, "select id from run_sheet where signed_at is null").split("\n");
    let going = true;
    const devices = Array.from({ length: DEVICES }, () =>
      device(address, cookie, sheet, person, () => going),
    );
    for (let done = 0; done < kills; done++) {
      await sleep(200 + pause * chance());
      if (chance() < 0.5) {
        await world.killServer();
        await world.serveAgain();
      } else world.killPostgres();
    }
    await world.back();
    await sleep(1500);
    going = false;
    const told = await Promise.all(devices);
    return { kills, ...judged(told, rowsOf(url)) };
  } finally {
    await world.stop();
  }
}

/** Types one reading after the other, and sends each until it is told kept, as the courier does. */
async function device(address, cookie, sheet, person, going) {
  const acknowledged = [];
  for (let n = 0; going(); n++) {
    const entry = {
      ...{ version: 2, id: randomUUID(), personId: person, at: new Date().toISOString() },
      ...{ supersedes: null, order: null, kind: "reading", snapshot: "as found", slot: "flow" },
      ...{ raw: "36 m3/h", unit: "m3/h", si: 0.01, fault: null, reason: null },
    };
    while (going()) {
      const kept = await send(`${address}/api/sheets/${sheet}/entries`, cookie, entry);
      if (kept) acknowledged.push(entry.id);
      if (kept) break;
      await sleep(50);
    }
    await sleep(20);
  }
  return acknowledged;
}

async function send(to, cookie, entry) {
  try {
    const answer = await fetch(to, {
      method: "POST",
      headers: { "content-type": "application/json", cookie, origin: new URL(to).origin },
      body: JSON.stringify({ entries: [entry] }),
      signal: AbortSignal.timeout(5000),
    });
    const { kept = [] } = await answer.json();
    return answer.ok && kept.some((k) => k.id === entry.id);
  } catch {
    return false;
  }
}

/** Every kept entry, in the order of the server. */
const rowsOf = (url) =>
  ask(url, "select id from sheet_entry where body->>'raw' = '36 m3/h' order by seq").split("\n");

function judged(told, rows) {
  const place = new Map(rows.map((id, i) => [id, i]));
  const all = told.flat();
  const places = told.map((ids) => ids.map((id) => place.get(id) ?? -1));
  return {
    acknowledged: all.length,
    lost: all.filter((id) => !place.has(id)).length,
    doubled: rows.length - place.size,
    outOfOrder: places.reduce(
      (n, list) => n + list.filter((p, i) => i > 0 && p < list[i - 1]).length,
      0,
    ),
  };
}

/** A generator of numbers from 0 to 1 that gives the same ones again. */
function random(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
