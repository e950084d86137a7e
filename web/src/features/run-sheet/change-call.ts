"use server";

import type { PersonId } from "@yard-tack/core/case";
import { leftBehind } from "@yard-tack/core/record";
import { revalidatePath } from "next/cache";
import { redirect } from "next/navigation";
import { note, onAction } from "@/access/index.server";
import {
  changeCall as keepCall,
  type SheetRecord,
  type Signature,
  signSheet,
  zoneOfSheet,
} from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { instantOf } from "@/shell/instant";
import { callChange, callingOff } from "./call-fields";
import { linesOfSheet } from "./lines-of-sheet";

const GONE = "This run sheet is not there any more.";
const SIGNED = "This sheet is signed: what it says stays as it was.";

/** Puts the complaint or the kind of an open call right. */
export async function changeCall(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = callChange.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { sheet, kind, complaint, due } = parsed.data;
  const outcome = await acting("change call", "What you typed is kept here.", async () => {
    const entered = await onAction("work", { sheet });
    if (!entered.ok) return entered;
    const zone = await zoneOfSheet(sheet);
    if (zone === undefined) return { ok: false, message: GONE } as const;
    const dueAt = instantOf(due, zone);
    if (!dueAt) return { ok: false, message: "There is no such day. Choose another." } as const;
    if (!(await keepCall(sheet, { kind, complaint, dueAt })))
      return { ok: false, message: SIGNED } as const;
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  if (!outcome.ok) return wrong(outcome.message);
  redirect(`/sheet/${sheet}?step=call`);
}

/** Calls a visit off: its sheet is closed and the log says why. What was noted on it is kept with it. */
export async function callOff(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = callingOff.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { sheet, reason } = parsed.data;
  const outcome = await acting("call off", "Nothing was called off.", async () => {
    const entered = await onAction("work", { sheet });
    if (!entered.ok) return entered;
    const { id } = entered.visitor;
    const signed = await signSheet(sheet, (found) => calledOff(found, reason, id));
    if (!signed.ok) return { ok: false, message: GONE } as const;
    await note(id, "call called off", reason);
    revalidatePath("/", "layout");
    return { ok: true, log: signed.logEntryId } as const;
  });
  if (!outcome.ok) return wrong(outcome.message);
  redirect(`/log/${outcome.log}`);
}

/** A log entry that says no more than why: nothing of a visit that was not made tells of the pump. */
function calledOff(found: SheetRecord, reason: string, personId: PersonId): Signature {
  const left = leftBehind(
    { ...found.pump.written, snapshots: [] },
    { closed: "called off", found: reason, done: "", proof: "", was: null },
    linesOfSheet(found),
    null,
  );
  return {
    ...left,
    personId,
    title: found.sheet.complaint || "Round",
    result: null,
    fingerprintReason: null,
  };
}
