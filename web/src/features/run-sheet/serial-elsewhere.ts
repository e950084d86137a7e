"use server";

import { PLATE_KINDS, pumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { sameSerial } from "@/db";
import { acting } from "@/edge";

const form = z.object({
  pumpId,
  kind: z.enum(PLATE_KINDS),
  serial: z.string().trim().min(3).max(200),
});

/** The pump whose plate carries the same number, in words; empty where none does. */
export async function serialElsewhere(input: z.input<typeof form>): Promise<string> {
  const outcome = await acting("serial elsewhere", "Nothing was changed.", async () => {
    const asked = form.safeParse(input);
    if (!asked.success) return { ok: true, words: "" } as const;
    const { pumpId: pump, kind, serial } = asked.data;
    const entered = await onAction("work", { pump });
    if (!entered.ok) return entered;
    const also = await sameSerial(entered.visitor.sites, pump, kind, serial);
    return {
      ok: true,
      words: also
        ? `${also.tag} at ${also.place} carries the same serial number. Read both plates again; if it is one pump, say so at Yard, Doubles.`
        : "",
    } as const;
  });
  return outcome.ok ? outcome.words : outcome.message;
}
