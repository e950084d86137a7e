"use server";

import { redirect } from "next/navigation";
import { signInWith, signOutHere } from "@/access/index.server";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { backTo } from "./back";
import { signInFields } from "./person-fields";

/** Comes in with a name and a passphrase. */
export async function signIn(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = signInFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { name, passphrase, shared, back } = parsed.data;
  const came = await acting("sign in", "Nobody was signed in.", () =>
    signInWith(name, passphrase, shared === "on"),
  );
  if (!came.ok) return wrong(came.message);
  redirect(backTo(back));
}

/** Goes out: here, or on every device. What was typed and not sent stays on this one. */
export async function signOut(form: FormData): Promise<void> {
  await signOutHere(form.get("everywhere") === "yes");
  redirect("/sign-in");
}
