import { existsSync } from "node:fs";
import { createServer } from "node:net";
import { expect, describe, it } from "vitest";
import { runningServer } from "./parts/cluster.mjs";
import { secretsOf } from "./parts/secrets.mjs";
import { freePort } from "./parts/ports.mjs";
import { ask } from "./testing/world.mjs";
import { dataFolder, nothingLeft, npmStart, status } from "./testing/starting.mjs";

const databaseOf = (data) =>
  `postgresql://yard:${secretsOf(`${data}/cluster`).owner}@127.0.0.1:${runningServer(`${data}/cluster/data`).port}/postgres`;

describe("npm start", () => {
  it("serves, stops with the npm that runs it, and knows a newer database", async () => {
    const data = dataFolder();
    const run = await npmStart(data);
    await run.serves();
    expect(await status(run.address)).toBe(200);

    ask(
      databaseOf(data),
      "insert into mikro_orm_migrations (name) values ('migration-999-to-come')",
    );
    // To npm alone, as a supervisor does; it passes nothing on.
    process.kill(run.pid, "SIGTERM");
    await nothingLeft(data);

    const older = await npmStart(data);
    expect(await older.ended).toBe(1);
    expect(older.refusal()).toEqual([
      "yard-tack: this database was used by a newer Yard Tack (it has migration-999-to-come, which this one does not know). Nothing was changed; start the newer one, or use another database.",
    ]);
    await nothingLeft(data);
  });

  it("says in one line that its port is taken", async () => {
    const data = dataFolder();
    const taken = createServer().listen(0, "127.0.0.1");
    await new Promise((resolve) => taken.once("listening", resolve));
    const { port } = taken.address();
    const run = await npmStart(data, { PORT: String(port) });
    expect(await run.ended).toBe(1);
    taken.close();
    expect(run.printed()).toBe(
      `yard-tack: port ${port} is taken; stop what uses it, or choose another: PORT=${port + 1} npm start\n`,
    );
    await nothingLeft(data);
  });

  it.each([
    ["PORT=of-call", { PORT: "of-call" }, /is no port; use 1 to 65535/],
    [
      "a database that is no address",
      { DATABASE_URL: "nonsense" },
      /is no address of a PostgreSQL/,
    ],
  ])("says in one line what is wrong with %s", async (_, env, why) => {
    const data = dataFolder();
    const run = await npmStart(data, env);
    expect(await run.ended).toBe(1);
    expect(run.printed().trim().split("\n")).toHaveLength(1);
    expect(run.printed()).toMatch(why);
  });

  it("removes nothing that nobody said to remove, and makes a backup before it does", async () => {
    const data = dataFolder();
    const asked = await npmStart(data, {}, ["--reset"]);
    expect(await asked.ended).toBe(1);
    expect(asked.printed()).toMatch(/Nothing was removed/);
    const first = await npmStart(data);
    await first.serves();
    process.kill(first.pid, "SIGTERM");
    await nothingLeft(data);
    const sure = await npmStart(data, {}, ["--reset", "--yes"]);
    expect(await sure.ended).toBe(0);
    expect(existsSync(`${data}/cluster`)).toBe(false);
    const [, backup] = /Backup made: (\S+)/.exec(sure.printed()) ?? [];
    expect(existsSync(`${backup}/manifest.json`)).toBe(true);
    await nothingLeft(data);
  });

  it("leaves the demo for a yard of one's own by one command, and never mixes the two", async () => {
    const data = dataFolder();
    const demo = await npmStart(data);
    await demo.serves();
    const pumps = () => ask(databaseOf(data), "select count(*) from pump");
    expect(pumps()).not.toBe("0");
    process.kill(demo.pid, "SIGTERM");
    await nothingLeft(data);
    const asked = await npmStart(data, {}, ["--real"]);
    expect(await asked.ended).toBe(1);
    expect(asked.printed()).toMatch(/Nothing was removed/);
    const real = await npmStart(data, {}, ["--real", "--yes"]);
    await real.serves();
    expect(real.printed()).toMatch(/The demo is left; what was in it is in \S+/);
    expect(real.printed()).toMatch(/Whoever opens this becomes it.*\n.*\/welcome\//);
    expect(pumps()).toBe("0");
    process.kill(real.pid, "SIGTERM");
    await nothingLeft(data);
    // From then on a plain start serves that yard, empty as it is.
    const plain = await npmStart(data);
    await plain.serves();
    expect(pumps()).toBe("0");
    process.kill(plain.pid, "SIGTERM");
    await nothingLeft(data);
  });

  it("says in one line that nobody answers at the database", async () => {
    const data = dataFolder();
    const port = await freePort();
    const run = await npmStart(data, { DATABASE_URL: `postgresql://yard@127.0.0.1:${port}/yard` });
    expect(await run.ended).toBe(1);
    expect(run.printed()).toBe(
      `yard-tack: nobody answers at 127.0.0.1:${port}/yard; start that server or mend DATABASE_URL.\n`,
    );
  });
});
