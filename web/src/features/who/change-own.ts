"use server";

import { redirect } from "next/navigation";
import { changePassphrase, onAction } from "@/access/index.server";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { passphraseFields } from "./person-fields";

/** Gives whoever is signed in here another passphrase. */
export async function changeOwn(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = passphraseFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { before, passphrase } = parsed.data;
  const done = await acting("passphrase", "Nothing was changed.", async () => {
    const entered = await onAction("read");
    if (!entered.ok) return entered;
    return changePassphrase(entered.visitor.id, before, passphrase);
  });
  if (!done.ok) return wrong(done.message, "before");
  // A request of its own: this one still carries the session that has just ended.
  redirect("/who?changed=yes");
}
