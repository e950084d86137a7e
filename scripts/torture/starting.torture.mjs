/** Starts cut short at every moment, by every signal: nothing may be left, and the next start must do. */
import { describe, expect, it } from "vitest";
import { runningServer } from "../parts/cluster.mjs";
import { dataFolder, nothingLeft, npmStart, pidsOf, status } from "../testing/starting.mjs";

/** From before the database is made to after it serves [ms]. */
const MOMENTS = [100, 400, 800, 1300, 2000, 3000, 4500, 6500, 9000];

/** Who gets which signal: the terminal's whole group, npm alone, the command alone without a word. */
const ENDS = {
  "Ctrl-C": (run) => process.kill(-run.pid, "SIGINT"),
  "a term signal to npm alone": (run) => process.kill(run.pid, "SIGTERM"),
  "a kill of npm": (run) => process.kill(run.pid, "SIGKILL"),
  "a kill of the command": async (_, data) => {
    await expect.poll(() => pidsOf(data, "scripts/start.mjs").length).toBeGreaterThan(0);
    for (const pid of pidsOf(data, "scripts/start.mjs")) process.kill(pid, "SIGKILL");
  },
};

describe.each(Object.entries(ENDS))("%s", (_, end) => {
  it("leaves nothing at any moment of a start, and the next one serves", async () => {
    const data = dataFolder();
    for (const moment of MOMENTS) {
      const run = await npmStart(data);
      await new Promise((resolve) => setTimeout(resolve, moment));
      await end(run, data);
      await nothingLeft(data);
    }
    const last = await npmStart(data);
    await last.serves();
    expect(await status(last.address)).toBe(200);
    process.kill(-last.pid, "SIGINT");
    await nothingLeft(data);
  });
});

describe("two starts of one checkout at once", () => {
  it("both serve, and either may go first", async () => {
    const data = dataFolder();
    const runs = await Promise.all([npmStart(data), npmStart(data)]);
    await Promise.all(runs.map((run) => run.serves()));
    process.kill(-runs[0].pid, "SIGINT");
    await runs[0].ended;
    expect(await status(runs[1].address)).toBe(200);
    process.kill(-runs[1].pid, "SIGINT");
    await nothingLeft(data);
  });
});

describe("what is killed while it serves", () => {
  it("comes back by itself: the server, and PostgreSQL under it", async () => {
    const data = dataFolder();
    const run = await npmStart(data);
    await run.serves();

    process.kill(pidsOf(data, "next-server")[0] ?? pidsOf(data, "dist/bin/next")[0], "SIGKILL");
    await run.says("The server ended by itself; starting it again.");
    await expect.poll(() => status(run.address), { timeout: 60_000 }).toBe(200);

    process.kill(runningServer(`${data}/cluster/data`).pid, "SIGKILL");
    await run.says("PostgreSQL runs again.");
    await expect.poll(() => status(run.address), { timeout: 60_000 }).toBe(200);

    process.kill(-run.pid, "SIGINT");
    await nothingLeft(data);
  });
});
