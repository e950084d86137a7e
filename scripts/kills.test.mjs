/** The short form of `npm run torture -- kills`. */
import { fileURLToPath } from "node:url";
import { expect, it } from "vitest";
import { typeThroughKills } from "./testing/kills.mjs";

const root = fileURLToPath(new URL("..", import.meta.url));

it("four devices type through four kills: nothing told kept is lost, doubled or out of order", async () => {
  const found = await typeThroughKills(root, { kills: 4, seed: 20261129 });
  expect(found).toMatchObject({ lost: 0, doubled: 0, outOfOrder: 0 });
  expect(found.acknowledged).toBeGreaterThan(20);
}, 240_000);
