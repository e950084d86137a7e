"use server";

import { redirect } from "next/navigation";
import * as z from "zod";
import { addPerson } from "@/db";
import { acting } from "@/edge";
import { back, remember } from "./remember";

const form = z.object({
  name: z.string().trim().min(1, "A name is needed.").max(80, "At most 80 characters."),
  role: z.enum(["technician", "lead"]),
  units: z.enum(["metric", "us"]),
  back,
});

export interface NewPersonState {
  readonly error: string | null;
}

/** Adds somebody to the list and takes them as the one at this device. */
export async function makePerson(_: NewPersonState, data: FormData): Promise<NewPersonState> {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) return { error: parsed.error.issues[0]?.message ?? "Not understood." };
  const { back: to, ...person } = parsed.data;
  const made = await acting("new person", "What you typed is kept.", async () => ({
    ok: true as const,
    id: await addPerson(person),
  }));
  if (!made.ok) return { error: made.message };
  await remember(made.id);
  redirect(to);
}
