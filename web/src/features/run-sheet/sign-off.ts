"use server";

import { boardOf } from "@yard-tack/core/board";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { LogEntry, RunSheet, unitOfWork } from "@/db";
import { whoIsHere } from "@/features/who/index.server";
import { caseOfSheet } from "./case-of-sheet";
import { doneOf, picturesOf, readingsOf, wordsOf } from "./log-of-sheet";
import { loadSheet } from "./server";
import { foldEntries } from "./sheet-state";

const form = z.object({
  sheetId: z.uuid(),
  closed: z.enum([
    "cured",
    "improved",
    "not reproduced",
    "waiting for parts",
    "referred",
    "as it should be",
  ]),
  found: z.string().trim().min(1, "Say in a few words what was found.").max(4000),
  done: z.string().trim().max(4000),
  proof: z.string().trim().max(4000),
});

export type SignOffForm = z.input<typeof form>;
export type SignOffOutcome =
  | { readonly ok: true; readonly logEntryId: string }
  | { readonly ok: false; readonly message: string; readonly field?: string };

/**
 * Closes a sheet and writes its log entry, in one transaction. Signing twice gives the first entry.
 * A cure needs an after-reading or a stated reason.
 */
export async function signOff(input: SignOffForm): Promise<SignOffOutcome> {
  const parsed = form.safeParse(input);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return {
      ok: false,
      message: issue?.message ?? "Not understood.",
      field: String(issue?.path[0] ?? ""),
    };
  }
  const { sheetId, closed, found, done, proof } = parsed.data;
  const sheet = await loadSheet(sheetId);
  if (!sheet)
    return { ok: false, message: "This run sheet is not there any more; nothing was signed." };
  if (sheet.signedAt && sheet.logEntryId) return { ok: true, logEntryId: sheet.logEntryId };
  const state = foldEntries(sheet.entries);
  const hasAfter = [...state.readings.values()].some(
    (r) => r.snapshot === "after" && r.si !== null,
  );
  if (closed === "cured" && !hasAfter && proof === "") {
    return {
      ok: false,
      field: "proof",
      message:
        "A cure needs an after-reading (Readings, valve as found, after) or the reason why there is none.",
    };
  }
  const person = await whoIsHere();
  const { pump } = sheet;
  const board = boardOf(caseOfSheet(pump, sheet.codes, state), pump.units);
  const view = board.ok ? board.view : undefined;
  const at = new Date();
  const leading = view?.causes[0];
  const entry = {
    id: newId(),
    pumpId: pump.id,
    sheetId,
    personId: person.id,
    at,
    kind: sheet.kind,
    title: sheet.complaint === "" ? "Round" : capital(sheet.complaint),
    body: {
      closed,
      found,
      done,
      proof,
      cause: leading && leading.id !== "healthy" && leading.probability > 0.5 ? leading.id : null,
      verdict: view?.verdict ?? null,
      causes: (view?.causes ?? []).slice(0, 4).map((c) => ({
        id: c.id,
        name: c.name,
        probability: c.probability,
      })),
      engine: view?.engine ?? null,
      dataVersion: view?.dataVersion ?? null,
      ...readingsOf(sheet),
      ...doneOf(sheet, state),
      words: wordsOf(sheet, state),
      pictures: picturesOf(sheet, state),
      snapshots: caseOfSheet(pump, [], state, ["as found", "throttled", "shut", "after"])[
        "snapshots"
      ],
    },
    supersedes: null,
  };
  const em = await unitOfWork();
  const closedNow = await em.transactional(async (tx) => {
    // Only the first of two signatures finds the sheet still open.
    const count = await tx.nativeUpdate(
      RunSheet,
      { id: sheetId, signedAt: null },
      { signedAt: at },
    );
    if (count === 0) return false;
    tx.create(LogEntry, entry);
    await tx.flush();
    return true;
  });
  if (closedNow) return { ok: true, logEntryId: entry.id };
  const again = await loadSheet(sheetId);
  return again?.logEntryId
    ? { ok: true, logEntryId: again.logEntryId }
    : { ok: false, message: "The sheet was signed in another tab; look in the log." };
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
