"use server";

import { redirect } from "next/navigation";
import * as z from "zod";
import { back, remember } from "./remember";

const choice = z.object({ person: z.uuid(), back });

/** Takes somebody of the list as the one at this device. */
export async function choosePerson(form: FormData): Promise<void> {
  const parsed = choice.safeParse({ person: form.get("person"), back: form.get("back") ?? "/" });
  // Nobody of that id can be chosen: the list is shown again.
  if (!parsed.success) redirect("/who");
  await remember(parsed.data.person);
  redirect(parsed.data.back);
}
