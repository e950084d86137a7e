"use server";

import type { PumpId } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { redirect } from "next/navigation";
import * as z from "zod";
import { note, onAction, type Visitor } from "@/access/index.server";
import { movePromise, openSheet, pumpOfPromise, settlePromise } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { instantOf } from "@/shell/instant";
import { droppedFields, movedFields } from "./promise-fields";

const ENDED = "It is done or dropped already; load the page again.";
const GONE = "This is not there, or not yours to see. Nothing was changed.";

type Mine =
  | {
      readonly ok: true;
      readonly visitor: Visitor;
      readonly zone: string;
      readonly pump: PumpId;
    }
  | { readonly ok: false; readonly message: string };

/** Whoever may work at the pump of a promise. */
async function forPromise(id: string): Promise<Mine> {
  const found = await pumpOfPromise(id);
  // Who asks is judged first, so that nobody learns what there is.
  const entered = await onAction("work", found && { pump: found.pumpId });
  if (!entered.ok) return entered;
  return found
    ? { ...entered, zone: found.zone, pump: found.pumpId }
    : { ok: false, message: GONE };
}

/** What was promised is done. What went wrong, or null. */
export async function promiseDone(input: string): Promise<string | null> {
  const id = z.uuid().safeParse(input);
  const done = await acting("promise done", "Nothing was changed.", async () => {
    const mine = await forPromise(id.success ? id.data : NOBODY);
    if (!mine.ok) return mine;
    if (!(await settlePromise(id.data ?? "", mine.visitor.id, "done", "")))
      return { ok: false, message: ENDED } as const;
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}

/** Opens the sheet of a round that was promised; the promise is kept when that is signed. What went wrong, or null. */
export async function openRound(input: string): Promise<string | null> {
  const id = z.uuid().safeParse(input);
  const done = await acting("open round", "Nothing was opened.", async () => {
    const mine = await forPromise(id.success ? id.data : NOBODY);
    if (!mine.ok) return mine;
    const { pump } = mine;
    const call = { pumpId: pump, kind: "round", complaint: "", codes: [], callerNote: "" } as const;
    const sheet = await openSheet({ ...call, dueAt: new Date() }, null);
    revalidatePath("/", "layout");
    return { ok: true, sheet } as const;
  });
  if (!done.ok) return done.message;
  redirect(`/sheet/${done.sheet}`);
}

/** An id that nothing has. */
const NOBODY = "00000000-0000-4000-8000-000000000000";

/** Drops a promise, with its reason. */
export async function dropPromise(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = droppedFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { promise, why } = parsed.data;
  const done = await acting("drop promise", "What you typed is kept here.", async () => {
    const mine = await forPromise(promise);
    if (!mine.ok) return mine;
    if (!(await settlePromise(promise, mine.visitor.id, "dropped", why)))
      return { ok: false, message: ENDED } as const;
    await note(mine.visitor.id, "promise dropped", why);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? { errors: {} } : wrong(done.message);
}

/** Puts a promise off to another day. */
export async function putOff(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = movedFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { promise, due } = parsed.data;
  const done = await acting("put off", "What you typed is kept here.", async () => {
    const mine = await forPromise(promise);
    if (!mine.ok) return mine;
    const dueAt = instantOf(due, mine.zone);
    if (!dueAt) return { ok: false, message: "There is no such day. Choose another." } as const;
    if (!(await movePromise(promise, () => dueAt))) return { ok: false, message: ENDED } as const;
    await note(mine.visitor.id, "promise put off", due);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? { errors: {} } : wrong(done.message);
}
