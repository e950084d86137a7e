/**
 * What is done by itself while the application is served: a backup each day, a copy of it elsewhere, and once a week a newest one
 * put back into a database that is thrown away. How each ended stands in the database, where the administrator sees it.
 */
import { rmSync } from "node:fs";
import { join } from "node:path";
import { backupsIn, madeAt, madeBy, makeBackup } from "./backups.mjs";
import { withClient } from "./database.mjs";
import { copyElsewhere } from "./elsewhere.mjs";
import { startPostgres } from "./postgres.mjs";
import { restoreBackup } from "./restoring.mjs";
import { say } from "./say.mjs";

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** Whoever has just started it waits for a page, not for a backup [ms]. */
const SOON = 60_000;

/** Daily backups that are kept; none are made for 0. */
const KEPT = Number(process.env.YARD_BACKUPS ?? 14);
/** Those that are younger than so many days are kept besides. */
const KEPT_DAYS = Number(process.env.YARD_BACKUP_DAYS ?? 0);
/** Where a copy goes; nowhere when it is empty. */
const ELSEWHERE = process.env.YARD_BACKUP_COPY ?? "";

/** How often a backup is put back on trial [ms]. */
const TRIED_EVERY = 7 * DAY;

const isDaily = (folder) => (name) => madeBy(join(folder, name)) === "daily";

/** Whether it is time: at once where there is none of a day's, and a day after the newest. */
export function isDue(folder, now) {
  const newest = backupsIn(folder).find(isDaily(folder));
  return newest === undefined || now - madeAt(newest) >= DAY;
}

/**
 * Removes daily backups that are more than so many and older than so many days. What somebody made by hand, and what was made before
 * something was replaced, stays until somebody removes it.
 */
export function keepNewest(folder, count, days, now) {
  const old = backupsIn(folder)
    .filter(isDaily(folder))
    .slice(count)
    .filter((name) => now - madeAt(name) > days * DAY);
  for (const name of old) rmSync(join(folder, name), { recursive: true, force: true });
}

/** Notes how something ended, and when it last went well. */
async function noted(url, name, ok, about) {
  await withClient(url, (client) =>
    client.query(
      `insert into upkeep (name, at, ok, about, good_at) values ($1, now(), $2, $3, case when $2 then now() end)
         on conflict (name) do update set at = excluded.at, ok = excluded.ok, about = excluded.about,
           good_at = coalesce(excluded.good_at, upkeep.good_at)`,
      [name, ok, about.slice(0, 500)],
    ),
  );
}

/** Puts a backup into a cluster that is thrown away, and looks at every row of it. */
export async function tryBackup(root, folder, signal) {
  const trial = await startPostgres(root, { name: "trial", throwAway: true, signal });
  try {
    return await restoreBackup(trial.url, folder, { signal });
  } finally {
    await trial.stop();
  }
}

/**
 * Looks soon after the start and then once an hour what is due. What fails is said, noted and tried again an hour later.
 * @returns a stop
 */
export function upkeep({ root, url, folder, signal }) {
  if (!(KEPT > 0)) return async () => undefined;
  const one = async (name, what, work) => {
    try {
      const about = await work();
      say(`${what}: ${about}`);
      await noted(url, name, true, about);
      return true;
    } catch (error) {
      if (signal.aborted) return false;
      say(`${what} failed: ${error.message}`);
      // Where the database is away that can be noted nowhere but here.
      await noted(url, name, false, error.message).catch(() => undefined);
      return false;
    }
  };
  const isOld = async (name, age) =>
    withClient(url, async (client) => {
      const { rows } = await client.query("select good_at from upkeep where name = $1", [name]);
      return rows[0]?.good_at == null || Date.now() - rows[0].good_at.getTime() >= age;
    }).catch(() => false);
  const look = async () => {
    if (isDue(folder, Date.now())) {
      await one("backup", "Backup made", async () => {
        const made = await makeBackup(url, folder, { by: "daily", signal });
        keepNewest(folder, KEPT, KEPT_DAYS, Date.now());
        return made;
      });
    }
    const [newest] = backupsIn(folder);
    if (newest === undefined || signal.aborted) return;
    if (ELSEWHERE !== "" && (await isOld("copy", madeAge(newest))))
      await one("copy", "Copy made", () => copyElsewhere(join(folder, newest), ELSEWHERE, signal));
    if (!signal.aborted && (await isOld("trial", TRIED_EVERY)))
      await one("trial", "Backup put back on trial", async () => {
        const { rows } = await tryBackup(root, join(folder, newest), signal);
        const count = Object.values(rows).reduce((sum, n) => sum + n, 0);
        return `${newest}, ${count} rows compared`;
      });
  };
  let making = Promise.resolve();
  const lookNext = () => (making = making.then(look));
  const timers = [setTimeout(lookNext, SOON), setInterval(lookNext, HOUR)];
  return async () => {
    for (const timer of timers) clearTimeout(timer);
    await making;
  };
}

/** Older than this is a copy from before the newest backup [ms]. */
const madeAge = (newest) => Date.now() - madeAt(newest);
