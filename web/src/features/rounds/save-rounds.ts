"use server";

import { revalidatePath } from "next/cache";
import { note, onAction } from "@/access/index.server";
import { saveRounds as keep, sees } from "@/db";
import { acting } from "@/edge";
import { roundsForm, type RoundsForm } from "./round-fields";

const WORDS = {
  "no-such-place": "This is not there, or not yours to see. Nothing was changed.",
  newer:
    "Somebody changed the rounds of this place meanwhile. What you set is kept here: load the page again, compare, save.",
} as const;

/** Keeps how a place is walked. What went wrong, or null. */
export async function saveRounds(input: RoundsForm): Promise<string | null> {
  const parsed = roundsForm.safeParse(input);
  if (!parsed.success) return parsed.error.issues[0]?.message ?? "Not understood.";
  const { site, plans, before } = parsed.data;
  const outcome = await acting("save rounds", "What you set is kept here.", async () => {
    const entered = await onAction("register");
    if (!entered.ok) return entered;
    const saved = sees(entered.visitor.sites, site)
      ? await keep(site, plans, before)
      : "no-such-place";
    if (saved !== "saved") return { ok: false, message: WORDS[saved] } as const;
    await note(entered.visitor.id, "rounds changed", site);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return outcome.ok ? null : outcome.message;
}
