"use server";

import { OBSERVATION_IDS, pumpId } from "@yard-tack/core/case";
import { redirect } from "next/navigation";
import * as z from "zod";
import { openSheet, pumpExists } from "@/db";
import { acting } from "@/edge";
import { forecastFor } from "./forecasts";

const form = z.object({
  pump: z.uuid("Choose the pump; a new one can be made in the Yard.").pipe(pumpId),
  complaint: z.string().trim().max(200, "At most 200 characters."),
  kind: z.enum(["call", "round"]),
  note: z.string().trim().max(2000),
  codes: z.array(z.enum(OBSERVATION_IDS, "A chip is not known here; load the page again.")).max(30),
});

export interface NewCallState {
  readonly error: string | null;
}

/** Takes a call or plans a round, and opens its run sheet. */
export async function takeCall(_: NewCallState, data: FormData): Promise<NewCallState> {
  const parsed = form.safeParse({
    pump: data.get("pump"),
    complaint: data.get("complaint") ?? "",
    kind: data.get("kind") ?? "call",
    note: data.get("note") ?? "",
    codes: data.getAll("codes"),
  });
  if (!parsed.success) return { error: parsed.error.issues[0]?.message ?? "Not understood." };
  const { pump, complaint, kind, note, codes } = parsed.data;
  if (kind === "call" && complaint === "" && codes.length === 0) {
    return { error: "Say what is wrong, in words or by a chip." };
  }
  const opened = await acting("new call", "What you typed is kept.", async () => {
    if (!(await pumpExists(pump))) {
      return {
        ok: false,
        message: "That pump is not there any more; choose another. What you typed is kept.",
      } as const;
    }
    const said = complaint || (codes[0]?.split(".")[1]?.replace(/-/g, " ") ?? "");
    const sheet = { pumpId: pump, kind, complaint: said, codes, callerNote: note };
    return { ok: true, id: await openSheet(sheet, await forecastFor(pump, codes)) } as const;
  });
  if (!opened.ok) return { error: opened.message };
  redirect(`/sheet/${opened.id}`);
}
