/** Whether a failure means that the database is away, and the same may go through later. */
import { ConnectionException, DriverException } from "@mikro-orm/core";

/** Of PostgreSQL's codes: connection (08), shut down or starting (57P), too many (53). */
const AWAY = /^(08|57P|53)/;
/** Of the system's: nobody listens, or hung up. */
const UNREACHED = new Set(["ECONNREFUSED", "ECONNRESET", "EPIPE", "ENOTFOUND", "ETIMEDOUT"]);

export function isAway(error: unknown): boolean {
  if (error instanceof ConnectionException) return true;
  const code =
    codeOf(error) ?? (error instanceof DriverException ? codeOf(error.cause) : undefined);
  if (code !== undefined && (AWAY.test(code) || UNREACHED.has(code))) return true;
  return error instanceof Error && /Connection terminated|timeout acquiring/i.test(error.message);
}

const codeOf = (error: unknown): string | undefined =>
  typeof error === "object" && error !== null && "code" in error && typeof error.code === "string"
    ? error.code
    : undefined;
