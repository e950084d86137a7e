/** A backup each day while the application is served, and so many kept. */
import { statSync } from "node:fs";
import { join } from "node:path";
import { backupsIn, keepNewest, makeBackup } from "./backups.mjs";
import { say } from "./say.mjs";

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** Nightly backups that are kept; none are made for 0. */
const KEPT = Number(process.env.YARD_BACKUPS ?? 14);

/** Whether it is time: a day after the newest one, or after the start where there is none. */
export function isDue(folder, started, now) {
  const [newest] = backupsIn(folder);
  return now - (newest ? statSync(join(folder, newest)).mtimeMs : started) >= DAY;
}

/**
 * Looks once an hour whether it is time. One that fails is said and tried again an hour later.
 * @returns a stop
 */
export function nightly(url, folder, signal) {
  if (!(KEPT > 0)) return async () => undefined;
  const started = Date.now();
  let making;
  const look = async () => {
    if (!isDue(folder, started, Date.now())) return;
    try {
      say(`Backup made: ${await makeBackup(url, folder, signal)}`);
      keepNewest(folder, KEPT);
    } catch (error) {
      if (!signal.aborted) say(`No backup tonight: ${error.message}`);
    }
  };
  const timer = setInterval(() => (making = look()), HOUR);
  return async () => {
    clearInterval(timer);
    await making;
  };
}
