"use server";

import { redirect } from "next/navigation";
import { welcomeIn } from "@/access/index.server";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { welcomeFields } from "./person-fields";

/** Takes the passphrase of somebody who came by a one-time address, and signs them in. */
export async function welcome(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = welcomeFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { token, name, units, passphrase } = parsed.data;
  const came = await acting("welcome", "No passphrase was set.", () =>
    welcomeIn(token, { name, units, passphrase }),
  );
  if (!came.ok) return wrong(came.message, "field" in came ? came.field : "");
  redirect("/");
}
