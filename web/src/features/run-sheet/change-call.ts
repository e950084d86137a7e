"use server";

import type { PersonId, SheetId } from "@yard-tack/core/case";
import { leftBehind } from "@yard-tack/core/record";
import { revalidatePath } from "next/cache";
import { redirect } from "next/navigation";
import { may, mayClose } from "@/access";
import { isAble, note, onAction } from "@/access/index.server";
import {
  assignSheet,
  callFacts,
  changeCall as keepCall,
  type SheetRecord,
  type Signature,
  signSheet,
} from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { instantOf } from "@/shell/instant";
import { ANOTHERS, anothers } from "./anothers";
import { callChange, callingOff, callGiven, roundFound } from "./call-fields";
import { linesOfSheet } from "./lines-of-sheet";

const GONE = "This run sheet is not there any more.";
const SIGNED = "This sheet is signed: what it says stays as it was.";

type OwnCall =
  { readonly ok: true; readonly zone: string } | { readonly ok: false; readonly message: string };

/** A call that whoever asks may change: theirs, nobody's, or any for a lead. */
async function ownCall(sheet: SheetId): Promise<OwnCall> {
  const entered = await onAction("work", { sheet });
  if (!entered.ok) return entered;
  const call = await callFacts(sheet);
  if (!call) return { ok: false, message: GONE };
  const own = mayClose(entered.visitor, call.assignedTo);
  return own ? { ok: true, zone: call.zone } : { ok: false, message: ANOTHERS };
}

/** Puts the complaint or the kind of an open call right. */
export async function changeCall(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = callChange.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { sheet, kind, complaint, due } = parsed.data;
  const outcome = await acting("change call", "What you typed is kept here.", async () => {
    const call = await ownCall(sheet);
    if (!call.ok) return call;
    const dueAt = instantOf(due, call.zone);
    if (!dueAt) return { ok: false, message: "There is no such day. Choose another." } as const;
    if (!(await keepCall(sheet, { kind, complaint, dueAt })))
      return { ok: false, message: SIGNED } as const;
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  if (!outcome.ok) return wrong(outcome.message);
  redirect(`/sheet/${sheet}?step=call`);
}

/** Says whose a call is: a lead for anybody who sees the place, a technician for themselves. */
export async function giveCall(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = callGiven.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { sheet, to } = parsed.data;
  const outcome = await acting("give call", "Nothing was changed.", async () => {
    const entered = await onAction("work", { sheet });
    if (!entered.ok) return entered;
    const { visitor } = entered;
    const call = await callFacts(sheet);
    if (!call) return { ok: false, message: GONE } as const;
    const own = (to === null || to === visitor.id) && mayClose(visitor, call.assignedTo);
    if (!own && !may(visitor.role, "direct")) return { ok: false, message: GIVEN_BY } as const;
    if (to !== null && !(await isAble(to, "work", { sheet })))
      return { ok: false, message: NOT_THEIRS } as const;
    if (!(await assignSheet(sheet, to))) return { ok: false, message: SIGNED } as const;
    await note(visitor.id, "call given", to ?? "nobody");
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  if (!outcome.ok) return wrong(outcome.message);
  redirect(`/sheet/${sheet}?step=call`);
}

const GIVEN_BY =
  "A call is given to others by a lead; you can take one that is nobody's, and give yours back.";
const NOT_THEIRS =
  "They do not work here any more, or do not see this place. An administrator gives them the place.";

/** What a round found becomes a call, with what was read: one tap. What went wrong, or null. */
export async function callOfRound(input: {
  readonly sheet: string;
  readonly complaint: string;
}): Promise<string | null> {
  const parsed = roundFound.safeParse(input);
  const outcome = await acting("call of a round", "What was read is kept.", async () => {
    if (!parsed.success) return { ok: false, message: GONE } as const;
    const { sheet, complaint } = parsed.data;
    const call = await ownCall(sheet);
    if (!call.ok) return call;
    if (!(await keepCall(sheet, { kind: "call", complaint, dueAt: new Date() })))
      return { ok: false, message: SIGNED } as const;
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return outcome.ok ? null : outcome.message;
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
    const signed = await signSheet(
      sheet,
      (found) => anothers(entered.visitor, found) ?? calledOff(found, reason, id),
    );
    if (!signed.ok)
      return { ok: false, message: signed.why === "refused" ? signed.message : GONE } as const;
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
    promises: [],
    hours: null,
    fingerprintReason: null,
  };
}
