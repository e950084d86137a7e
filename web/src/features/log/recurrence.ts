import "server-only";
import type { PumpId } from "@yard-tack/core/case";
import { callsOfPump, type EarlierCall } from "@/db";

/** A complaint that comes back within this many days is the same complaint. */
const WITHIN_DAYS = 90;
const DAY_MS = 86_400_000;

/** A visit before that ended with a cause. */
export interface Recurrence {
  readonly at: string;
  readonly daysAgo: number;
  readonly title: string;
  readonly found: string;
  readonly done: string;
}

/** The day from which on a call counts as the same complaint; a day is rounded to the nearest. */
export const since = (now: Date): Date => new Date(now.getTime() - (WITHIN_DAYS + 0.5) * DAY_MS);

/** The newest visit of a pump within 90 days that ended with a cause. */
export const recurrenceOf = async (pumpId: PumpId, now: Date): Promise<Recurrence | null> =>
  comesBack(await callsOfPump(pumpId, since(now)), now);

/** @param before - calls that ended with a cause since then, newest first */
export function comesBack(before: readonly EarlierCall[], now: Date): Recurrence | null {
  const [newest] = before;
  if (!newest) return null;
  const { at, title, found, done } = newest;
  const daysAgo = Math.round((now.getTime() - at.getTime()) / DAY_MS);
  return { at: at.toISOString(), daysAgo, title, found, done };
}
