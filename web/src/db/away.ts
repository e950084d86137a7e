/** Whether a failure means that the database is away, and the same may go through later. */
import { ConnectionException } from "@mikro-orm/core";

/** Of PostgreSQL's codes: connection (08), shut down or starting (57P), too many (53). */
const AWAY = /^(08|57P|53)/;
/** Of the system's: nobody listens, or hung up. */
const UNREACHED = new Set(["ECONNREFUSED", "ECONNRESET", "EPIPE", "ENOTFOUND", "ETIMEDOUT"]);

/** A library wraps what it caught in an error of its own, and another wraps that. */
const DEEPEST = 8;

/** Whether an error, or what it came of, is that of a database that is away. */
export function isAway(error: unknown): boolean {
  let at: unknown = error;
  for (let depth = 0; depth < DEEPEST && at !== undefined && at !== null; depth++) {
    if (isOfAway(at)) return true;
    at = at instanceof Error ? at.cause : undefined;
  }
  return false;
}

function isOfAway(error: unknown): boolean {
  if (error instanceof ConnectionException) return true;
  const code = codeOf(error);
  if (code !== undefined && (AWAY.test(code) || UNREACHED.has(code))) return true;
  // Several addresses were tried, and none answered.
  if (error instanceof AggregateError) return error.errors.some(isOfAway);
  return error instanceof Error && /Connection terminated|timeout acquiring/i.test(error.message);
}

const codeOf = (error: unknown): string | undefined =>
  typeof error === "object" && error !== null && "code" in error && typeof error.code === "string"
    ? error.code
    : undefined;
