"use server";

import { PLATE_KINDS, pumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { plateFacts, savePlate as keepPlate } from "@/db";
import { acting } from "@/edge";
import { forecastAnew } from "@/features/slate/index.server";

const form = z.object({
  pumpId,
  kind: z.enum(PLATE_KINDS),
  facts: plateFacts.refine((f) => Object.keys(f).length > 0, "Nothing was read."),
});

/** Takes what was read on a plate into the register; whether it was taken. */
export async function savePlate(input: z.input<typeof form>): Promise<boolean> {
  const outcome = await acting("plate", "What was read stays on its sheet.", async () => {
    const parsed = form.safeParse(input);
    if (!parsed.success) return { ok: false } as const;
    const { pumpId: pump, kind, facts } = parsed.data;
    const entered = await onAction("work", { pump });
    if (!entered.ok) return entered;
    if ((await keepPlate(pump, kind, facts)) !== "saved") return { ok: false } as const;
    await forecastAnew(pump);
    return { ok: true } as const;
  });
  return outcome.ok;
}
