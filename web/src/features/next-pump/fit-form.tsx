"use client";

import { Button, TextInput } from "@mantine/core";
import type { FitField } from "@yard-tack/core/report";
import { useRouter } from "next/navigation";
import { useState, useTransition } from "react";
import type { Fit } from "@/db";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import classes from "./next-pump.module.css";
import { putFitBack, saveFit } from "./save-fit";

const AWAY = "The server did not answer. What you typed is kept here; save again in a moment.";

const AWAY_BACK = "The server did not answer; nothing was changed. Try again in a moment.";

/** What only somebody who stands there can find, field by field; with the last change undone by a tap. */
export function FitForm({
  pump,
  fields,
  fit,
}: {
  pump: string;
  fields: readonly FitField[];
  fit: Fit | null;
}) {
  const start = Object.fromEntries(fields.map((f) => [f.key, String(fit?.facts[f.key] ?? "")]));
  const [facts, setFacts] = useState<Readonly<Record<string, string>>>(start);
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const [said, setSaid] = useState("");
  const [pending, go] = useTransition();
  const router = useRouter();
  const save = () =>
    go(async () => {
      setSaid("");
      const answer = await saveFit({ pump, basedOn: fit?.id ?? "", facts }).catch(() => ({
        errors: { "": AWAY },
      }));
      setErrors(answer.errors);
      if (Object.keys(answer.errors).length > 0) return;
      setSaid("Saved.");
      router.refresh();
    });
  const back = () =>
    go(async () => {
      const problem = await putFitBack(pump).catch(() => AWAY_BACK);
      setSaid(problem ?? "What stood before is back.");
      router.refresh();
    });
  return (
    <form action={save} className={classes.form}>
      <Fields>
        {fields.map((f) => (
          <TextInput
            key={f.key}
            label={f.name}
            description={f.how}
            type={f.holds === "day" ? "date" : "text"}
            maxLength={200}
            autoComplete="off"
            value={facts[f.key] ?? ""}
            error={errors[f.key]}
            onChange={(e) => {
              const { value } = e.currentTarget;
              setFacts((before) => ({ ...before, [f.key]: value }));
            }}
          />
        ))}
        <FormEnd fault={errors[""]} pending={pending}>
          Save
        </FormEnd>
        {fit?.hasEarlier ? (
          <Button variant="default" onClick={back} loading={pending}>
            Put back what stood before
          </Button>
        ) : null}
        <p role="status" className={classes.said}>
          {said}
        </p>
      </Fields>
    </form>
  );
}
