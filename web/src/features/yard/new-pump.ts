"use server";

import { FAMILIES, INSTALLATIONS } from "@yard-tack/core/case";
import { redirect } from "next/navigation";
import * as z from "zod";
import { createPump } from "@/db";
import { acting } from "@/edge";
import { whoIsHere } from "@/features/who/index.server";

const form = z.object({
  tag: z.string().trim().min(1, "A pump needs a tag.").max(60, "At most 60 characters."),
  family: z.enum(FAMILIES, "Choose the family."),
  installation: z.enum(INSTALLATIONS).or(z.literal("")),
  site: z.uuid().or(z.literal("new")),
  siteName: z.string().trim().max(120),
  purpose: z.string().trim().max(200),
});

export interface NewPumpState {
  readonly error: string | null;
}

/** Makes a pump of no more than a tag and a family, at a known or a new place. */
export async function makePump(_: NewPumpState, data: FormData): Promise<NewPumpState> {
  const text = (key: string) => String(data.get(key) ?? "");
  const parsed = form.safeParse({
    tag: text("tag"),
    family: text("family"),
    installation: text("installation"),
    site: text("site") || "new",
    siteName: text("siteName"),
    purpose: text("purpose"),
  });
  if (!parsed.success) return { error: parsed.error.issues[0]?.message ?? "Not understood." };
  const { tag, family, installation, site, siteName, purpose } = parsed.data;
  const { units } = await whoIsHere();
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const made = await acting("new pump", "What you typed is kept.", () =>
    createPump({
      tag,
      family,
      installation: installation || null,
      purpose,
      site: site === "new" ? { name: siteName || "Unnamed place", zone, units } : { id: site },
    }),
  );
  if (made.ok) redirect(`/yard/${made.id}`);
  if ("message" in made) return { error: made.message };
  return {
    error:
      made.why === "tag-taken"
        ? `${tag} is at this place already; choose another tag.`
        : "That place is not there any more; choose another. What you typed is kept.",
  };
}
