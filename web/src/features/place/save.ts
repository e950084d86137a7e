"use server";

import { pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { note, onAction } from "@/access/index.server";
import { putFactsBack } from "@/db";
import { acting } from "@/edge";
import { forecastAnew } from "@/features/slate/index.server";
import { keepRegister, type PlaceAnswer, refused } from "./keep-register";
import { withValues } from "./paths";

const request = z.object({
  pumpId: pumpIdSchema,
  version: z.number().int(),
  values: z.record(z.string().max(60), z.string().max(20_000)),
});

/** Writes what is known of a pump and its place; the motor plate as a new one that supersedes. */
export async function savePlace(raw: z.input<typeof request>): Promise<PlaceAnswer> {
  const parsed = request.safeParse(raw);
  if (!parsed.success)
    return refused("This could not be read. Nothing was saved; it is kept here.");
  const { pumpId, version, values } = parsed.data;
  return acting("place", "What you typed is kept here.", async () => {
    const entered = await onAction("register", { pump: pumpId });
    return entered.ok
      ? keepRegister(pumpId, version, entered.visitor.id, (register) =>
          withValues(register, values),
        )
      : entered;
  });
}

const BACK_WORDS = {
  "no-such-pump": "This pump is not there any more.",
  newer: "Something of it was changed since. Nothing was put back: change it by hand.",
  "nothing-before": "Nothing was changed here yet. Nothing was put back.",
} as const;

/** Puts back what the last change of this form, or of the drawn lines, changed; what went wrong, or null. */
export async function putPlaceBack(raw: string): Promise<string | null> {
  const id = pumpIdSchema.safeParse(raw);
  if (!id.success) return BACK_WORDS["no-such-pump"];
  const done = await acting("place put back", "Nothing was changed.", async () => {
    const entered = await onAction("register", { pump: id.data });
    if (!entered.ok) return entered;
    const saved = await putFactsBack(id.data, entered.visitor.id);
    if (saved !== "saved") return { ok: false, message: BACK_WORDS[saved] } as const;
    await note(entered.visitor.id, "pump or place changed", "put back as it was known");
    await forecastAnew(id.data);
    revalidatePath(`/yard/${id.data}`, "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
