"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { dropLogView, keepLogView } from "@/db";
import { acting } from "@/edge";
import { askedOf, askedTexts, viewForm } from "./asked";

const MANY = "You have forty views: forget one of them first.";
const NOTHING = "This is the whole log: narrow it down first.";

/** Keeps what the log is narrowed to under a name of one's own. What went wrong, or null. */
export async function keepView(raw: z.input<typeof viewForm>): Promise<string | null> {
  const parsed = viewForm.safeParse(raw);
  if (!parsed.success) return parsed.error.issues[0]?.message ?? "Not understood.";
  const { name, query } = parsed.data;
  const asked = askedTexts(askedOf(Object.fromEntries(new URLSearchParams(query))));
  if (Object.keys(asked).length === 0) return NOTHING;
  const done = await acting("keep view", "Nothing was kept.", async () => {
    const entered = await onAction("read");
    if (!entered.ok) return entered;
    if (!(await keepLogView(entered.visitor.id, name, asked)))
      return { ok: false, message: MANY } as const;
    revalidatePath("/log");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}

/** Lets a view of one's own go. What went wrong, or null. */
export async function dropView(raw: string): Promise<string | null> {
  const id = z.uuid().safeParse(raw);
  if (!id.success) return null;
  const done = await acting("drop view", "Nothing was changed.", async () => {
    const entered = await onAction("read");
    if (!entered.ok) return entered;
    await dropLogView(entered.visitor.id, id.data);
    revalidatePath("/log");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
