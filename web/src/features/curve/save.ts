"use server";

import { pumpId as pumpIdSchema, readPump } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { loadPump, putRatingBack, saveRating as keepRating } from "@/db";
import { acting, type Failed } from "@/edge";
import { forecastAnew } from "@/features/slate/index.server";

const request = z.object({
  pumpId: pumpIdSchema,
  /** What is in them is read as part of the pump's file. */
  rating: z
    .strictObject({
      curve: z.unknown().optional(),
      ratedPoint: z.unknown().optional(),
      positiveDisplacement: z.unknown().optional(),
      jet: z.unknown().optional(),
    })
    // What has no keys of its own, a Map among others, would be kept as a rating of nothing.
    .refine((rating) => Object.values(rating).some((of) => of !== undefined)),
  source: z.string().max(300),
  basedOn: z.uuid().nullable(),
  over: z.boolean(),
});

export type SaveRequest = z.input<typeof request>;
export type SaveAnswer =
  { readonly ok: true } | (Failed & { readonly newer?: boolean | undefined });

const refused = (message: string, newer = false): SaveAnswer => ({ ok: false, message, newer });

/** Appends a rating that supersedes the one in force; an earlier one is never changed. */
export async function saveRating(raw: SaveRequest): Promise<SaveAnswer> {
  const parsed = request.safeParse(raw);
  if (!parsed.success) return refused("This rating could not be read. It is kept on this device.");
  const { pumpId, rating, source, basedOn, over } = parsed.data;
  return acting("rating", "What you entered is kept on this device.", async () => {
    const entered = await onAction("register", { pump: pumpId });
    if (!entered.ok) return entered;
    const pump = await loadPump(pumpId);
    if (!pump) {
      return refused("This pump is not there any more. What you entered is kept on this device.");
    }
    const file = readPump({
      format: "yard-tack/case",
      version: 1,
      pump: { family: pump.written.pump.family, ...rating },
    });
    if (!file.ok) {
      const [first] = file.error;
      return refused(
        `${first?.path ?? ""}: ${first?.message ?? "not understood"} Nothing was saved.`,
      );
    }
    const saved = await keepRating(pumpId, rating, source, { basedOn, over });
    if (saved === "newer") {
      return refused(
        "Somebody saved another rating for this pump meanwhile. Yours is kept here.",
        true,
      );
    }
    if (saved === "no-such-pump") return refused("This pump is not there any more.");
    await forecastAnew(pumpId);
    revalidatePath(`/yard/${pumpId}`);
    return { ok: true };
  });
}

/** Puts the rating before the present one back, as a new one; returns whether there was one. */
export async function putBack(pump: string): Promise<boolean> {
  const outcome = await acting("rating", "Nothing was changed.", async () => {
    const id = pumpIdSchema.safeParse(pump);
    if (!id.success) return { ok: false } as const;
    const entered = await onAction("register", { pump: id.data });
    if (!entered.ok || !(await putRatingBack(id.data))) return { ok: false } as const;
    await forecastAnew(id.data);
    revalidatePath(`/yard/${id.data}`);
    return { ok: true } as const;
  });
  return outcome.ok;
}
