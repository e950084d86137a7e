/** Answers of routes: the contract's errors, and a request id for what is our own fault. */
import "server-only";
import { isAway } from "@/db";
import { headers } from "next/headers";
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
 * @param saying - the form in which a failure is told
 */
export async function answering(
  name: string,
  work: () => Promise<Response>,
  saying: (
    status: number,
    message: string,
    more: Readonly<Record<string, unknown>>,
  ) => Response = refuse,
): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    const request = await requestId();
    if (isAway(error)) {
      log.warn({ request, route: name, err: error }, "database away");
      return saying(503, "The database does not answer; try again in a moment.", { request });
    }
    log.error({ request, route: name, err: error }, "failed");
    return saying(500, `Something failed here; it is noted as ${request}.`, { request });
  }
}

/** What this request is called, in the log and in its answer. */
const requestId = async (): Promise<string> => (await headers()).get("x-request-id") ?? newId();

/** A refusal as RFC 9457 has it: for machines, with what is wrong by its path where there is more than one thing. */
export const problem = (
  status: number,
  detail: string,
  more: Readonly<Record<string, unknown>> = {},
): Response =>
  Response.json(
    { type: "about:blank", title: TITLES[status] ?? "Refused", status, detail, ...more },
    {
      status,
      headers: {
        "content-type": "application/problem+json",
        ...(status === 401 ? { "www-authenticate": 'Bearer realm="yard-tack"' } : {}),
      },
    },
  );

const TITLES: Readonly<Record<number, string>> = {
  400: "Not understood",
  401: "No token",
  403: "Not for this token",
  404: "Not there",
  409: "In the way",
  413: "Too large",
  415: "Not of this type",
  422: "Not in order",
  500: "Failed here",
  503: "Away",
};

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
    const request = await requestId();
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
