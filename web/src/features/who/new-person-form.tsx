"use client";

import { NativeSelect, TextInput } from "@mantine/core";
import { ROLE_NAMES } from "@/access";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { useActionForm } from "@/shell/use-action-form";
import { personFields } from "./person-fields";
import { addToList } from "./roster-actions";
import { UNITS } from "./units";
import classes from "./who.module.css";

/** Somebody new: a name, what they do and the units they think in. */
export function NewPersonForm() {
  const { field, fault, pending, props } = useActionForm(addToList, personFields, {
    name: "",
    role: "technician",
    units: "metric",
  });
  return (
    <form {...props} className={classes.form}>
      <Fields>
        <TextInput label="Name" {...field("name")} autoComplete="off" />
        <NativeSelect
          label="Work"
          {...field("role")}
          data={Object.entries(ROLE_NAMES).map(([value, label]) => ({ value, label }))}
        />
        <NativeSelect label="Units" {...field("units")} data={UNITS} />
        <FormEnd fault={fault} pending={pending}>
          Add
        </FormEnd>
      </Fields>
    </form>
  );
}
