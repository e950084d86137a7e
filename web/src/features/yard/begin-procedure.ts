"use server";

import { entryId, pumpId } from "@yard-tack/core/case";
import { PROCEDURES } from "@yard-tack/core/guide";
import { ENTRY_VERSION } from "@yard-tack/core/visit";
import { redirect } from "next/navigation";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { appendEntries, openSheet } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";

const form = z.object({
  pump: z.uuid("Load the page again.").pipe(pumpId),
  procedure: z.enum(
    PROCEDURES.map((p) => p.id),
    "There is no such procedure; load the page again.",
  ),
});

/** Begins a procedure on a pump that nobody called about: it gets a run sheet of its own. */
export async function beginProcedure(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { pump, procedure } = parsed.data;
  const begun = await acting("begin procedure", "Nothing was begun.", async () => {
    const entered = await onAction("work", { pump });
    if (!entered.ok) return entered;
    const found = PROCEDURES.find((p) => p.id === procedure);
    if (!found) return { ok: false, message: "There is no such procedure." } as const;
    const now = new Date();
    const call = { kind: "call", codes: [], callerNote: "", dueAt: now } as const;
    const complaint = found.name.charAt(0).toLowerCase() + found.name.slice(1);
    const sheet = await openSheet({ ...call, pumpId: pump, complaint }, null);
    const appended = { version: ENTRY_VERSION, supersedes: null, order: null } as const;
    await appendEntries(
      sheet,
      [
        {
          ...appended,
          ...{ id: entryId.parse(newId()), personId: entered.visitor.id, at: now.toISOString() },
          ...{ kind: "procedure", run: newId(), form: found, from: "pump" },
        },
      ],
      now,
    );
    return { ok: true, sheet } as const;
  });
  if (!begun.ok) return wrong(begun.message);
  redirect(`/sheet/${begun.sheet}?step=fix`);
}
