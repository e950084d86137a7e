"use server";

import * as z from "zod";
import { onAction } from "@/access/index.server";
import { saveSettings as keepSettings, saveUnits as keepUnits } from "@/db";
import { acting } from "@/edge";
import type { SettingsDto } from "@/shell/preferences";

const change = z.strictObject({
  gloves: z.boolean().optional(),
  onHand: z.array(z.string().max(40)).max(40).nullable().optional(),
});

/** Keeps what the person at this device has set; what is not named stays as it was. */
export async function saveSettings(input: Partial<SettingsDto>): Promise<boolean> {
  const outcome = await acting(
    "settings",
    "It counts until the page is loaded again.",
    async () => {
      const parsed = change.safeParse(input);
      if (!parsed.success) return { ok: false } as const;
      const entered = await onAction("read");
      if (!entered.ok) return entered;
      const { id, settings } = entered.visitor;
      const { gloves = settings.gloves, onHand = settings.onHand } = parsed.data;
      await keepSettings(id, { gloves, onHand: onHand && [...onHand] });
      return { ok: true } as const;
    },
  );
  return outcome.ok;
}

/** Keeps the units somebody thinks in. */
export async function saveUnits(input: string): Promise<boolean> {
  const outcome = await acting("units", "Nothing was changed.", async () => {
    const units = z.enum(["metric", "us"]).safeParse(input);
    const entered = await onAction("read");
    if (!units.success || !entered.ok) return { ok: false } as const;
    await keepUnits(entered.visitor.id, units.data);
    return { ok: true } as const;
  });
  return outcome.ok;
}
