"use server";

import { OBSERVATION_IDS } from "@yard-tack/core/case";
import { redirect } from "next/navigation";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { openSheet, zoneOfPump } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { instantOf } from "@/shell/instant";
import { callFields } from "./call-fields";
import { forecastFor } from "./forecasts";

const form = callFields.extend({
  codes: z.array(z.enum(OBSERVATION_IDS, "A chip is not known here; load the page again.")).max(30),
});

/** Takes a call or plans a round, and opens its run sheet. */
export async function takeCall(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = form.safeParse({
    pump: data.get("pump"),
    complaint: data.get("complaint") ?? "",
    kind: data.get("kind") ?? "call",
    due: data.get("due") ?? "",
    note: data.get("note") ?? "",
    codes: data.getAll("codes"),
  });
  if (!parsed.success) {
    // Chips are no field of their own: what is wrong with one is wrong with the whole.
    const { codes, ...errors } = answerOf(parsed.error).errors;
    return { errors: codes ? { ...errors, "": codes } : errors };
  }
  const { pump, complaint, kind, due, note, codes } = parsed.data;
  if (kind === "call" && complaint === "" && codes.length === 0) {
    return wrong("Say what is wrong, in words or by a chip.", "complaint");
  }
  const opened = await acting("new call", "What you typed is kept.", async () => {
    const entered = await onAction("work", { pump });
    if (!entered.ok) return entered;
    const zone = await zoneOfPump(pump);
    if (zone === undefined) {
      return {
        ok: false,
        message: "That pump is not there any more; choose another. What you typed is kept.",
      } as const;
    }
    const said = complaint || (codes[0]?.split(".")[1]?.replace(/-/g, " ") ?? "");
    const dueAt = due === "" ? new Date() : instantOf(due, zone);
    if (!dueAt) {
      return {
        ok: false,
        message: "There is no such day. Choose another, or leave it empty.",
      } as const;
    }
    const sheet = { pumpId: pump, kind, complaint: said, codes, callerNote: note, dueAt };
    return { ok: true, id: await openSheet(sheet, await forecastFor(pump, codes)) } as const;
  });
  if (!opened.ok) return wrong(opened.message);
  redirect(`/sheet/${opened.id}`);
}
