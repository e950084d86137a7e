"use server";

import { pumpId } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { note, onAction } from "@/access/index.server";
import { putPlateBack, saveFit as keep } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { fitFields, type FitForm } from "./fit-form-fields";

const KEPT = "What you typed is kept here.";

/** Keeps what is noted for the next pump; what stands empty is no longer known. */
export async function saveFit(input: FitForm): Promise<FormAnswer> {
  const parsed = fitFields.safeParse(input);
  if (!parsed.success) {
    const { errors } = answerOf(parsed.error);
    const [issue] = parsed.error.issues;
    return issue?.path[0] === "facts" ? wrong(issue.message, String(issue.path[1])) : { errors };
  }
  const { pump, basedOn, facts } = parsed.data;
  const known = Object.fromEntries(
    Object.entries(facts).filter((f): f is [string, string] => Boolean(f[1])),
  );
  const done = await acting("next pump", KEPT, async () => {
    const entered = await onAction("register", { pump });
    if (!entered.ok) return entered;
    const saved = await keep(pump, known, basedOn === "" ? null : basedOn);
    if (saved === "newer")
      return {
        ok: false,
        message: `Somebody noted something meanwhile. ${KEPT} Load the page again, compare, save.`,
      } as const;
    if (saved === "no-such-pump")
      return { ok: false, message: `This pump is not there any more. ${KEPT}` } as const;
    await note(entered.visitor.id, "pump or place changed", "noted for the next pump");
    revalidatePath(`/yard/${pump}`, "layout");
    return { ok: true } as const;
  });
  return done.ok ? { errors: {} } : wrong(done.message);
}

/** Puts what was noted before back; what went wrong, or null. */
export async function putFitBack(input: string): Promise<string | null> {
  const done = await acting("next pump back", "Nothing was changed.", async () => {
    const pump = pumpId.safeParse(input);
    if (!pump.success) return { ok: false, message: "There is no such pump." } as const;
    const entered = await onAction("register", { pump: pump.data });
    if (!entered.ok) return entered;
    if (!(await putPlateBack(pump.data, "fit")))
      return { ok: false, message: "Nothing stood before it; nothing was changed." } as const;
    await note(entered.visitor.id, "pump or place changed", "noted for the next pump, put back");
    revalidatePath(`/yard/${pump.data}`, "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
