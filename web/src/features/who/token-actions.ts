"use server";

import { revalidatePath } from "next/cache";
import { note, onAction } from "@/access/index.server";
import { makeToken as keep, revokeToken } from "@/db";
import { acting } from "@/edge";
import { tokenFields } from "./person-fields";

export type TokenAnswer =
  { readonly ok: true; readonly token: string } | { readonly ok: false; readonly message: string };

/** Makes a token; its text is told this once. */
export async function makeToken(_: TokenAnswer | null, data: FormData): Promise<TokenAnswer> {
  const parsed = tokenFields.safeParse(Object.fromEntries(data));
  if (!parsed.success)
    return { ok: false, message: parsed.error.issues[0]?.message ?? "Not understood." };
  const { name, days, may, site, pump } = parsed.data;
  return acting("token", "No token was made.", async (): Promise<TokenAnswer> => {
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    const scope = may === "write-readings" ? ({ may, pump } as const) : ({ may, site } as const);
    const token = await keep(name, entered.visitor.id, [scope], Number(days));
    await note(entered.visitor.id, "token made", name);
    revalidatePath("/people/tokens");
    return { ok: true, token };
  });
}

/** Ends a token; whether there was one that was good. */
export async function endToken(id: string): Promise<boolean> {
  const done = await acting("token", "Nothing was changed.", async () => {
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    const known = tokenFields.shape.id.safeParse(id);
    const name = known.success ? await revokeToken(known.data) : undefined;
    if (name === undefined) return { ok: false, message: "There is no such token." } as const;
    await note(entered.visitor.id, "token ended", name);
    revalidatePath("/people/tokens");
    return { ok: true } as const;
  });
  return done.ok;
}
