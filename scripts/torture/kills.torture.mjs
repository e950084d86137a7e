/** A hundred kills of the server or PostgreSQL while four devices type. */
import { fileURLToPath } from "node:url";
import { expect, it } from "vitest";
import { say } from "../parts/say.mjs";
import { typeThroughKills } from "../testing/kills.mjs";

const root = fileURLToPath(new URL("../..", import.meta.url));

it("lose nothing that was told kept, and double nothing", async () => {
  const seed = Number(process.env.YARD_SEED ?? Date.now() % 1_000_000);
  const found = await typeThroughKills(root, { kills: 100, seed, pause: 5000 });
  say(`seed ${seed}: ${JSON.stringify(found)}`);
  expect(found).toMatchObject({ lost: 0, doubled: 0, outOfOrder: 0 });
  expect(found.acknowledged).toBeGreaterThan(500);
}, 1_800_000);
