"use server";

import { readCase } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { Curve, Pump, unitOfWork } from "@/db";
import { currentRating } from "./current";

const RATING_KEYS = ["curve", "ratedPoint", "positiveDisplacement", "jet"];

const request = z.object({
  pumpId: z.uuid(),
  rating: z.record(z.string(), z.unknown()),
  source: z.string().max(300),
  basedOn: z.uuid().nullable(),
  over: z.boolean(),
});

export type SaveAnswer =
  { readonly ok: true } | { readonly ok: false; readonly newer: boolean; readonly message: string };

const refused = (message: string, newer = false): SaveAnswer => ({ ok: false, newer, message });

/** Appends a rating that supersedes the one in force; an earlier one is never changed. */
export async function saveRating(raw: z.input<typeof request>): Promise<SaveAnswer> {
  const parsed = request.safeParse(raw);
  if (!parsed.success) return refused("This rating could not be read. It is kept on this device.");
  const { pumpId, rating, source, basedOn, over } = parsed.data;
  const strange = Object.keys(rating).filter((k) => !RATING_KEYS.includes(k));
  if (strange.length > 0) return refused(`"${strange[0]}" is no part of a rating.`);
  const em = await unitOfWork();
  const pump = await em.findOne(Pump, { id: pumpId });
  if (!pump) {
    return refused("This pump is not there any more. What you entered is kept on this device.");
  }
  const file = readCase({
    format: "yard-tack/case",
    version: 1,
    pump: { family: pump.family, ...rating },
    snapshots: [{ label: "as found" }],
  });
  if (!file.ok) {
    const [first] = file.error;
    return refused(
      `${first?.path ?? ""}: ${first?.message ?? "not understood"} Nothing was saved.`,
    );
  }
  const now = await currentRating(em, pumpId);
  if (!over && (now?.id ?? null) !== basedOn) {
    return refused(
      "Somebody saved another rating for this pump meanwhile. Yours is kept here.",
      true,
    );
  }
  em.create(Curve, {
    id: newId(),
    pumpId,
    rating,
    source,
    createdAt: new Date(),
    supersedes: now?.id ?? null,
  });
  await em.flush();
  revalidatePath(`/yard/${pumpId}`);
  return { ok: true };
}

/** Puts the rating before the present one back, as a new one; returns whether there was one. */
export async function putBack(pumpId: string): Promise<boolean> {
  const em = await unitOfWork();
  const id = z.uuid().safeParse(pumpId);
  const now = id.success ? await currentRating(em, id.data) : undefined;
  const before = now?.supersedes ? await em.findOne(Curve, { id: now.supersedes }) : null;
  if (!now || !before) return false;
  em.create(Curve, {
    id: newId(),
    pumpId,
    rating: before.rating,
    source: before.source,
    createdAt: new Date(),
    supersedes: now.id,
  });
  await em.flush();
  revalidatePath(`/yard/${pumpId}`);
  return true;
}
