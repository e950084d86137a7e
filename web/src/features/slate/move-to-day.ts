"use server";

import { sheetId } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { mayClose } from "@/access";
import { note, onAction } from "@/access/index.server";
import { callFacts, movePromise, moveSheet, pumpOfPromise } from "@/db";
import { acting } from "@/edge";
import { onDay } from "@/shell/instant";

const form = z.object({ id: z.uuid(), what: z.enum(["call", "promise"]), day: z.iso.date() });

const GONE = "It is signed, done or gone already; load the page again. Nothing was moved.";
const ANOTHERS = "It is another's: they, or a lead, move it. Nothing was moved.";

/** Puts a call or a promise to another day, at the same time of that day there. What went wrong, or null. */
export async function moveToDay(input: z.input<typeof form>): Promise<string | null> {
  const done = await acting("move to day", "Nothing was moved.", async () => {
    const asked = form.safeParse(input);
    if (!asked.success) return { ok: false, message: "There is no such day." } as const;
    const { id, what, day } = asked.data;
    const moved = what === "call" ? await moveCall(id, day) : await movePromised(id, day);
    if (!moved.ok) return moved;
    await note(moved.by, "moved to another day", `${what}, ${day}`);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}

type MovedTo =
  { readonly ok: true; readonly by: string } | { readonly ok: false; readonly message: string };

async function moveCall(id: string, day: string): Promise<MovedTo> {
  const sheet = sheetId.parse(id);
  const entered = await onAction("work", { sheet });
  if (!entered.ok) return entered;
  const call = await callFacts(sheet);
  if (!call) return { ok: false, message: GONE };
  if (!mayClose(entered.visitor, call.assignedTo)) return { ok: false, message: ANOTHERS };
  return (await moveSheet(sheet, (was) => onDay(was, day, call.zone)))
    ? { ok: true, by: entered.visitor.id }
    : { ok: false, message: GONE };
}

async function movePromised(id: string, day: string): Promise<MovedTo> {
  const found = await pumpOfPromise(id);
  const entered = await onAction("work", found && { pump: found.pumpId });
  if (!entered.ok) return entered;
  return found && (await movePromise(id, (was) => onDay(was, day, found.zone)))
    ? { ok: true, by: entered.visitor.id }
    : { ok: false, message: GONE };
}
