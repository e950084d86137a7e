/** Keeps a server going for as long as it is wanted: what ends by itself is started again, later each time, and never given up. */
import { say } from "./say.mjs";

/** Waits between one that ended and the next [ms]; the last for all that follow. */
const PAUSES = [0, 0, 500, 1000, 2000, 5000, 15_000, 30_000, 60_000];
/** One that served for so long begins anew [ms]. */
const STEADY = 3000;

/** How long to wait before the next, after so many in a row that did not last [ms]. */
export const pauseAfter = (ends) => PAUSES[Math.min(ends, PAUSES.length) - 1] ?? 0;

/**
 * @param {(env: Record<string, string>) => Promise<{ ended: Promise<unknown>, stop: () => Promise<void> }>} serve - told by
 *   YARD_RESTARTS how often in a row it did not last
 * @param {{ signal: AbortSignal, onStop: (undo: () => unknown) => void, first: () => Promise<void>, serves: () => unknown }} how -
 *   `first` once it has served for the first time: a server that never did is a fault of the start, and thrown
 */
export async function keepServing(serve, { signal, onStop, first, serves }) {
  const aborted = new Promise((resolve) =>
    signal.addEventListener("abort", () => resolve("aborted"), { once: true }),
  );
  let server;
  onStop(() => server?.stop());
  let ends = 0;
  let isFirst = true;
  while (!signal.aborted) {
    const began = Date.now();
    try {
      server = await serve({ YARD_RESTARTS: String(ends) });
      if (isFirst) await first();
      isFirst = false;
      await serves();
      await Promise.race([server.ended, aborted]);
    } catch (error) {
      if (isFirst || signal.aborted) throw error;
      say(error.message);
    }
    if (signal.aborted) return;
    ends = Date.now() - began > STEADY ? 1 : ends + 1;
    const pause = pauseAfter(ends);
    const when = pause > 0 ? ` in ${pause / 1000} s` : "";
    say(`The server ended by itself; starting it again${when}. What was saved is kept.`);
    let timer;
    await Promise.race([aborted, new Promise((resolve) => (timer = setTimeout(resolve, pause)))]);
    clearTimeout(timer);
  }
}
