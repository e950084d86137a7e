import "server-only";
import type { CauseId, ObservationId, PumpId } from "@yard-tack/core/case";
import { observationRow } from "@yard-tack/core/diagnosis";
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

/** What is told of a pump now. */
export interface Told {
  readonly kind: "call" | "round";
  readonly codes: readonly ObservationId[];
}

/** The newest visit of a pump within 90 days that ended with a cause of what is told again. */
export const recurrenceOf = async (
  pumpId: PumpId,
  told: Told,
  now: Date,
): Promise<Recurrence | null> => comesBack(await callsOfPump(pumpId, since(now)), told, now);

/**
 * A round complains of nothing. A complaint comes back where the cause found then is heard of by it more than
 * other causes are; one in words alone may be anything, and is taken to be the same.
 * @param before - calls that ended with a cause since then, newest first
 */
export function comesBack(
  before: readonly EarlierCall[],
  { kind, codes }: Told,
  now: Date,
): Recurrence | null {
  if (kind === "round") return null;
  const complaints = codes.filter((c) => c.startsWith("complaint."));
  const same = before.find(
    ({ cause }) => complaints.length === 0 || complaints.some((c) => isHeardOf(cause, c)),
  );
  if (!same) return null;
  const { at, title, found, done } = same;
  const daysAgo = Math.round((now.getTime() - at.getTime()) / DAY_MS);
  return { at: at.toISOString(), daysAgo, title, found, done };
}

const isHeardOf = (cause: CauseId, complaint: ObservationId): boolean => {
  const row = observationRow(complaint);
  return row !== undefined && (row.under[cause] ?? row.base) > row.base;
};
