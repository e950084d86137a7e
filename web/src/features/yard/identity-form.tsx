"use client";

import { NativeSelect, TextInput } from "@mantine/core";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { PageHead } from "@/shell/page-head";
import { useActionForm } from "@/shell/use-action-form";
import { changeIdentity } from "./change-identity";
import { identityFields } from "./identity-fields";
import { PutNameBack } from "./put-name-back";
import type { IdentityDto } from "./server";
import { familyWords } from "./words";
import classes from "./yard.module.css";

/** What a pump is called and where it belongs: put right, moved, its place renamed or joined with another. */
export function IdentityForm({ dto }: { dto: IdentityDto }) {
  const { form, field, fault, pending, props } = useActionForm(changeIdentity, identityFields, {
    pump: dto.pumpId,
    version: String(dto.version),
    tag: dto.tag,
    family: dto.family,
    purpose: dto.purpose,
    site: dto.siteId,
    siteName: dto.places.find((p) => p.id === dto.siteId)?.name ?? "",
    zone: dto.zone,
    move: "one" as const,
  });
  const { site } = form.values;
  const [here, elsewhere] = [site === dto.siteId, site !== dto.siteId && site !== "new"];
  const choose = (id: string) => {
    const place = dto.places.find((p) => p.id === id);
    form.setValues({
      site: id,
      siteName: place?.name ?? "",
      ...(place ? { zone: place.zone } : {}),
    });
  };
  const others = dto.pumpsThere - 1;
  return (
    <main>
      <PageHead title={dto.tag} about="Its tag, its family and its place" />
      <form {...props} className={classes.form}>
        <input type="hidden" name="pump" value={dto.pumpId} />
        <input type="hidden" name="version" value={dto.version} />
        <Fields>
          <TextInput label="Tag" {...field("tag")} />
          <NativeSelect
            label="Family"
            {...field("family")}
            data={dto.families.map((f) => ({ value: f, label: familyWords(f) }))}
          />
          <TextInput label="What it is for" {...field("purpose")} />
          <NativeSelect
            label="Place"
            {...field("site")}
            onChange={(e) => choose(e.currentTarget.value)}
            data={[
              ...dto.places.map((p) => ({ value: p.id, label: p.name })),
              { value: "new", label: "a new place" },
            ]}
          />
          <TextInput
            label="Name of the place"
            description={
              here && others > 0
                ? `Also for the other ${others === 1 ? "pump" : `${others} pumps`} there.`
                : undefined
            }
            {...field("siteName")}
          />
          <NativeSelect label="Its time zone" {...field("zone")} data={[...dto.zones]} />
          {elsewhere && others > 0 ? (
            <NativeSelect
              label="Who moves"
              description="A place without pumps goes from the lists: so two places become one."
              {...field("move")}
              data={[
                { value: "one", label: `${dto.tag} alone` },
                { value: "all", label: `all ${others + 1} pumps of its place` },
              ]}
            />
          ) : (
            <input type="hidden" name="move" value="one" />
          )}
          <FormEnd fault={fault} pending={pending}>
            Save
          </FormEnd>
        </Fields>
      </form>
      <PutNameBack dto={dto} />
    </main>
  );
}
