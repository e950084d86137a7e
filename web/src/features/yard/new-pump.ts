"use server";

import { redirect } from "next/navigation";
import { onAction } from "@/access/index.server";
import { createPump } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { pumpFields } from "./pump-fields";

/** Makes a pump of no more than a tag and a family, at a known or a new place. */
export async function makePump(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const text = (key: string) => String(data.get(key) ?? "");
  const parsed = pumpFields.safeParse({
    tag: text("tag"),
    family: text("family"),
    installation: text("installation"),
    site: text("site") || "new",
    siteName: text("siteName"),
    purpose: text("purpose"),
  });
  if (!parsed.success) return answerOf(parsed.error);
  const { tag, family, installation, site, siteName, purpose } = parsed.data;
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const made = await acting("new pump", "What you typed is kept.", async () => {
    const entered = await onAction("register");
    if (!entered.ok) return entered;
    const { visitor } = entered;
    const facts = { tag, family, installation: installation || null, purpose };
    const fresh = { name: siteName || "Unnamed place", zone, units: visitor.units };
    return createPump({ ...facts, site: site === "new" ? fresh : { id: site } }, visitor);
  });
  if (made.ok) redirect(`/yard/${made.id}`);
  if ("message" in made) return wrong(made.message);
  return made.why === "tag-taken"
    ? wrong(`${tag} is at this place already; choose another tag.`, "tag")
    : wrong("That place is not there any more; choose another. What you typed is kept.", "site");
}
