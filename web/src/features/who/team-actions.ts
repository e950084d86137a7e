"use server";

import { revalidatePath } from "next/cache";
import { note, onAction } from "@/access/index.server";
import { endTeam as end, makeTeam as make, saveTeam as save } from "@/db";
import { acting } from "@/edge";
import { answerOf, type FormAnswer, wrong } from "@/shell/form-answer";
import { newTeamFields, teamFields } from "./person-fields";

/** A team of nobody yet. */
export async function makeTeam(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = newTeamFields.safeParse(Object.fromEntries(data));
  if (!parsed.success) return answerOf(parsed.error);
  const done = await acting("team", "What you typed is kept.", async () => {
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    if (!(await make(parsed.data.name))) return { ok: false, message: TAKEN } as const;
    await note(entered.visitor.id, "team changed", parsed.data.name);
    revalidatePath("/people/teams");
    return { ok: true } as const;
  });
  return done.ok ? { errors: {} } : wrong(done.message, done.message === TAKEN ? "name" : "");
}

const TAKEN = "There is a team of this name already.";

/** Who is in a team and what they see by it. */
export async function saveTeam(_: FormAnswer, data: FormData): Promise<FormAnswer> {
  const parsed = teamFields.safeParse({
    team: data.get("team"),
    members: data.getAll("members"),
    sites: data.getAll("sites"),
  });
  if (!parsed.success) return answerOf(parsed.error);
  const { team, members, sites } = parsed.data;
  const done = await acting("team", "Nothing was changed.", async () => {
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    if (!(await save(team, { members: unique(members), sites: unique(sites) })))
      return {
        ok: false,
        message: "The team, a person or a place is gone; load the page again.",
      } as const;
    await note(
      entered.visitor.id,
      "team changed",
      `${members.length} people, ${sites.length} places`,
    );
    revalidatePath("/people/teams");
    return { ok: true } as const;
  });
  return done.ok ? { errors: {} } : wrong(done.message);
}

const unique = (list: readonly string[]) => [...new Set(list)];

/** Ends a team; what went wrong, or null. */
export async function endTeam(input: string): Promise<string | null> {
  const done = await acting("team", "Nothing was changed.", async () => {
    const entered = await onAction("people");
    if (!entered.ok) return entered;
    const id = teamFields.shape.team.safeParse(input);
    const name = id.success ? await end(id.data) : undefined;
    if (name === undefined) return { ok: false, message: "There is no such team." } as const;
    await note(entered.visitor.id, "team changed", `${name}, ended`);
    revalidatePath("/people/teams");
    return { ok: true } as const;
  });
  return done.ok ? null : done.message;
}
