"use client";

import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useActionState, useState, useTransition } from "react";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { endToken, makeToken } from "./token-actions";
import type { TokensDto } from "./server";
import classes from "./who.module.css";

const choices = (list: readonly { readonly id: string; readonly name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, label: name }));

/** What a new token is for, and for how long. */
export function TokenForm({ sites, pumps }: Pick<TokensDto, "sites" | "pumps">) {
  const [answer, make, pending] = useActionState(makeToken, null);
  const [may, setMay] = useState("read-site");
  const reads = may !== "write-readings";
  return (
    <form action={make} className={classes.form}>
      <Fields>
        <TextInput label="Name" name="name" required maxLength={80} autoComplete="off" />
        <NativeSelect
          label="What it is for"
          name="may"
          value={may}
          onChange={(e) => setMay(e.currentTarget.value)}
          data={[
            { value: "read-site", label: "reads a place" },
            { value: "write-readings", label: "sends readings of a pump" },
            { value: "calendar", label: "is a calendar of a place" },
          ]}
        />
        {/* Both are sent, so that what was chosen stays when the other is looked at. */}
        <div hidden={!reads}>
          <NativeSelect label="Place" name="site" data={choices(sites)} />
        </div>
        <div hidden={reads}>
          <NativeSelect label="Pump" name="pump" data={choices(pumps)} />
        </div>
        <NativeSelect
          label="Good for"
          name="days"
          data={[
            { value: "30", label: "30 days" },
            { value: "90", label: "90 days" },
            { value: "365", label: "a year" },
          ]}
        />
        <FormEnd fault={answer?.ok === false ? answer.message : undefined} pending={pending}>
          Make the token
        </FormEnd>
      </Fields>
      {answer?.ok ? (
        <p className={classes.small} role="status">
          Take it now; it is not shown again:
          <code className={classes.address}>
            {may === "calendar"
              ? `${window.location.origin}/api/v1/calendar.ics?token=${answer.token}`
              : answer.token}
          </code>
        </p>
      ) : null}
    </form>
  );
}

/** Ends a token at once. */
export function EndToken({ id, name }: { id: string; name: string }) {
  const [pending, start] = useTransition();
  const [failed, setFailed] = useState(false);
  const end = () => start(async () => setFailed(!(await endToken(id).catch(() => false))));
  return (
    <>
      <Button variant="default" loading={pending} onClick={end}>
        End {name}
      </Button>
      {failed ? <p role="alert">Not ended; load the page again and look.</p> : null}
    </>
  );
}
