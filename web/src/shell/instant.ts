/** From what a clock at a place shows to the moment it is. */
import "server-only";
import { DateTime } from "luxon";

/** @returns undefined where the text is no time, or there is no such day; an hour that a clock skips is the one after it */
export function instantOf(wall: string, zone: string): Date | undefined {
  const at = DateTime.fromISO(wall, { zone });
  return at.isValid ? at.toJSDate() : undefined;
}

/** The same time of day on another day at a place; an hour that a clock skips there is the one after it. */
export function onDay(was: Date, day: string, zone: string): Date {
  const clock = DateTime.fromJSDate(was, { zone }).toFormat("HH:mm:ss.SSS");
  return DateTime.fromISO(`${day}T${clock}`, { zone }).toJSDate();
}
