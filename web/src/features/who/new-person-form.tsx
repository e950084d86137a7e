"use client";

import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useActionState } from "react";
import { Fields, useFields } from "@/shell/fields";
import { makePerson } from "./new-person";
import classes from "./person-choice.module.css";

/** Somebody new: a name and the units they think in. */
export function NewPersonForm({ back }: { back: string }) {
  const [state, action, pending] = useActionState(makePerson, { error: null });
  const { field } = useFields({ name: "", role: "technician", units: "metric" });
  return (
    <form action={action} className={classes.form} noValidate>
      <input type="hidden" name="back" value={back} />
      <Fields>
        <TextInput label="Name" {...field("name")} autoComplete="name" />
        <NativeSelect
          label="Work"
          {...field("role")}
          data={[
            { value: "technician", label: "technician" },
            { value: "lead", label: "lead" },
          ]}
        />
        <NativeSelect
          label="Units"
          {...field("units")}
          data={[
            { value: "metric", label: "metric: bar, m³/h, mm" },
            { value: "us", label: "US: psi, gpm, in" },
          ]}
        />
        {state.error ? (
          <p role="alert" className={classes.error}>
            {state.error}
          </p>
        ) : null}
        <Button type="submit" loading={pending}>
          Add and go on
        </Button>
      </Fields>
    </form>
  );
}
