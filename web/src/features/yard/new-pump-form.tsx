"use client";

import { NativeSelect, TextInput } from "@mantine/core";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { PageHead } from "@/shell/page-head";
import { useActionForm } from "@/shell/use-action-form";
import { makePump } from "./new-pump";
import { pumpFields } from "./pump-fields";
import { familyWords } from "./words";
import classes from "./yard.module.css";

/** A tag and a family are enough; everything else can come later. */
export function NewPumpForm({
  families,
  sites,
}: {
  families: readonly string[];
  sites: readonly { readonly id: string; readonly name: string }[];
}) {
  const { form, field, fault, pending, props } = useActionForm(makePump, pumpFields, {
    tag: "",
    family: "",
    installation: "",
    site: sites[0]?.id ?? "new",
    siteName: "",
    purpose: "",
  });
  return (
    <main>
      <PageHead title="New pump" about="A tag and a family are enough to start." />
      <form {...props} className={classes.form}>
        <Fields>
          <TextInput label="Tag" {...field("tag")} autoFocus />
          <NativeSelect
            label="Family"
            {...field("family")}
            data={[
              { value: "", label: "choose" },
              ...families.map((f) => ({ value: f, label: familyWords(f) })),
            ]}
          />
          <NativeSelect
            label="Place"
            {...field("site")}
            data={[
              ...sites.map((s) => ({ value: s.id, label: s.name })),
              { value: "new", label: "a new place" },
            ]}
          />
          {form.values.site === "new" ? (
            <TextInput label="Name of the new place" {...field("siteName")} />
          ) : null}
          <NativeSelect
            label="How it stands"
            {...field("installation")}
            data={[
              { value: "", label: "not known yet" },
              { value: "flooded", label: "flooded: the source stands above it" },
              { value: "lift", label: "suction lift: the source lies below it" },
              { value: "submerged", label: "submerged" },
            ]}
          />
          <TextInput label="What it is for" {...field("purpose")} />
          <FormEnd fault={fault} pending={pending}>
            Make the pump
          </FormEnd>
        </Fields>
      </form>
    </main>
  );
}
