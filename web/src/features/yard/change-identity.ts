"use server";

import { pumpId, readPump } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { redirect } from "next/navigation";
import { note, onAction } from "@/access/index.server";
import { changeIdentity as keep, loadPump, putIdentityBack } from "@/db";
import { acting } from "@/edge";
import { forecastAnew } from "@/features/slate/index.server";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { identityFields } from "./identity-fields";

/** Why nothing was changed, and at which field. */
const WORDS = {
  "no-such-pump": ["This pump is not there any more. What you typed is kept here.", ""],
  "no-such-site": ["That place is not there any more; choose another.", "site"],
  "tag-taken": ["Another pump at that place has this tag; choose another.", "tag"],
  newer: [
    "Somebody changed this pump meanwhile. What you typed is kept here: load the page again, compare, save.",
    "",
  ],
} as const;

/** Changes tag, family, purpose or place of a pump; its log, its readings and its curve stay. */
export async function changeIdentity(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = identityFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { pump, version, site, siteName, zone, move, ...facts } = parsed.data;
  const outcome = await acting("change pump", "What you typed is kept here.", async () => {
    const entered = await onAction("register", { pump });
    if (!entered.ok) return entered;
    const known = await loadPump(pump);
    if (!known) return { ok: false, message: WORDS["no-such-pump"][0], field: "" } as const;
    // A rating that the other family cannot have would be lost without a word.
    const { history: _past, fingerprint: _own, ...register } = known.written;
    const { tag, family } = facts;
    const file = readPump({ ...register, pump: { ...register.pump, tag, family } });
    if (!file.ok) {
      const message = `As ${family} this pump would not be in order: ${file.error[0]?.message ?? ""}`;
      return { ok: false, message, field: "family" } as const;
    }
    const { units } = entered.visitor;
    const saved = await keep(entered.visitor, pump, Number(version), {
      ...facts,
      place: { id: site === "new" ? null : site, name: siteName, zone, units },
      all: move === "all",
    });
    if (saved !== "saved") {
      const [message, field] = WORDS[saved];
      return { ok: false, message, field } as const;
    }
    await forecastAnew(pump);
    await note(entered.visitor.id, "pump or place changed", `${tag}, ${siteName}`);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  if (outcome.ok) redirect(`/yard/${pump}`);
  return wrong(outcome.message, "field" in outcome ? outcome.field : "");
}

/** Why nothing was put back. */
const BACK_WORDS = {
  "no-such-pump": "This pump is not there any more.",
  "no-such-site": "The place it stood at is not there any more, or not yours to see.",
  "tag-taken": "Another pump at that place has its old tag by now. Nothing was changed.",
  newer: "It, or its place, was changed since. Nothing was put back: change it by hand.",
  "nothing-before": "It was never called anything else. Nothing was changed.",
} as const;

/** Puts back what the last change of tag, family or place changed; what went wrong, or null. */
export async function putNameBack(raw: string): Promise<string | null> {
  const id = pumpId.safeParse(raw);
  if (!id.success) return BACK_WORDS["no-such-pump"];
  const done = await acting("pump put back", "Nothing was changed.", async () => {
    const entered = await onAction("register", { pump: id.data });
    if (!entered.ok) return entered;
    const saved = await putIdentityBack(entered.visitor, id.data);
    if (saved !== "saved") return { ok: false, message: BACK_WORDS[saved] } as const;
    await forecastAnew(id.data);
    await note(entered.visitor.id, "pump or place changed", "put back as it was");
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
