"use server";

import {
  CAUSE_IDS,
  type Closing,
  CLOSINGS,
  type PersonId,
  POSITIONS,
  sheetId,
} from "@yard-tack/core/case";
import { leftBehind, signedResult } from "@yard-tack/core/record";
import { caseOfVisit, foldEntries, hoursOf } from "@yard-tack/core/visit";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { note, onAction } from "@/access/index.server";
import {
  addToLog,
  PROMISE_KINDS,
  type PromiseKind,
  type Refusal,
  type SheetRecord,
  type Signature,
  signSheet,
} from "@/db";
import { acting } from "@/edge";
import { instantOf } from "@/shell/instant";
import { WALL_TIME } from "@/shell/times";
import { linesOfSheet } from "./lines-of-sheet";
import { lateOf } from "./server";
import { anothers } from "./anothers";

const words = z.string("A text is needed.").trim().max(4000, "At most 4,000 characters.");

const form = z.object({
  sheetId,
  closed: z.enum(CLOSINGS, "Choose how the visit ends."),
  found: words.min(1, "Say in a few words what was found."),
  done: words,
  proof: words,
  was: z.enum(CAUSE_IDS, "Choose a cause from the list.").nullable(),
  /** What is promised for later, its day by the clock there. */
  promises: z
    .array(
      z.object({
        kind: z.enum(PROMISE_KINDS),
        what: z.string().trim().min(1, "Say what is promised.").max(300, "At most 300 characters."),
        due: z.string().regex(WALL_TIME, "Choose a day and a time for what is promised."),
      }),
    )
    .max(20, "At most twenty promises."),
  /** Why its readings become the pump's fingerprint; empty when they do not. */
  fingerprint: words.max(200, "At most 200 characters."),
});

/** What is sent; how the visit ends may still be missing, which is refused in words. */
export type SignOffForm = Omit<z.input<typeof form>, "closed"> & { readonly closed: string };
export type SignOffOutcome =
  | { readonly ok: true; readonly logEntryId: string }
  | { readonly ok: false; readonly message: string; readonly field?: string };

/** How a visit can only end where something is promised. */
const WANTED: Readonly<Partial<Record<Closing, { kind: PromiseKind; say: string }>>> = {
  "waiting for parts": { kind: "parts", say: "Say which parts, and when they are to be there." },
  "not reproduced": {
    kind: "watch",
    say: "Set a day on which it is looked at again, and what is watched for until then.",
  },
};

const NOTHING_SIGNED = "Nothing was signed; everything typed is kept.";

/**
 * Closes a sheet and writes its log entry, in one transaction that has everything told kept. Signing twice
 * gives the first entry. A cure needs an after-reading or a stated reason.
 */
export async function signOff(input: SignOffForm): Promise<SignOffOutcome> {
  return acting("sign-off", NOTHING_SIGNED, async (): Promise<SignOffOutcome> => {
    const parsed = form.safeParse(input);
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      return {
        ok: false,
        message: issue?.message ?? "Not understood.",
        field: String(issue?.path[0] ?? ""),
      };
    }
    const entered = await onAction("work", { sheet: parsed.data.sheetId });
    if (!entered.ok) return { ok: false, message: `${entered.message} ${NOTHING_SIGNED}` };
    const { id } = entered.visitor;
    const signed = await signSheet(
      parsed.data.sheetId,
      (sheet) => anothers(entered.visitor, sheet) ?? signature(sheet, parsed.data, id),
    );
    if (signed.ok) {
      await note(id, "visit signed", signed.logEntryId);
      revalidatePath("/", "layout");
      return { ok: true, logEntryId: signed.logEntryId };
    }
    return signed.why === "refused"
      ? { ok: false, field: signed.field, message: signed.message }
      : { ok: false, message: "This run sheet is not there any more; nothing was signed." };
  });
}

/** What a visit leaves when it is signed with these words. */
function signature(
  found: SheetRecord,
  { closed, found: what, done, proof, was, fingerprint, promises }: z.output<typeof form>,
  personId: PersonId,
): Signature | Refusal {
  const { sheet, pump } = found;
  const state = foldEntries(found.entries);
  const hasAfter = [...state.readings.values()].some(
    (r) => r.snapshot === "after" && r.si !== null,
  );
  if (closed === "cured" && !hasAfter && proof === "") {
    return {
      field: "proof",
      message:
        "A cure needs an after-reading (Readings, valve as found, after) or the reason why there is none.",
    };
  }
  const wanted = WANTED[closed];
  if (wanted && !promises.some((p) => p.kind === wanted.kind))
    return { field: "promises", message: wanted.say };
  const kept = promises.flatMap(({ kind, what: promised, due }) => {
    const dueAt = instantOf(due, pump.zone);
    const dueHours = kind === "round" ? dueByCounter(found, hoursOf(state)) : null;
    return dueAt ? [{ kind, what: promised, dueAt, dueHours }] : [];
  });
  if (kept.length < promises.length)
    return { field: "promises", message: "One of the days promised is none. Choose another." };
  const basis = { ...pump, codes: sheet.codes, day: pump.loadedAt, round: sheet.kind === "round" };
  const signed = signedResult(caseOfVisit(basis, state), pump.units);
  const left = leftBehind(
    caseOfVisit(basis, state, undefined, POSITIONS),
    { closed, found: what, done, proof, was },
    linesOfSheet(found),
    signed,
  );
  if (fingerprint !== "" && left.fingerprint.length === 0) {
    return {
      field: "fingerprint",
      message:
        closed === "cured"
          ? "A fingerprint after a cure needs readings taken after it (Readings, After)."
          : "A fingerprint needs readings of a pump that ran as it should.",
    };
  }
  const promised = kept.map((p) => ({ what: p.what, dueAt: p.dueAt.toISOString() }));
  return {
    ...left,
    record: { ...left.record, promised },
    personId,
    title: sheet.complaint === "" ? "Round" : capital(sheet.complaint),
    result: signed?.result ?? null,
    promises: kept,
    hours: hoursOf(state) ?? null,
    fingerprintReason: fingerprint === "" ? null : fingerprint,
  };
}

/** What the counter shows when the next round is due; null where no counter is read. */
function dueByCounter({ round }: SheetRecord, hours: number | undefined): number | null {
  const shows = hours ?? round.counter.at(-1)?.hours;
  return round.hours === null || shows === undefined ? null : shows + round.hours;
}

/** Puts what came after the signature into the log, as an entry that adds to the signed one. */
export async function addAddendum(input: { readonly sheetId: string }): Promise<SignOffOutcome> {
  return acting("addendum", "What came later is kept with its sheet.", async () => {
    const asked = z.object({ sheetId }).safeParse(input);
    if (!asked.success) return { ok: false, message: "There is no such run sheet." };
    const entered = await onAction("work", { sheet: asked.data.sheetId });
    if (!entered.ok) return entered;
    const { id: personId } = entered.visitor;
    const entry = await addToLog(asked.data.sheetId, (sheet, signed) => {
      const late = new Set(lateOf(sheet));
      if (late.size === 0) return null;
      // A step that came late tells nothing without the procedure it is of.
      const runs = new Set(
        sheet.entries.flatMap((e) =>
          late.has(e.id) && (e.kind === "step" || e.kind === "measure") ? [e.run] : [],
        ),
      );
      const came = {
        ...sheet,
        entries: sheet.entries.filter(
          (e) => late.has(e.id) || (e.kind === "procedure" && runs.has(e.run)),
        ),
        pictures: sheet.pictures.filter((p) => late.has(p.id)),
      };
      const { closed, was } = signed.record;
      const found = "Readings and notes that came after the signature.";
      const left = leftBehind(
        { ...sheet.pump.written, snapshots: [] },
        { closed, found, done: "", proof: "", was },
        linesOfSheet(came),
        null,
      );
      return {
        ...left,
        record: { ...left.record, addsTo: signed.id },
        title: `Addendum: ${sheet.sheet.complaint || "round"}`,
        personId,
        result: null,
        promises: [],
        hours: hoursOf(foldEntries(came.entries)) ?? null,
        fingerprintReason: null,
      };
    });
    revalidatePath("/", "layout");
    return entry
      ? { ok: true, logEntryId: entry }
      : { ok: false, message: "Nothing came after the signature." };
  });
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
