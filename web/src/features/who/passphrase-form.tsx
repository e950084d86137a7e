"use client";

import { PasswordInput } from "@mantine/core";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { useActionForm } from "@/shell/use-action-form";
import { passphraseFields } from "./person-fields";
import { changeOwn } from "./change-own";
import classes from "./who.module.css";

/** Another passphrase, with the one before it. */
export function PassphraseForm() {
  const { field, fault, pending, props } = useActionForm(changeOwn, passphraseFields, {
    before: "",
    passphrase: "",
    again: "",
  });
  return (
    <details className={classes.rights}>
      <summary>Change my passphrase</summary>
      <form {...props} className={classes.form}>
        <Fields>
          <PasswordInput
            label="The one you have"
            {...field("before")}
            autoComplete="current-password"
          />
          <PasswordInput
            label="Another passphrase"
            {...field("passphrase")}
            autoComplete="new-password"
          />
          <PasswordInput label="The same again" {...field("again")} autoComplete="new-password" />
          <FormEnd fault={fault} pending={pending}>
            Change it
          </FormEnd>
        </Fields>
      </form>
    </details>
  );
}
