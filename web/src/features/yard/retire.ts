"use server";

import { pumpId } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { note, onAction } from "@/access/index.server";
import { setRetired as keepRetired } from "@/db";
import { acting } from "@/edge";

const form = z.object({ pumpId, retire: z.boolean() });

/** Takes a pump off the yard, or puts it back. Its log, its curve and its open sheet stay. */
export async function setRetired(pump: string, retire: boolean): Promise<boolean> {
  const outcome = await acting("retire", "Nothing was changed.", async () => {
    const asked = form.safeParse({ pumpId: pump, retire });
    if (!asked.success) return { ok: false } as const;
    const entered = await onAction("register", { pump: asked.data.pumpId });
    if (!entered.ok) return entered;
    await keepRetired(asked.data.pumpId, asked.data.retire ? new Date() : null);
    const deed = asked.data.retire ? "pump taken off" : "pump put back";
    await note(entered.visitor.id, deed, asked.data.pumpId);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return outcome.ok;
}
