import {
  chmodSync,
  chownSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  realpathSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { closedFolder, isRoot, launch, processesWith } from "../testing/processes.mjs";
import { ask } from "../testing/world.mjs";
import { runningServer } from "./cluster.mjs";

const NOBODY = 65_534;
const parts = fileURLToPath(new URL(".", import.meta.url));

/** Takes hold of a cluster in a process of its own, prints its address and waits to be told to let go. */
const HOLDER = `
  import { startPostgres } from "PARTS/postgres.mjs";
  import { inCare } from "PARTS/care.mjs";
  if (process.env.MASK) process.umask(Number(process.env.MASK));
  await inCare(async ({ signal, onStop }) => {
    const held = await startPostgres(process.env.ROOT, { name: "cluster", signal });
    onStop(held.stop);
    console.log("at " + held.url);
    await new Promise((resolve) => signal.addEventListener("abort", resolve));
    return 0;
  });`;

/** @param {{ scripts?: string, uid?: number, mask?: number, env?: object }} how - as whom, with which copy of the scripts */
function holder(root, { scripts = parts, uid, mask, env: more } = {}) {
  const env = { ...process.env, ...more, ROOT: root, ...(mask ? { MASK: String(mask) } : {}) };
  const code = HOLDER.replaceAll("PARTS/", scripts.endsWith("/") ? scripts : `${scripts}/`);
  const run = launch(process.execPath, ["--input-type=module", "-e", code], { env, uid, cwd: "/" });
  return { ...run, address: () => addressOf(run) };
}

async function addressOf(run) {
  await expect.poll(run.printed, { timeout: 60_000 }).toMatch(/^(at |yard-tack:)/m);
  const [, url] = /^at (\S+)$/m.exec(run.printed()) ?? [];
  if (!url) throw new Error(run.printed());
  return url;
}

const quit = async (run) => {
  process.kill(run.pid, "SIGINT");
  return run.ended;
};
const nothingLeft = (root) =>
  expect.poll(() => processesWith(`ROOT=${root}`), { timeout: 30_000 }).toEqual([]);

/** A folder others may pass through, as a checkout usually is. */
let open;
beforeAll(() => {
  open = realpathSync(mkdtempSync(join(tmpdir(), "yard-open-")));
  chmodSync(open, 0o755);
});
afterAll(() => rmSync(open, { recursive: true, force: true }));
const checkout = (name) => {
  const root = join(open, name);
  mkdirSync(root, { recursive: true });
  return root;
};

describe("a cluster of the checkout's own", () => {
  it.runIf(isRoot)("is made elsewhere where the home of root is closed", async () => {
    const root = join(closedFolder(), "closed-checkout");
    mkdirSync(root);
    // A mask as careful as the home: what is made elsewhere must be open to the other user all the same.
    const run = holder(root, { mask: 0o077 });
    expect(ask(await run.address(), "select 1")).toBe("1");
    expect(await quit(run)).toBe(0);
    await nothingLeft(root);
    const made = readdirSync("/var/lib/yard-tack").filter((n) => n.startsWith("closed-checkout-"));
    expect(made).toHaveLength(1);
    rmSync(join("/var/lib/yard-tack", made[0]), { recursive: true });
  });

  it.runIf(isRoot)("is made by an ordinary user in the checkout", async () => {
    const root = checkout("ordinary");
    // The tests may stand in a closed home themselves.
    cpSync(parts, join(root, "parts"), { recursive: true });
    chownSync(root, NOBODY, NOBODY);
    const run = holder(root, { uid: NOBODY, scripts: join(root, "parts") });
    expect(ask(await run.address(), "select 1")).toBe("1");
    expect(existsSync(join(root, ".yard/cluster/data/PG_VERSION"))).toBe(true);
    await quit(run);
    await nothingLeft(root);
  });

  it("stands beside that of a second checkout", async () => {
    const roots = [checkout("first"), checkout("second")];
    const runs = roots.map((root) => holder(root));
    const urls = await Promise.all(runs.map((run) => run.address()));
    expect(new Set(urls).size).toBe(2);
    ask(urls[0], "create table here (x int)");
    expect(ask(urls[1], "select to_regclass('here') is null")).toBe("t");
    await quit(runs[0]);
    expect(ask(urls[1], "select 1")).toBe("1");
    await quit(runs[1]);
    await Promise.all(roots.map(nothingLeft));
  });
});

describe("who gets into a cluster", () => {
  it("shows a password, which stands in a file that nobody else reads", async () => {
    const root = checkout("closed");
    const run = holder(root);
    const url = new URL(await run.address());
    expect(url.password).toHaveLength(32);
    const secrets = join(root, ".yard/cluster/secrets.json");
    expect(statSync(secrets).mode & 0o777).toBe(0o600);
    expect(existsSync(join(root, ".yard/cluster/password"))).toBe(false);
    for (const wrong of ["", "guessed"]) {
      url.password = wrong;
      expect(() => ask(url.href, "select 1")).toThrow(/password/);
    }
    await quit(run);
    await nothingLeft(root);
  });

  it("and one that an earlier version left open is closed, with all that is in it", async () => {
    const root = checkout("trusting");
    const first = holder(root);
    ask(await first.address(), "create table kept (x int)");
    await quit(first);
    await nothingLeft(root);
    const folder = join(root, ".yard/cluster");
    writeFileSync(join(folder, "data/pg_hba.conf"), "host all all 127.0.0.1/32 trust\n");
    rmSync(join(folder, "secrets.json"));
    const run = holder(root);
    const url = new URL(await run.address());
    expect(ask(url.href, "select count(*) from kept")).toBe("0");
    url.password = "";
    expect(() => ask(url.href, "select 1")).toThrow(/password/);
    await quit(run);
    await nothingLeft(root);
  });
});

describe("two starts of one checkout", () => {
  it("share the cluster, and the last one out stops it", async () => {
    const root = checkout("shared");
    // Both at once, so that both would make it.
    const runs = [holder(root), holder(root)];
    const [first, second] = await Promise.all(runs.map((run) => run.address()));
    expect(first).toBe(second);
    await quit(runs[0]);
    expect(ask(second, "select 1")).toBe("1");
    await quit(runs[1]);
    await nothingLeft(root);
  });
});

describe("a cluster whose start or stop was cut short", () => {
  it("stops when its only holder is killed without a word", async () => {
    const root = checkout("killed");
    const run = holder(root);
    await run.address();
    process.kill(run.pid, "SIGKILL");
    await nothingLeft(root);
  });

  it("stops when its keeper is killed too, and starts again", async () => {
    const root = checkout("keeper");
    const run = holder(root);
    const url = await run.address();
    ask(url, "create table kept (x int)");
    for (const line of processesWith(`ROOT=${root}`))
      if (line.includes("keeper.mjs")) process.kill(Number(line.split(" ")[0]), "SIGKILL");
    await quit(run);
    await nothingLeft(root);
    const again = holder(root);
    expect(ask(await again.address(), "select count(*) from kept")).toBe("0");
    await quit(again);
  });

  it("is made anew where initdb was interrupted", async () => {
    const root = checkout("half");
    const run = holder(root);
    await expect
      .poll(() => existsSync(join(root, ".yard/cluster/data.making/PG_VERSION")), {
        interval: 5,
        timeout: 60_000,
      })
      .toBe(true);
    for (const line of processesWith(`ROOT=${root}`)) {
      try {
        process.kill(Number(line.split(" ")[0]), "SIGKILL");
      } catch {
        // It went with the one that started it.
      }
    }
    await run.ended;
    await nothingLeft(root);
    expect(existsSync(join(root, ".yard/cluster/data"))).toBe(false);
    const again = holder(root);
    expect(ask(await again.address(), "select 1")).toBe("1");
    await quit(again);
  });

  it("puts files that never became a database aside", async () => {
    const root = checkout("broken");
    const folder = join(root, ".yard/cluster");
    mkdirSync(join(folder, "data"), { recursive: true });
    writeFileSync(join(folder, "data/PG_VERSION"), "15\n");
    const run = holder(root);
    expect(ask(await run.address(), "select 1")).toBe("1");
    await quit(run);
    expect(readdirSync(folder).filter((n) => n.startsWith("data.broken-"))).toHaveLength(1);
    expect(run.printed()).toContain("it is kept as");
  });

  it("starts over a stale file that names another program's process", async () => {
    const root = checkout("stale");
    const run = holder(root);
    await run.address();
    await quit(run);
    const data = join(root, ".yard/cluster/data");
    writeFileSync(
      join(data, "postmaster.pid"),
      `${process.pid}\n${data}\n1\n5432\n\n127.0.0.1\n  1 1\nready   \n`,
    );
    const again = holder(root);
    expect(ask(await again.address(), "select 1")).toBe("1");
    await quit(again);
  });

  it("comes back on its port when PostgreSQL is killed", async () => {
    const root = checkout("revived");
    const run = holder(root);
    const url = await run.address();
    ask(url, "create table kept (x int)");
    process.kill(runningServer(join(root, ".yard/cluster/data")).pid, "SIGKILL");
    await expect.poll(run.printed, { timeout: 60_000 }).toContain("PostgreSQL runs again.");
    expect(ask(url, "select count(*) from kept")).toBe("0");
    await quit(run);
    await nothingLeft(root);
  });
});

describe("a cluster that cannot start", () => {
  it("says which PostgreSQL made the data and changes nothing", async () => {
    const root = checkout("older");
    const data = join(root, ".yard/cluster/data");
    mkdirSync(data, { recursive: true });
    writeFileSync(join(data, "PG_VERSION"), "9\n");
    const run = holder(root);
    expect(await run.ended).toBe(1);
    expect(run.printed()).toMatch(/^yard-tack: the data were made by PostgreSQL 9.*\n$/);
    expect(readdirSync(data)).toEqual(["PG_VERSION"]);
  });

  it.runIf(isRoot)("says that the checkout belongs to somebody else", async () => {
    const root = checkout("foreign");
    cpSync(parts, join(root, "parts"), { recursive: true });
    const run = holder(root, { uid: NOBODY, scripts: join(root, "parts") });
    expect(await run.ended).toBe(1);
    expect(run.printed()).toBe(
      `yard-tack: ${root}/.yard belongs to somebody else or is closed; start as the user it belongs to, or give it to this one. Nothing was changed.\n`,
    );
  });

  it("says what to have installed where there is no PostgreSQL and it may not do so itself", async () => {
    const root = checkout("without");
    cpSync(parts, join(root, "parts"), { recursive: true });
    const run = holder(root, {
      ...(isRoot ? { uid: NOBODY, scripts: join(root, "parts") } : {}),
      env: { YARD_POSTGRES_HOME: join(root, "nothing") },
    });
    expect(await run.ended).toBe(1);
    expect(run.printed()).toBe(
      "yard-tack: PostgreSQL is missing; have Debian's package postgresql installed or set DATABASE_URL to a server of your own.\n",
    );
  });

  it.each([
    ["make", { initdb: "initdb: error: could not create file: No space left on device" }],
    ["start", { postgres: "FATAL:  could not write lock file: No space left on device" }],
  ])(
    "says that the disk is full when it cannot %s, and nothing is left behind",
    async (what, says) => {
      const root = checkout(`full-${what}`);
      // Programs that say what PostgreSQL says then; making works where only starting is asked about.
      const programs = join(root, "programs/15/bin");
      mkdirSync(programs, { recursive: true });
      const made =
        'mkdir -p "$2/global" && touch "$2/global/pg_control" "$2/postgresql.conf" && echo 15 > "$2/PG_VERSION"';
      for (const name of ["initdb", "postgres"]) {
        const does = says[name] ? `echo "${says[name]}" >&2; exit 1` : made;
        writeFileSync(join(programs, name), `#!/bin/sh\n${does}\n`, { mode: 0o755 });
      }
      const run = holder(root, { env: { YARD_POSTGRES_HOME: join(root, "programs") } });
      expect(await run.ended).toBe(1);
      expect(run.printed()).toMatch(
        /^yard-tack: .*the disk that holds \S+ is full \(\d+ MB free\); make room and start again\. What was saved is kept\..*\n$/,
      );
      await nothingLeft(root);
    },
  );

  it("says what stands in the way of its folder", async () => {
    const root = checkout("in-the-way");
    writeFileSync(join(root, ".yard"), "a file where a folder should be");
    const run = holder(root);
    expect(await run.ended).toBe(1);
    expect(run.printed()).toMatch(/^yard-tack: \S+\.yard is in the way.*\n$/);
  });
});
