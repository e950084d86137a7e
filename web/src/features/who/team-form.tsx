"use client";

import { Button, Checkbox, TextInput } from "@mantine/core";
import { useActionState, useState, useTransition } from "react";
import { Fields } from "@/shell/fields";
import { NO_ERRORS } from "@/shell/form-answer";
import { FormEnd } from "@/shell/form-end";
import { useActionForm } from "@/shell/use-action-form";
import { newTeamFields } from "./person-fields";
import type { TeamsDto } from "./server";
import { endTeam, makeTeam, saveTeam } from "./team-actions";
import classes from "./who.module.css";

type Named = readonly { readonly id: string; readonly name: string }[];

/** Members and places of a team, folded until wanted. */
export function TeamForm({
  team,
  people,
  sites,
}: Pick<TeamsDto, "people" | "sites"> & { team: TeamsDto["teams"][number] }) {
  const [answer, save, pending] = useActionState(saveTeam, NO_ERRORS);
  const [ending, start] = useTransition();
  const [fault, setFault] = useState<string | null>(null);
  const saved = answer !== NO_ERRORS && Object.keys(answer.errors).length === 0;
  const end = () =>
    start(async () =>
      setFault(
        await endTeam(team.id).catch(() => "The server did not answer; nothing was changed."),
      ),
    );
  return (
    <details className={classes.rights}>
      <summary>Change {team.name}</summary>
      <form action={save} className={classes.form}>
        <input type="hidden" name="team" value={team.id} />
        <Ticks legend="People" name="members" list={people} ticked={team.members} />
        <Ticks legend="Places" name="sites" list={sites} ticked={team.sites} />
        <FormEnd fault={Object.values(answer.errors)[0]} pending={pending}>
          Save
        </FormEnd>
        {saved ? <p role="status">Saved; it counts from their next page on.</p> : null}
        <Button variant="default" loading={ending} onClick={end}>
          End {team.name}
        </Button>
        {fault ? <p role="alert">{fault}</p> : null}
      </form>
    </details>
  );
}

function Ticks({
  legend,
  name,
  list,
  ticked,
}: {
  legend: string;
  name: string;
  list: Named;
  ticked: readonly string[];
}) {
  return (
    <fieldset className={classes.sites}>
      <legend>{legend}</legend>
      {list.map((x) => (
        <Checkbox
          key={x.id}
          name={name}
          value={x.id}
          label={x.name}
          defaultChecked={ticked.includes(x.id)}
        />
      ))}
    </fieldset>
  );
}

/** A team begins with its name. */
export function NewTeamForm() {
  const { field, fault, pending, props } = useActionForm(makeTeam, newTeamFields, { name: "" });
  return (
    <form {...props} className={classes.form}>
      <Fields>
        <TextInput label="Name" {...field("name")} autoComplete="off" />
        <FormEnd fault={fault} pending={pending}>
          Make the team
        </FormEnd>
      </Fields>
    </form>
  );
}
