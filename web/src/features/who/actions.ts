"use server";

import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import * as z from "zod";
import { PREFERENCES_COOKIE } from "@/shell/preferences";

const choice = z.object({
  person: z.uuid(),
  // Only a path of this application: never another host.
  back: z
    .string()
    .regex(/^\/(?!\/)[\w\-/]*$/)
    .catch("/"),
});

/** Remembers who is at this device. */
export async function choosePerson(form: FormData): Promise<void> {
  const parsed = choice.safeParse({ person: form.get("person"), back: form.get("back") ?? "/" });
  // Nobody of that id can be chosen: the list is shown again.
  if (!parsed.success) redirect("/who");
  const { person, back } = parsed.data;
  (await cookies()).set(PREFERENCES_COOKIE, person, {
    path: "/",
    sameSite: "lax",
    httpOnly: true,
    maxAge: 60 * 60 * 24 * 365,
  });
  redirect(back);
}
