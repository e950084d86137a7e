"use server";

import { parseQuantity } from "@yard-tack/core/quantity";
import { revalidatePath } from "next/cache";
import { redirect } from "next/navigation";
import * as z from "zod";
import { note, onAction } from "@/access/index.server";
import { addInstrument, changeInstrument, setAside as keepAside } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { instrumentFields, kindOf } from "./instrument-fields";

const KEPT = "What you typed is kept here.";
const NEWER = `Somebody changed this instrument meanwhile. ${KEPT} Load the page again, compare, save.`;

/** Keeps what is said of an instrument; a new one is the van's. */
export async function saveInstrument(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = instrumentFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { id, version, name, kind, serial, ...rest } = parsed.data;
  const orNull = (text: string) => (text === "" ? null : text);
  const high = parseQuantity(rest.rangeHigh, kindOf(kind)?.reads ?? "pressure");
  const facts = {
    name,
    kind,
    serial,
    unit: high.ok ? high.value.unit : "",
    rangeLow: orNull(rest.rangeLow) ?? (high.ok ? `0 ${high.value.unit}` : null),
    rangeHigh: orNull(rest.rangeHigh),
    percent: rest.percent === "" ? null : Number(rest.percent),
    calibratedOn: orNull(rest.calibratedOn),
    goodUntil: orNull(rest.goodUntil),
  };
  const done = await acting("instrument", KEPT, async () => {
    const entered = await onAction("register");
    if (!entered.ok) return entered;
    if (id === "") await addInstrument(facts);
    else {
      const saved = await changeInstrument(entered.visitor.sites, id, Number(version), facts);
      if (saved === "newer") return { ok: false, message: NEWER } as const;
      if (saved === "gone")
        return { ok: false, message: `This instrument is not there any more. ${KEPT}` } as const;
    }
    await note(entered.visitor.id, "instrument changed", name);
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  if (!done.ok) return wrong(done.message);
  redirect("/yard/instruments");
}

const asideForm = z.object({ id: z.uuid(), aside: z.boolean() });

/** Puts an instrument of the van aside, or takes it up again; what went wrong, or null. */
export async function setAside(id: string, aside: boolean): Promise<string | null> {
  const done = await acting("instrument aside", "Nothing was changed.", async () => {
    const asked = asideForm.safeParse({ id, aside });
    if (!asked.success) return { ok: false, message: "There is no such instrument." } as const;
    const entered = await onAction("register");
    if (!entered.ok) return entered;
    const name = await keepAside(asked.data.id, asked.data.aside);
    if (name === undefined)
      return { ok: false, message: "There is no such instrument in the van." } as const;
    await note(
      entered.visitor.id,
      "instrument changed",
      `${name}, ${aside ? "put aside" : "taken up again"}`,
    );
    revalidatePath("/", "layout");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
