"use server";

import { headers } from "next/headers";
import { revalidatePath } from "next/cache";
import { addressOf } from "@/access";
import { note, onAction } from "@/access/index.server";
import { endPaperLinks, makePaperLink, type Paper, paper, yearOfPlace } from "@/db";
import { acting } from "@/edge";

const NOT_THERE = { ok: false, message: "It is not there, or not yours to see." } as const;

/** The page that shows a paper's addresses, and what the trail calls it. */
function placeOf(of: Paper): { readonly page: string; readonly named: string } {
  switch (of.kind) {
    case "visit":
      return { page: `/log/${of.entry}`, named: of.entry };
    case "year":
      return { page: `/rounds/${of.site}`, named: `${of.site}, ${of.year}` };
    case "claim":
    case "next":
      return { page: `/yard/${of.pump}/${of.kind}`, named: `${of.kind}, ${of.pump}` };
  }
}

/** Whoever works at the place that a paper is of. */
async function worksThere(of: Paper) {
  if (of.kind === "visit") return onAction("work", { entry: of.entry });
  if (of.kind !== "year") return onAction("work", { pump: of.pump });
  const entered = await onAction("work");
  if (!entered.ok) return entered;
  return (await yearOfPlace(entered.visitor.sites, of.site)) ? entered : NOT_THERE;
}

/** Makes an address that opens this paper for whoever has it. It is told this once. */
export async function makeLink(
  raw: Paper,
): Promise<
  { readonly ok: true; readonly address: string } | { readonly ok: false; readonly message: string }
> {
  const of = paper.safeParse(raw);
  if (!of.success) return NOT_THERE;
  const { page, named } = placeOf(of.data);
  return acting("paper link", "No address was made.", async () => {
    const entered = await worksThere(of.data);
    if (!entered.ok) return entered;
    const secret = await makePaperLink(of.data, entered.visitor.id);
    await note(entered.visitor.id, "report address made", named);
    revalidatePath(page);
    const home = addressOf((await headers()).get("host"));
    return { ok: true, address: `${home}/r/${secret}` } as const;
  });
}

/** Ends every address of this paper. What went wrong, or null. */
export async function endLinks(raw: Paper): Promise<string | null> {
  const of = paper.safeParse(raw);
  if (!of.success) return NOT_THERE.message;
  const { page, named } = placeOf(of.data);
  const done = await acting("paper links end", "Nothing was changed.", async () => {
    const entered = await worksThere(of.data);
    if (!entered.ok) return entered;
    if ((await endPaperLinks(of.data)) > 0)
      await note(entered.visitor.id, "report addresses ended", named);
    revalidatePath(page);
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
