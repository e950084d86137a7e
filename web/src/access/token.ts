/** What a machine may do: by its token, and for no more than that was made for. */
import "server-only";
import { siteOf, type Sites, type Thing, type Token, tokenOf } from "@/db";
import { may } from "./rights";

export type Machine =
  | { readonly ok: true; readonly token: Token; readonly sites: Sites }
  | { readonly ok: false; readonly status: 401 | 403 | 404; readonly message: string };

const NO_TOKEN =
  "A token is needed: Authorization: Bearer yard_…; an administrator makes one under People. It may have run out or been ended.";
const NOT_THERE = "This is not there, or not for this token.";

/**
 * Whether a request's token lets it read something, or write readings of a pump.
 * @param wants - what it is to do
 * @param thing - what it is about; none for a list, which holds only what may be read
 */
export async function onMachine(
  request: Request,
  wants: "read" | "write-readings" | "calendar",
  thing?: Thing,
): Promise<Machine> {
  const [, bearer] = /^Bearer +(\S+)$/i.exec(request.headers.get("authorization") ?? "") ?? [];
  // Whatever reads a calendar sends no headers of its own: its token stands in the address, and reads nothing else.
  const text =
    wants === "calendar" ? (new URL(request.url).searchParams.get("token") ?? undefined) : bearer;
  const found = text ? await tokenOf(text) : undefined;
  // What somebody may give out, they may give out no longer than they may.
  if (!found || !may(found.makerRole, "people"))
    return { ok: false, status: 401, message: NO_TOKEN };
  const { token } = found;
  const wanted = wants === "calendar" ? "calendar" : "read-site";
  const sites = token.scopes.flatMap((s) => (s.may === wanted && "site" in s ? [s.site] : []));
  if (wants === "calendar")
    return sites.length > 0
      ? { ok: true, token, sites }
      : { ok: false, status: 403, message: "This token is for no calendar." };
  if (wants === "write-readings") {
    const pump = thing && "pump" in thing ? thing.pump : undefined;
    if (token.scopes.some((s) => s.may === "write-readings" && s.pump === pump))
      return { ok: true, token, sites };
    const site = thing && (await siteOf(thing));
    // Whoever may read a pump is told that it is there, and that they may not write.
    if (!site || !sites.includes(site)) return { ok: false, status: 404, message: NOT_THERE };
    return {
      ok: false,
      status: 403,
      message: "This token reads; it writes no readings of this pump.",
    };
  }
  if (!thing) return { ok: true, token, sites };
  const site = await siteOf(thing);
  if (site && sites.includes(site)) return { ok: true, token, sites };
  return { ok: false, status: 404, message: NOT_THERE };
}
