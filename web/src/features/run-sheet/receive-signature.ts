import "server-only";
import { personId, type PersonId, POSITIONS, sheetId } from "@yard-tack/core/case";
import { leftBehind, signedResult } from "@yard-tack/core/record";
import { caseOfVisit, foldEntries, hoursOf } from "@yard-tack/core/visit";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { note, onRoute } from "@/access/index.server";
import { type Refusal, type SheetRecord, type Signature, signSheet } from "@/db";
import { answering, readJson, refuse } from "@/edge";
import { instantOf } from "@/shell/instant";
import { anothers } from "./anothers";
import { linesOfSheet } from "./lines-of-sheet";
import { signOffForm, type SignOffOutcome } from "./sign-off-form";
import { missingFor } from "./sign-off-rules";

/** A signature as a device sends it: whose it is and when it was given, which may be long ago. */
const sent = z.object({
  personId,
  at: z.iso.datetime({ offset: true }).optional(),
  form: z.record(z.string(), z.unknown()),
});

/** The longest signature with all its promises is far below [bytes]. */
const LONGEST_BODY = 200_000;
const NO_SHEET = "This run sheet is not there any more; nothing was signed.";
const NOT_THEIRS =
  "Somebody else signed this: it goes when they sign in here, and nobody signs for them. Nothing was signed; everything typed is kept.";

const outcome = (found: SignOffOutcome): Response =>
  Response.json(found, { status: found.ok ? 200 : 422 });

/**
 * PUT /api/sheets/:id/signature: closes a sheet and writes its log entry, in one transaction that has everything told kept.
 * Signing twice gives the first entry. What cannot be signed so is said at its field, with 422.
 */
export const receiveSignature = (request: Request, id: string): Promise<Response> =>
  answering("signature", async () => {
    const sheet = sheetId.safeParse(id);
    if (!sheet.success) return refuse(404, NO_SHEET);
    const entered = await onRoute("work", { sheet: sheet.data });
    if (!entered.ok) return refuse(entered.status, entered.message);
    const body = await readJson(request, LONGEST_BODY);
    if (!body.ok) return refuse(body.status, body.message);
    const parsed = sent.safeParse(body.json);
    if (!parsed.success) return refuse(422, "This is no signature; nothing was signed.");
    const { personId: by, at, form } = parsed.data;
    // A signature is that of the session which gives it, whatever else that session may send.
    if (by !== entered.visitor.id) return refuse(422, NOT_THEIRS, { waitsFor: by });
    const what = signOffForm.safeParse(form);
    if (!what.success) {
      const [issue] = what.error.issues;
      const field = String(issue?.path[0] ?? "");
      return outcome({ ok: false, field, message: issue?.message ?? "Not understood." });
    }
    const signed = await signSheet(
      sheet.data,
      (found) => anothers(entered.visitor, found) ?? signature(found, what.data, by),
      at === undefined ? undefined : new Date(at),
    );
    if (signed.ok) {
      if (!signed.again) await note(by, "visit signed", signed.logEntryId);
      revalidatePath("/", "layout");
      return outcome({ ok: true, logEntryId: signed.logEntryId });
    }
    return signed.why === "refused"
      ? outcome({ ok: false, field: signed.field, message: signed.message })
      : refuse(404, NO_SHEET);
  });

/** What a visit leaves when it is signed with these words. */
function signature(
  found: SheetRecord,
  { closed, found: what, done, proof, was, fingerprint, promises }: z.output<typeof signOffForm>,
  personId: PersonId,
): Signature | Refusal {
  const { sheet, pump } = found;
  const state = foldEntries(found.entries);
  const hasAfter = [...state.readings.values()].some(
    (r) => r.snapshot === "after" && r.si !== null,
  );
  const missing = missingFor({ closed, found: what, proof, promises }, hasAfter);
  if (missing) return missing;
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

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
