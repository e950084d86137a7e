"use server";

import { revalidatePath } from "next/cache";
import { redirect } from "next/navigation";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { openRounds, sees } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";

const form = z.object({ site: z.uuid("Load the page again.") });

/** Opens a round's sheet for each pump of a place that has none open, in the order they are walked: by their tags. */
export async function planRound(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const planned = await acting("plan round", "Nothing was planned.", async () => {
    const entered = await onAction("work");
    if (!entered.ok) return entered;
    const { site } = parsed.data;
    if (!sees(entered.visitor.sites, site)) return { ok: false, message: NOT_THERE } as const;
    const opened = await openRounds(site, new Date());
    if (opened === undefined) return { ok: false, message: NOT_THERE } as const;
    if (opened === 0)
      return { ok: false, message: "Every pump there has an open sheet already." } as const;
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  if (!planned.ok) return wrong(planned.message);
  redirect("/");
}

const NOT_THERE = "This is not there, or not yours to see. Nothing was changed.";
