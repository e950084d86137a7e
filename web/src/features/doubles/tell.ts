"use server";

import { pumpId } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { note, onAction } from "@/access/index.server";
import { sayTheSame, tellApart as apart } from "@/db";
import { acting } from "@/edge";

const both = z.object({ keep: pumpId, other: pumpId });

const WORDS = {
  gone: "One of the two is not there any more, or lies at a place that is not yours. Nothing was changed.",
  "open-call":
    "The one that would go has an open run sheet. Sign it or call it off first; nothing was changed.",
} as const;

/** Says that two pumps of the list are one machine; what went wrong, or null. */
export async function tellSame(keep: string, other: string): Promise<string | null> {
  const done = await acting("told the same", "Nothing was changed.", async () => {
    const asked = both.safeParse({ keep, other });
    if (!asked.success) return { ok: false, message: WORDS.gone } as const;
    const entered = await onAction("register", { pump: asked.data.keep });
    if (!entered.ok) return entered;
    const told = await sayTheSame(entered.visitor, asked.data.keep, asked.data.other);
    if (told !== "told") return { ok: false, message: WORDS[told] } as const;
    await note(entered.visitor.id, "two pumps told one", `${keep}, ${other}`);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}

/** Takes it back: the two stand in the lists again; what went wrong, or null. */
export async function tellApart(other: string): Promise<string | null> {
  const done = await acting("told apart", "Nothing was changed.", async () => {
    const asked = pumpId.safeParse(other);
    if (!asked.success) return { ok: false, message: WORDS.gone } as const;
    const entered = await onAction("register", { pump: asked.data });
    if (!entered.ok) return entered;
    const kept = await apart(entered.visitor, asked.data);
    if (kept === undefined) return { ok: false, message: WORDS.gone } as const;
    await note(entered.visitor.id, "two pumps told apart", `${kept}, ${other}`);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
