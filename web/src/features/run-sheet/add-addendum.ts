"use server";

import { sheetId } from "@yard-tack/core/case";
import { leftBehind } from "@yard-tack/core/record";
import { foldEntries, hoursOf } from "@yard-tack/core/visit";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { addToLog } from "@/db";
import { acting } from "@/edge";
import { linesOfSheet } from "./lines-of-sheet";
import { lateOf } from "./server";
import type { SignOffOutcome } from "./sign-off-form";

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
