"use server";

import { personId } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { headers } from "next/headers";
import * as z from "zod";
import { addressOf } from "@/access";
import { note, onAction } from "@/access/index.server";
import {
  addPerson,
  decide as keep,
  eraseName,
  takeOff as keepOff,
  WELCOME_HOURS,
  welcomeFor,
} from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { decisionFields, personFields } from "./person-fields";

const WORDS = {
  "no-such-person": "This person is not on the list any more.",
  "last-administrator": "One administrator has to remain: make somebody else one first.",
} as const;

/** Puts somebody on the list; a one-time address is made for them afterwards. */
export async function addToList(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = personFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const { name, role, units } = parsed.data;
  const made = await acting("new person", "What you typed is kept.", async () => {
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    // A viewer sees what is given; whoever works here sees every place until somebody decides otherwise.
    const id = await addPerson({ name, role, units, everywhere: role !== "viewer" });
    if (!id) return { ok: false, message: TAKEN, field: "name" } as const;
    await note(entered.visitor.id, "person added", `${id}: ${role}`);
    revalidatePath("/people");
    return { ok: true } as const;
  });
  if (made.ok) return { errors: {} };
  return wrong(made.message, "field" in made ? made.field : "");
}

const TAKEN = "Somebody has this name already; add a second one.";

/** Changes somebody's role and what they may see. */
export async function decide(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = decisionFields.safeParse({
    person: data.get("person"),
    role: data.get("role"),
    everywhere: data.get("everywhere") === "on",
    sites: data.getAll("sites"),
  });
  if (!parsed.success) return answerOf(parsed.error);
  const { person, ...decided } = parsed.data;
  const done = await acting("rights", "Nothing was changed.", async () => {
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    const outcome = await keep(person, decided);
    if (outcome !== "done") return { ok: false, message: WORDS[outcome] } as const;
    const seen = decided.everywhere ? "every place" : `${decided.sites.length} places`;
    await note(entered.visitor.id, "rights changed", `${person}: ${decided.role}, ${seen}`);
    revalidatePath("/people");
    return { ok: true } as const;
  });
  return done.ok ? { errors: {} } : wrong(done.message);
}

export type Address =
  | { readonly ok: true; readonly address: string; readonly hours: number }
  | { readonly ok: false; readonly message: string };

/** Makes somebody an address at which they choose a passphrase, once. */
export async function makeAddress(input: string): Promise<Address> {
  return acting("one-time address", "No address was made.", async (): Promise<Address> => {
    const id = personId.safeParse(input);
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    const token = id.success ? await welcomeFor(id.data) : undefined;
    if (!token) return { ok: false, message: WORDS["no-such-person"] };
    await note(entered.visitor.id, "one-time address made", input);
    const address = `${addressOf((await headers()).get("host"))}/welcome/${token}`;
    return { ok: true, address, hours: WELCOME_HOURS };
  });
}

/** Takes somebody off the list; what they wrote keeps their name. What went wrong, or null. */
export async function takeOff(input: string): Promise<string | null> {
  const done = await acting("take off", "Nothing was changed.", async () => {
    const id = z.uuid().pipe(personId).safeParse(input);
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    const outcome = id.success ? await keepOff(id.data) : "no-such-person";
    if (outcome !== "done") return { ok: false, message: WORDS[outcome] } as const;
    await note(entered.visitor.id, "person left", input);
    revalidatePath("/people");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}

/** Makes a number of the name of somebody who has left. What went wrong, or null. */
export async function erase(input: string): Promise<string | null> {
  const done = await acting("erase", "Nothing was changed.", async () => {
    const id = z.uuid().pipe(personId).safeParse(input);
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    const number = id.success ? await eraseName(id.data) : undefined;
    if (!number) return { ok: false, message: "Only of somebody who has left." } as const;
    await note(entered.visitor.id, "name erased", input);
    revalidatePath("/people");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
