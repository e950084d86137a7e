"use server";

import { redirect } from "next/navigation";
import { addPerson } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { personFields } from "./person-fields";
import { back, remember } from "./remember";

const form = personFields.extend({ back });

/** Adds somebody to the list and takes them as the one at this device. */
export async function makePerson(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { back: to, ...person } = parsed.data;
  const made = await acting("new person", "What you typed is kept.", async () => ({
    ok: true as const,
    id: await addPerson(person),
  }));
  if (!made.ok) return wrong(made.message);
  await remember(made.id);
  redirect(to);
}
