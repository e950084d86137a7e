/** When the next round falls due: after so many days, or so many hours run, whichever comes first. */

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** How often a pump is gone round to. */
export interface RoundRule {
  /** [d] */
  readonly days: number;
  /** Hours run; null where no counter is read. */
  readonly hours: number | null;
}

/** One look at a pump's counter of hours run. */
export interface CounterReading {
  /** [ms since 1970] */
  readonly at: number;
  /** [h] */
  readonly hours: number;
}

export interface NextRound {
  /** [ms since 1970] */
  readonly at: number;
  readonly by: "days" | "hours";
  /** What the counter shows when it is due; null where it does not decide or was never read. */
  readonly dueHours: number | null;
}

/** Two looks closer than this say nothing of how much it runs in a day [ms]. */
const TOO_CLOSE = DAY;

/**
 * Hours it runs in a day, by the oldest and the newest look since the counter last went backwards, which a new counter
 * does; undefined before there are two that lie apart. Never more than a day has.
 */
export function hoursPerDay(counter: readonly CounterReading[]): number | undefined {
  const looks = counter.toSorted((a, b) => a.at - b.at);
  const back = looks.findLastIndex((r, i) => r.hours < (looks[i - 1]?.hours ?? 0));
  const [first, last] = [looks[Math.max(back, 0)], looks.at(-1)];
  if (!first || !last || last.at - first.at < TOO_CLOSE) return undefined;
  return Math.min(24, ((last.hours - first.hours) / (last.at - first.at)) * DAY);
}

/**
 * When a counter will show so many hours [ms since 1970], as it ran until now; undefined while nobody can say, or where
 * it stands still.
 */
export function reaches(dueHours: number, counter: readonly CounterReading[]): number | undefined {
  const perDay = hoursPerDay(counter);
  const last = counter.toSorted((a, b) => a.at - b.at).at(-1);
  if (!last || !perDay) return undefined;
  return last.at + ((dueHours - last.hours) / perDay) * DAY;
}

/**
 * The round after one that was made just now.
 * @param counter - what was read of the counter, today's too
 */
export function nextRound(
  rule: RoundRule,
  now: number,
  counter: readonly CounterReading[],
): NextRound {
  const byDays = now + rule.days * DAY;
  const last = counter.toSorted((a, b) => a.at - b.at).at(-1);
  const dueHours = rule.hours === null || !last ? null : last.hours + rule.hours;
  const byHours = dueHours === null ? undefined : reaches(dueHours, counter);
  return byHours !== undefined && byHours < byDays
    ? { at: byHours, by: "hours", dueHours }
    : { at: byDays, by: "days", dueHours };
}
