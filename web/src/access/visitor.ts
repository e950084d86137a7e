/** Who asks, and whether they may: the one place where that is decided. */
import "server-only";
import { headers } from "next/headers";
import { notFound, redirect } from "next/navigation";
import { cache } from "react";
import { type PersonRow, sighted, type Sites, type Thing } from "@/db";
import { auth } from "./auth";
import { type Authors, authorsFor } from "./author";
import { may, REFUSED, type Right } from "./rights";
import { note } from "./trail";

/** Somebody who is signed in. */
export interface Visitor extends PersonRow {
  /** The sites they may see. */
  readonly sites: Sites;
}

/** The session of this device, and whose it is; asked for once in a request. */
const sessionHere = cache(async () => {
  const { api } = await auth();
  const found = await api.getSession({ headers: await headers() });
  return found ? { id: found.session.id, account: found.user.id } : undefined;
});

/** Which session this device is signed in with: no secret, its token is one. */
export const sessionIdHere = async (): Promise<string | undefined> => (await sessionHere())?.id;

/** Who is signed in at this device, and the site of a thing; asked for once in a request. */
const seenBy = cache(async (kind: keyof AnyThing | "", id: string) => {
  const account = (await sessionHere())?.account;
  const found = account
    ? await sighted(account, kind === "" ? undefined : ({ [kind]: id } as Thing))
    : undefined;
  return found && { visitor: { ...found.person, sites: found.sites }, site: found.site };
});

type AnyThing = { pump: string; sheet: string; entry: string };

/** Who is signed in at this device. */
export const visitorHere = async (): Promise<Visitor | undefined> =>
  (await seenBy("", ""))?.visitor;

type Judged =
  | { readonly ok: true; readonly visitor: Visitor }
  | { readonly ok: false; readonly why: "nobody" | "not-there" }
  | { readonly ok: false; readonly why: "may-not"; readonly message: string };

/** What is said to nobody. */
const SIGNED_OUT =
  "Nobody is signed in here any more. What you typed is kept on this device: sign in again and go on.";

/**
 * Whether whoever asks may do it. What is at a site that they may not see is not there for them, and said in
 * the same words.
 */
async function judge(right: Right, thing?: Thing): Promise<Judged> {
  const [[kind, id] = ["", ""] as const] = Object.entries(thing ?? {}) as [
    keyof AnyThing,
    string,
  ][];
  const found = await seenBy(kind, id);
  if (!found) return { ok: false, why: "nobody" };
  const { visitor, site } = found;
  if (thing) {
    const seen = site !== null && (visitor.sites === "all" || visitor.sites.includes(site));
    if (!seen) {
      if (site !== null) await note(visitor.id, "refused", `${kind} of another place`);
      return { ok: false, why: "not-there" };
    }
  }
  if (may(visitor.role, right)) return { ok: true, visitor };
  await note(visitor.id, "refused", right);
  return { ok: false, why: "may-not", message: REFUSED[right] };
}

/** {@link judge} for a page: nobody is asked to sign in, and what is not theirs is not there. */
export async function onPage(right: Right, thing?: Thing): Promise<Visitor> {
  const judged = await judge(right, thing);
  if (judged.ok) return judged.visitor;
  if (judged.why !== "nobody") notFound();
  const path = (await headers()).get("x-path") ?? "/";
  return redirect(`/sign-in?back=${encodeURIComponent(path)}`);
}

/** {@link judge} for an action: the visitor, or what is said instead. */
export async function onAction(
  right: Right,
  thing?: Thing,
): Promise<
  | { readonly ok: true; readonly visitor: Visitor }
  | { readonly ok: false; readonly message: string }
> {
  const judged = await judge(right, thing);
  if (judged.ok) return judged;
  if (judged.why === "may-not") return judged;
  return { ok: false, message: judged.why === "nobody" ? SIGNED_OUT : NOT_THERE };
}

/** {@link judge} for a route: the visitor and whose things they may send, or what is answered. */
export async function onRoute(
  right: Right,
  thing?: Thing,
): Promise<
  | { readonly ok: true; readonly visitor: Visitor; readonly authors: Authors }
  | { readonly ok: false; readonly status: 401 | 403 | 404; readonly message: string }
> {
  const judged = await judge(right, thing);
  if (judged.ok) {
    const { visitor } = judged;
    return { ok: true, visitor, authors: authorsFor(visitor, right, thing) };
  }
  if (judged.why === "nobody") return { ok: false, status: 401, message: SIGNED_OUT };
  if (judged.why === "may-not") return { ok: false, status: 403, message: judged.message };
  return { ok: false, status: 404, message: NOT_THERE };
}

const NOT_THERE = "This is not there, or not yours to see. Nothing was changed.";
