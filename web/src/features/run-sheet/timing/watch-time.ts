/** A watch that goes on through a closed tab: when it was started, and what ran before that. */

export interface WatchTime {
  /** When it was started [ms]; null while it stands. */
  readonly since: number | null;
  /** Time from earlier starts [ms]. */
  readonly before: number;
  /** Whether its end has been rung. */
  readonly rung: boolean;
}

export const STANDS: WatchTime = { since: null, before: 0, rung: false };

/** Longer than this it was forgotten, not running [ms]. */
const FORGOTTEN_MS = 8 * 3_600_000;

/** A clock set back while it ran must not show less than nothing. */
export const elapsedOf = (watch: WatchTime, now: number): number =>
  watch.before + (watch.since === null ? 0 : Math.max(0, now - watch.since));

export const isForgotten = (elapsed: number): boolean => elapsed > FORGOTTEN_MS;

/** Minutes and seconds as a watch shows them; hours when there are any. */
export function watchText(ms: number): string {
  const s = Math.max(0, Math.floor(ms / 1000));
  const two = (n: number) => String(n).padStart(2, "0");
  const hours = Math.floor(s / 3600);
  const rest = `${two(Math.floor((s % 3600) / 60))}:${two(s % 60)}`;
  return hours > 0 ? `${hours}:${rest}` : rest;
}

/** A watch from what was stored; anything else stands at zero. */
export function readWatch(stored: string | null): WatchTime {
  try {
    const raw: unknown = JSON.parse(stored ?? "null");
    if (typeof raw !== "object" || raw === null) return STANDS;
    const { since, before, rung } = raw as Partial<Record<keyof WatchTime, unknown>>;
    return {
      since: typeof since === "number" && Number.isFinite(since) ? since : null,
      before: typeof before === "number" && before >= 0 ? before : 0,
      rung: rung === true,
    };
  } catch {
    return STANDS;
  }
}

/** Seconds for a reading: whole ones from a minute up, tenths below. */
export const secondsText = (ms: number): string =>
  ms >= 60_000 ? `${Math.round(ms / 1000)} s` : `${(ms / 1000).toFixed(1)} s`;
