"use client";

import { NativeSelect, TextInput } from "@mantine/core";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { useActionForm } from "@/shell/use-action-form";
import type { InstrumentRow } from "@/db";
import { instrumentFields, kindOf, KINDS } from "./instrument-fields";
import classes from "./instruments.module.css";
import { saveInstrument } from "./save-instrument";

/** What is said of an instrument: of one that is there, or of one more for the van. */
export function InstrumentForm({ instrument: i }: { instrument?: InstrumentRow }) {
  const { form, field, fault, pending, props } = useActionForm(saveInstrument, instrumentFields, {
    id: i?.id ?? "",
    version: String(i?.version ?? ""),
    name: i?.name ?? "",
    kind: i?.kind ?? "gauge",
    serial: i?.serial ?? "",
    rangeLow: i?.rangeLow ?? "",
    rangeHigh: i?.rangeHigh ?? "",
    percent: i?.percent?.toString() ?? "",
    calibratedOn: i?.calibratedOn ?? "",
    goodUntil: i?.goodUntil ?? "",
  });
  const { like } = kindOf(form.values.kind) ?? { like: "" };
  return (
    <form {...props} className={classes.form}>
      <input type="hidden" name="id" value={form.values.id} />
      <input type="hidden" name="version" value={form.values.version} />
      <Fields>
        <TextInput label="Name" autoComplete="off" {...field("name")} />
        {i?.pump ? (
          <input type="hidden" name="kind" value={form.values.kind} />
        ) : (
          <NativeSelect
            label="Kind"
            {...field("kind")}
            data={Object.entries(KINDS).map(([value, { name }]) => ({ value, label: name }))}
          />
        )}
        <TextInput label="Its number" autoComplete="off" {...field("serial")} />
        <div className={classes.pair}>
          <TextInput label="Reads from" autoComplete="off" {...field("rangeLow")} />
          <TextInput label="up to" placeholder={like} autoComplete="off" {...field("rangeHigh")} />
        </div>
        <TextInput
          label="Class"
          description="Percent of its span; leave empty where it is not known."
          inputMode="decimal"
          autoComplete="off"
          {...field("percent")}
        />
        <div className={classes.pair}>
          <TextInput label="Calibrated on" type="date" {...field("calibratedOn")} />
          <TextInput label="Good until" type="date" {...field("goodUntil")} />
        </div>
        <FormEnd fault={fault} pending={pending}>
          {i ? "Save" : "Add it"}
        </FormEnd>
      </Fields>
    </form>
  );
}
