import { describe, expect, inject, it } from "vitest";
import { freshDatabase } from "../testing/fresh-database";
import { bringUp, type DemoWanted } from "./bring-up";
import { closeConnection, unitOfWork } from "./connection";

/** A database of its own, brought up to date and with nothing in it. */
async function empty(name: string): Promise<string> {
  const beside = new URL("/template1", inject("databaseUrl")).href;
  return freshDatabase(beside, `demo_${name}`);
}
async function run(url: string, sql: string): Promise<void> {
  await closeConnection();
  process.env["DATABASE_URL"] = url;
  await (await unitOfWork()).execute(sql);
  await closeConnection();
}
const PERSON =
  "insert into person (id, name, role, units, settings) values (gen_random_uuid(), 'Ada', 'administrator', 'metric', '{}')";
const PLACE = `insert into site (id, name, zone, units, conditions, created_at)
  values (gen_random_uuid(), 'Somewhere', 'UTC', 'metric', '{}', now())`;

describe("the demo", () => {
  it.each<[string, DemoWanted, readonly string[], { real?: boolean }, boolean]>([
    ["comes by itself where nothing is", "when-empty", [], {}, true],
    ["does not where somebody is", "when-empty", [PERSON], {}, false],
    ["comes there on request", "asked", [PERSON], {}, true],
    ["never comes beside a place, on request either", "asked", [PERSON, PLACE], {}, false],
    ["never comes by itself beside a place", "when-empty", [PLACE], {}, false],
    [
      "does not come by itself where a yard of one's own begins",
      "when-empty",
      [],
      { real: true },
      false,
    ],
    ["is not loaded where it is not wanted", "never", [], {}, false],
  ])("%s", async (name, demo, rows, how, comes) => {
    const url = await empty(name.replaceAll(/\W/g, "").slice(0, 40).toLowerCase());
    await bringUp(url, { demo: "never", ...how });
    for (const sql of rows) await run(url, sql);
    const done = await bringUp(url, { demo });
    expect([done.demo, done.isDemo]).toEqual([comes, comes]);
    // Whoever stays in a demo has it once.
    expect((await bringUp(url, { demo })).demo).toBe(false);
    expect(done.welcome === undefined).toBe(comes);
  });
});
