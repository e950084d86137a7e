import "server-only";
import { logEntries, unitOfWork } from "@/db";
import { logBody } from "./log-body";

/** A complaint that comes back within this many days is the same complaint. */
const WITHIN_DAYS = 90;

/** The newest visit of a pump within 90 days that ended with a cause. */
export async function recurrenceOf(pumpId: string, now: Date) {
  const entries = await logEntries(await unitOfWork(), pumpId);
  for (const { row } of entries) {
    const daysAgo = Math.round((now.getTime() - row.at.getTime()) / 86_400_000);
    const body = logBody(row.body);
    if (daysAgo > WITHIN_DAYS || row.kind !== "call" || !body.cause) continue;
    return {
      at: row.at.toISOString(),
      daysAgo,
      title: row.title,
      found: body.found,
      done: body.done,
    };
  }
  return null;
}
