"use client";

import { Checkbox, PasswordInput, TextInput } from "@mantine/core";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { useActionForm } from "@/shell/use-action-form";
import { signInFields } from "./person-fields";
import { signIn } from "./sign-in";
import classes from "./who.module.css";

/** Name and passphrase. */
export function SignInForm({ back }: { back: string }) {
  const { field, fault, pending, props } = useActionForm(signIn, signInFields, {
    name: "",
    passphrase: "",
    back,
  });
  return (
    <form {...props} className={classes.form}>
      <input type="hidden" name="back" value={back} />
      <Fields>
        <TextInput label="Name" {...field("name")} autoComplete="username" />
        <PasswordInput
          label="Passphrase"
          {...field("passphrase")}
          autoComplete="current-password"
        />
        <Checkbox
          name="shared"
          label="Others use this device too: sign me out when the browser closes"
        />
        <FormEnd fault={fault} pending={pending}>
          Sign in
        </FormEnd>
      </Fields>
    </form>
  );
}
