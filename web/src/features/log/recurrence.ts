import "server-only";
import type { PumpId } from "@yard-tack/core/case";
import { causeFound } from "@yard-tack/core/record";
import { logEntries, type LogRecord } from "@/db";

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

/** The newest visit of a pump within 90 days that ended with a cause. */
export async function recurrenceOf(pumpId: PumpId, now: Date): Promise<Recurrence | null> {
  return newest(await logEntries(pumpId), now);
}

/** The same of every pump that has one, by pump. */
export async function recurrences(now: Date): Promise<ReadonlyMap<string, Recurrence>> {
  const byPump = new Map<string, LogRecord[]>();
  for (const entry of await logEntries()) {
    byPump.set(entry.pump.id, [...(byPump.get(entry.pump.id) ?? []), entry]);
  }
  return new Map(
    [...byPump].flatMap(([id, entries]) => {
      const found = newest(entries, now);
      return found ? [[id, found] as const] : [];
    }),
  );
}

/** @param entries - newest first */
function newest(entries: readonly LogRecord[], now: Date): Recurrence | null {
  for (const { at, kind, title, record } of entries) {
    const daysAgo = Math.round((now.getTime() - at.getTime()) / DAY_MS);
    if (daysAgo > WITHIN_DAYS || kind !== "call" || !causeFound(record)) continue;
    return { at: at.toISOString(), daysAgo, title, found: record.found, done: record.done };
  }
  return null;
}
