/** Many drawn plays of two phones on one sheet while networks, servers and databases come and go. */
import { fileURLToPath } from "node:url";
import { say } from "../../scripts/parts/say.mjs";
import { killableWorld } from "../../scripts/testing/world.mjs";
import { drawnPlays, play, twoPhones, type World } from "./interleaved";
import { test } from "./test";

const root = fileURLToPath(new URL("../..", import.meta.url));
const COUNT = Number(process.env["YARD_PLAYS"] ?? 300);
/** One of them alone, once more; or from one on, where an earlier run had come to. */
const ONLY = process.env["YARD_PLAY"];
const FROM = Number(ONLY ?? process.env["YARD_FROM"] ?? 0);
const SEED = Number(process.env["YARD_SEED"] ?? Date.now() % 2 ** 31);

test.describe(`two phones on one sheet, ${COUNT} plays from seed ${SEED}`, () => {
  let world: World;
  test.beforeAll(async () => {
    world = await killableWorld(root);
  });
  test.afterAll(() => world.stop());

  test("end with what was said to be kept, once, in their own order, and with the same sheet", async ({
    browser,
  }) => {
    test.setTimeout(COUNT * 90_000 + 120_000);
    const drawn = drawnPlays(SEED, COUNT);
    const plays = drawn.slice(FROM, ONLY === undefined ? COUNT : FROM + 1);
    const phones = await twoPhones(browser, world);
    for (const [i, one] of plays.entries()) {
      const name = `play ${FROM + i}: ${JSON.stringify(one)}`;
      await test.step(name, () =>
        play(world, phones, one, `IL-${FROM + i}`).catch((error: unknown) => {
          throw new Error(`seed ${SEED}, ${name}`, { cause: error });
        }),
      );
      say(`play ${FROM + i} of ${COUNT}: both are the same`);
    }
  });
});
