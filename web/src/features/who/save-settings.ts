"use server";

import * as z from "zod";
import { saveSettings as keepSettings } from "@/db";
import { acting } from "@/edge";
import type { SettingsDto } from "@/shell/preferences";
import { whoIsHere } from "./here";

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
      const { id, settings } = await whoIsHere();
      const { gloves = settings.gloves, onHand = settings.onHand } = parsed.data;
      await keepSettings(id, { gloves, onHand: onHand && [...onHand] });
      return { ok: true } as const;
    },
  );
  return outcome.ok;
}
