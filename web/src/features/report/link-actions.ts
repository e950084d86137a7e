"use server";

import { logEntryId } from "@yard-tack/core/case";
import { headers } from "next/headers";
import { revalidatePath } from "next/cache";
import { addressOf } from "@/access";
import { note, onAction } from "@/access/index.server";
import { endReportLinks, makeReportLink } from "@/db";
import { acting } from "@/edge";

const NOT_THERE = { ok: false, message: "This entry is not there, or not yours to see." } as const;

/** Makes an address that opens this visit's report for whoever has it. It is told this once. */
export async function makeLink(
  raw: string,
): Promise<
  { readonly ok: true; readonly address: string } | { readonly ok: false; readonly message: string }
> {
  const id = logEntryId.safeParse(raw);
  if (!id.success) return NOT_THERE;
  return acting("report link", "No address was made.", async () => {
    const entered = await onAction("work", { entry: id.data });
    if (!entered.ok) return entered;
    const secret = await makeReportLink(id.data, entered.visitor.id);
    await note(entered.visitor.id, "report address made", id.data);
    revalidatePath(`/log/${id.data}`);
    const home = addressOf((await headers()).get("host"));
    return { ok: true, address: `${home}/r/${secret}` } as const;
  });
}

/** Ends every address of this visit's report. What went wrong, or null. */
export async function endLinks(raw: string): Promise<string | null> {
  const id = logEntryId.safeParse(raw);
  if (!id.success) return NOT_THERE.message;
  const done = await acting("report links end", "Nothing was changed.", async () => {
    const entered = await onAction("work", { entry: id.data });
    if (!entered.ok) return entered;
    if ((await endReportLinks(id.data)) > 0)
      await note(entered.visitor.id, "report addresses ended", id.data);
    revalidatePath(`/log/${id.data}`);
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
