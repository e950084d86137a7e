/** A restore over a yard, killed at twenty moments of its way: the old yard stands, or the new one, and each is whole. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, it } from "vitest";
import { makeBackup } from "../parts/backups.mjs";
import { startPostgres } from "../parts/postgres.mjs";
import { keptAside, putBack } from "../parts/restoring.mjs";
import { prepareDatabase } from "../parts/web.mjs";
import { say } from "../parts/say.mjs";
import { launch } from "../testing/processes.mjs";
import { rowsIn } from "../testing/rows.mjs";
import { ask } from "../testing/world.mjs";

const root = fileURLToPath(new URL("../..", import.meta.url));
const MOMENTS = 20;

it("leaves the old yard or the new one, whole, whenever it is killed", async () => {
  const data = mkdtempSync(join(tmpdir(), "yard-restoring-"));
  const cluster = await startPostgres(root, { name: "restoring", throwAway: true });
  const { url, appUrl } = cluster;
  try {
    await prepareDatabase(root, { url, appUrl, demo: "asked" });
    const then = rowsIn(url);
    const backup = await makeBackup(url, join(data, "kept"));
    ask(
      url,
      "insert into photo (id, sheet_id, person_id, at, received_at, about, width, height, data) select gen_random_uuid(), s.id, p.id, now(), now(), 'look', 8, 6, decode(repeat(md5(random()::text), 20000), 'hex') from run_sheet s, person p limit 70",
    );
    const now = rowsIn(url);
    const restore = () =>
      launch(process.execPath, [join(root, "scripts/restore.mjs"), backup, "--over"], {
        cwd: root,
        env: { ...process.env, YARD_DATA: data, DATABASE_URL: url, YARD_APP_URL: appUrl },
      });
    const alone = () =>
      expect
        .poll(
          () =>
            ask(
              url,
              "select count(*) from pg_stat_activity where backend_type = 'client backend' and pid <> pg_backend_pid()",
            ),
          { timeout: 30_000 },
        )
        .toBe("0");
    const began = Date.now();
    expect(await restore().ended).toBe(0);
    const whole = Date.now() - began;
    expect(rowsIn(url)).toEqual(then);
    await putBack(url);
    const stood = { old: 0, new: 0 };
    for (let i = 1; i <= MOMENTS; i++) {
      const run = restore();
      await Promise.race([
        run.ended,
        new Promise((resolve) => setTimeout(resolve, (whole * i) / (MOMENTS + 1))),
      ]);
      try {
        process.kill(-run.pid, "SIGKILL");
      } catch {
        // It was at its end.
      }
      await run.ended;
      await alone();
      const rows = rowsIn(url);
      const isNew = JSON.stringify(rows) !== JSON.stringify(now);
      expect(rows).toEqual(isNew ? then : now);
      stood[isNew ? "new" : "old"]++;
      // What was replaced is there, too.
      if (isNew) {
        await putBack(url);
        expect(rowsIn(url)).toEqual(now);
      }
    }
    say(
      `restore of ${whole} ms killed at ${MOMENTS} moments: ${stood.old} times the old yard stood, ${stood.new} times the new one; ${(await keptAside(url)).length} kept aside`,
    );
    expect(stood.old + stood.new).toBe(MOMENTS);
  } finally {
    await cluster.stop();
    rmSync(data, { recursive: true, force: true });
  }
}, 1_200_000);
