"use server";

import { FAMILIES, INSTALLATIONS } from "@yard-tack/core/case";
import { redirect } from "next/navigation";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { Pump, Site, unitOfWork } from "@/db";
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
  const em = await unitOfWork();
  const now = new Date();
  const pumpId = newId();
  const taken = site === "new" ? null : await em.findOne(Pump, { siteId: site, tag });
  if (taken) return { error: `${tag} is at this place already; choose another tag.` };
  if (site !== "new" && !(await em.findOne(Site, { id: site }))) {
    return { error: "That place is not there any more; choose another. What you typed is kept." };
  }
  const { units } = await whoIsHere();
  await em.transactional(async (tx) => {
    let siteId = site;
    if (site === "new") {
      siteId = newId();
      const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
      tx.create(Site, {
        id: siteId,
        name: siteName || "Unnamed place",
        zone,
        units,
        conditions: {},
        createdAt: now,
      });
      await tx.flush();
    }
    tx.create(Pump, {
      retiredAt: null,
      id: pumpId,
      siteId,
      tag,
      purpose,
      family,
      installation: installation || null,
      details: {},
      layout: {},
      createdAt: now,
    });
    await tx.flush();
  });
  redirect(`/yard/${pumpId}`);
}
