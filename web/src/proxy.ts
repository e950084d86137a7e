/** Stands before every page and route: who asks under which name, and what the browser may do with the answer. */
import { randomBytes, randomUUID } from "node:crypto";
import { type NextRequest, NextResponse } from "next/server";
import { contentPolicy, HEADERS, otherNames, passage } from "@/access";

/** Addresses that are keys: of a report, and one-time ones. */
const OPENS = /^\/(r|welcome)\//;

export function proxy(request: NextRequest): NextResponse {
  const { headers, method, nextUrl } = request;
  const passed = passage(
    {
      method,
      path: nextUrl.pathname,
      host: headers.get("host"),
      origin: headers.get("origin"),
      site: headers.get("sec-fetch-site"),
    },
    otherNames(),
  );
  const id = randomUUID();
  const answer = passed.ok ? onward(request, id) : refused(passed.status, passed.message);
  answer.headers.set("x-request-id", id);
  for (const [name, value] of Object.entries(HEADERS)) answer.headers.set(name, value);
  // An address that opens something by itself is told to nobody, not even to our own other pages.
  if (OPENS.test(nextUrl.pathname)) answer.headers.set("referrer-policy", "no-referrer");
  return answer;
}

/** On to the page, with a nonce that the framework gives its own scripts. */
function onward(request: NextRequest, id: string): NextResponse {
  const nonce = randomBytes(16).toString("base64");
  const policy = contentPolicy(nonce, process.env.NODE_ENV === "development");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  // What it is called in the log: ours, whatever was sent under this name.
  headers.set("x-request-id", id);
  headers.set("x-path", request.nextUrl.pathname + request.nextUrl.search);
  headers.set("content-security-policy", policy);
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set("content-security-policy", policy);
  return answer;
}

const refused = (status: number, message: string): NextResponse =>
  NextResponse.json({ errors: [{ path: "", message }] }, { status });

export const config = {
  // What the build made is the same for everybody and says nothing of anyone. An archive is longer than what the
  // framework holds for us here; its route asks the same of whoever sends it.
  matcher: "/((?!_next/static/|people/archive/in$).*)",
};
