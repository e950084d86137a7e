/** Answers of routes: the contract's errors, and a request id for what is our own fault. */
import "server-only";
import { isAway } from "@/db";
import { v4 as newId } from "uuid";
import { log } from "./log";

/** One thing that is wrong with what was sent. */
export interface Fault {
  /** Where; empty for the whole. */
  readonly path: string;
  readonly message: string;
}

/** An answer that refuses: what is wrong, and more that belongs to it. */
export const refuse = (
  status: number,
  errors: string | readonly Fault[],
  more: Readonly<Record<string, unknown>> = {},
): Response =>
  Response.json(
    { errors: typeof errors === "string" ? [{ path: "", message: errors }] : errors, ...more },
    { status },
  );

/**
 * Runs a route. What fails here is logged under an id that the answer names; a database that is away is
 * said to be, for the same may go through in a moment.
 */
export async function answering(name: string, work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    const request = newId();
    if (isAway(error)) {
      log.warn({ request, route: name, err: error }, "database away");
      return refuse(503, "The database does not answer; try again in a moment.", { request });
    }
    log.error({ request, route: name, err: error }, "failed");
    return refuse(500, `Something failed here; it is noted as ${request}.`, { request });
  }
}

/** What became of an action: the same two failures in words. */
export type Failed = { readonly ok: false; readonly message: string };

/** Runs an action that answers with words; what fails is logged like a route. */
export async function acting<T>(
  name: string,
  kept: string,
  work: () => Promise<T>,
): Promise<T | Failed> {
  try {
    return await work();
  } catch (error) {
    // Next's own signals (redirect, not found) travel as errors.
    if (isSignal(error)) throw error;
    const request = newId();
    const away = isAway(error);
    if (away) log.warn({ request, action: name, err: error }, "database away");
    else log.error({ request, action: name, err: error }, "failed");
    return {
      ok: false,
      message: away
        ? `The database does not answer. ${kept} Try again in a moment.`
        : `Something failed here; it is noted as ${request}. ${kept}`,
    };
  }
}

const isSignal = (error: unknown): boolean =>
  typeof error === "object" && error !== null && "digest" in error;
