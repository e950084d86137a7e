"use server";

import { redirect } from "next/navigation";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { Pump, RunSheet, unitOfWork } from "@/db";

const form = z.object({
  pump: z.uuid("Choose the pump; a new one can be made in the Yard."),
  complaint: z.string().trim().max(200, "At most 200 characters."),
  kind: z.enum(["call", "round"]),
  note: z.string().trim().max(2000),
  codes: z.array(z.string().regex(/^(complaint|onset)\.[a-z-]+$/)).max(30),
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
  const em = await unitOfWork();
  if (!(await em.findOne(Pump, { id: pump }))) {
    return { error: "That pump is not there any more; choose another. What you typed is kept." };
  }
  const now = new Date();
  const id = newId();
  em.create(RunSheet, {
    id,
    pumpId: pump,
    kind,
    complaint: complaint || (codes[0]?.split(".")[1]?.replace(/-/g, " ") ?? ""),
    codes,
    callerNote: note,
    dueAt: now,
    openedAt: now,
    signedAt: null,
  });
  await em.flush();
  redirect(`/sheet/${id}`);
}
