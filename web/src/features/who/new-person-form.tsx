"use client";

import { NativeSelect, TextInput } from "@mantine/core";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { useActionForm } from "@/shell/use-action-form";
import { makePerson } from "./new-person";
import { personFields } from "./person-fields";
import classes from "./person-choice.module.css";

/** Somebody new: a name and the units they think in. */
export function NewPersonForm({ back }: { back: string }) {
  const { field, fault, pending, props } = useActionForm(makePerson, personFields, {
    name: "",
    role: "technician",
    units: "metric",
  });
  return (
    <form {...props} className={classes.form}>
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
        <FormEnd fault={fault} pending={pending}>
          Add and go on
        </FormEnd>
      </Fields>
    </form>
  );
}
