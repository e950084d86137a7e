"use client";

import { Button, Checkbox, NativeSelect } from "@mantine/core";
import { useActionState, useState, useTransition } from "react";
import { ROLE_NAMES } from "@/access";
import { NO_ERRORS } from "@/shell/form-answer";
import { FormEnd } from "@/shell/form-end";
import { type Address, decide, makeAddress, takeOff } from "./roster-actions";
import type { PeopleDto } from "./server";
import classes from "./who.module.css";

const ROLES = Object.entries(ROLE_NAMES).map(([value, label]) => ({ value, label }));

/** Role, places, one-time address and leaving, folded until wanted. */
export function PersonRights({
  listed: { person, sites: given },
  sites,
}: {
  listed: PeopleDto["people"][number];
  sites: PeopleDto["sites"];
}) {
  const [answer, save, pending] = useActionState(decide, NO_ERRORS);
  const [everywhere, setEverywhere] = useState(person.everywhere);
  const saved = answer !== NO_ERRORS && Object.keys(answer.errors).length === 0;
  return (
    <details className={classes.rights}>
      <summary>Change what {person.name} does and sees</summary>
      <form action={save} className={classes.form}>
        <input type="hidden" name="person" value={person.id} />
        <NativeSelect label="Work" name="role" data={ROLES} defaultValue={person.role} />
        <Checkbox
          name="everywhere"
          label="Sees every place"
          checked={everywhere}
          onChange={(e) => setEverywhere(e.currentTarget.checked)}
        />
        {everywhere ? null : (
          <fieldset className={classes.sites}>
            <legend>Places</legend>
            {sites.map((s) => (
              <Checkbox
                key={s.id}
                name="sites"
                value={s.id}
                label={s.name}
                defaultChecked={given.includes(s.id)}
              />
            ))}
          </fieldset>
        )}
        <FormEnd fault={Object.values(answer.errors)[0]} pending={pending}>
          Save
        </FormEnd>
        {saved ? <p role="status">Saved; it counts from their next page on.</p> : null}
      </form>
      <OneTime id={person.id} name={person.name} />
    </details>
  );
}

/** The address at which somebody chooses a passphrase, and the way off the list. */
function OneTime({ id, name }: { id: string; name: string }) {
  const [pending, start] = useTransition();
  const [made, setMade] = useState<Address>();
  const [fault, setFault] = useState<string | null>(null);
  const [sure, setSure] = useState(false);
  const make = () =>
    start(async () => {
      const lost = {
        ok: false,
        message: "The server did not answer; no address was made.",
      } as const;
      setMade(await makeAddress(id).catch(() => lost));
    });
  const leave = () =>
    start(async () => {
      setFault(await takeOff(id).catch(() => "The server did not answer; nothing was changed."));
    });
  return (
    <div className={classes.form}>
      <Button variant="default" loading={pending} onClick={make}>
        Make a one-time address
      </Button>
      {made?.ok ? (
        <p className={classes.small} role="status">
          Give this to {name}; it is good once, for {made.hours} hours:
          <code className={classes.address}>{made.address}</code>
        </p>
      ) : null}
      {made && !made.ok ? <p role="alert">{made.message}</p> : null}
      {sure ? (
        <div className={classes.outs}>
          <Button variant="default" loading={pending} onClick={leave}>
            Yes, take {name} off the list
          </Button>
          <Button variant="default" onClick={() => setSure(false)}>
            No
          </Button>
        </div>
      ) : (
        <Button variant="default" onClick={() => setSure(true)}>
          Take {name} off the list …
        </Button>
      )}
      {fault ? <p role="alert">{fault}</p> : null}
    </div>
  );
}
