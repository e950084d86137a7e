"use client";

import { NativeSelect, PasswordInput, TextInput } from "@mantine/core";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { useActionForm } from "@/shell/use-action-form";
import { welcomeFields } from "./person-fields";
import { UNITS } from "./units";
import { welcome } from "./welcome";
import classes from "./who.module.css";

/** A passphrase, twice; of the first administrator the name and units too. */
export function WelcomeForm({ token, name }: { token: string; name: string | null }) {
  const { field, fault, pending, props } = useActionForm(welcome, welcomeFields, {
    token,
    name: name ?? "",
    units: "metric",
    passphrase: "",
    again: "",
  });
  return (
    <form {...props} className={classes.form}>
      <input type="hidden" name="token" value={token} />
      <Fields>
        {name === null ? (
          <>
            <TextInput label="Your name" {...field("name")} autoComplete="username" />
            <NativeSelect label="Units" {...field("units")} data={UNITS} />
          </>
        ) : (
          <>
            <input type="hidden" name="name" value={name} autoComplete="username" />
            <input type="hidden" name="units" value="metric" />
          </>
        )}
        <PasswordInput
          label="Passphrase"
          description="At least 12 characters: four or five words that only you would put together."
          {...field("passphrase")}
          autoComplete="new-password"
        />
        <PasswordInput label="The same again" {...field("again")} autoComplete="new-password" />
        <FormEnd fault={fault} pending={pending}>
          Set it and sign in
        </FormEnd>
      </Fields>
    </form>
  );
}
