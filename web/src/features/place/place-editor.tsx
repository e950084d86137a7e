"use client";

import { Button, NativeSelect, Textarea, TextInput } from "@mantine/core";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { PageHead } from "@/shell/page-head";
import { PutBack } from "@/shell/put-back";
import { day } from "@/shell/times";
import { useWho } from "@/shell/who";
import { exampleFor } from "./examples";
import { hasField, type PlaceField } from "./field";
import { PLACE_FIELDS, PLACE_GROUPS } from "./fields";
import { faultOf, type Values, valuesOf } from "./paths";
import { putPlaceBack, savePlace } from "./save";
import type { PlaceDto } from "./server";
import classes from "./place.module.css";

const KEY = (pumpId: string) => `yard-place-${pumpId}`;

/** What is known of a pump and its place; nothing is compulsory, each figure opens another answer. */
export function PlaceEditor({
  pumpId,
  tag,
  version,
  base,
  changed,
}: {
  pumpId: string;
  tag: string;
  version: number;
  base: Readonly<Record<string, unknown>>;
  changed: PlaceDto["changed"];
}) {
  const router = useRouter();
  const stored = useMemo(() => valuesOf(base), [base]);
  const [typed, setTyped] = useState<Values>({});
  const [answer, setAnswer] = useState<{ path: string; message: string } | null>(null);
  const [saving, setSaving] = useState(false);
  const values: Values = { ...stored, ...typed };
  useEffect(() => {
    // What an earlier visit to the page left unsaved, on this device.
    const kept = readKept(KEY(pumpId));
    if (kept) queueMicrotask(() => setTyped((t) => ({ ...kept, ...t })));
  }, [pumpId]);
  const set = (path: string, text: string) => {
    const next = { ...typed, [path]: text };
    setTyped(next);
    setAnswer(null);
    writeKept(KEY(pumpId), next);
  };
  const groups = PLACE_GROUPS.map((g) => ({
    ...g,
    fields: g.fields.filter((f) => hasField(f, familyOf(base)) && (!f.when || f.when(values))),
  })).filter((g) => g.fields.length > 0);
  const faults = PLACE_FIELDS.filter((f) => faultOf(f, values[f.path] ?? "") !== "");
  const save = async () => {
    setSaving(true);
    const result = await savePlace({ pumpId, version, values: { ...values } }).catch(() => ({
      ok: false as const,
      path: "",
      message: "The server did not answer. What you typed is kept on this device; try again.",
    }));
    setSaving(false);
    if (!result.ok) {
      setAnswer({ path: result.path ?? "", message: result.message });
      return;
    }
    writeKept(KEY(pumpId), {});
    router.push(`/yard/${pumpId}`);
    router.refresh();
  };
  return (
    <main>
      <PageHead title={tag} about="What is known of the pump and its place" stays>
        <Button
          color="redLead.5"
          loading={saving}
          disabled={faults.length > 0}
          onClick={() => void save()}
        >
          Save
        </Button>
      </PageHead>
      {faults.length > 0 ? (
        <p role="status" className={classes.answer}>
          Not saved yet: {faults.map((f) => f.label).join(", ")}{" "}
          {faults.length === 1 ? "is" : "are"} not understood.
        </p>
      ) : null}
      {answer ? (
        <p role="alert" className={classes.answer}>
          {answer.path ? `${answer.path}: ` : ""}
          {answer.message}
        </p>
      ) : null}
      <div className={classes.groups}>
        {groups.map((g) => (
          <fieldset key={g.title} className={classes.group}>
            <legend>{g.title}</legend>
            <p>{g.about}</p>
            <div className={classes.fields}>
              {g.fields.map((f) => (
                <Field
                  key={f.path}
                  field={f}
                  value={values[f.path] ?? ""}
                  onChange={(text) => set(f.path, text)}
                />
              ))}
            </div>
          </fieldset>
        ))}
      </div>
      {changed ? (
        <PutBack back={() => putPlaceBack(pumpId)}>
          Changed {day(changed.at, changed.zone)}
          {changed.by ? ` by ${changed.by}` : ""}: what is known of the pump, its lines or its
          motor.
        </PutBack>
      ) : null}
    </main>
  );
}

const familyOf = (file: Readonly<Record<string, unknown>>): string =>
  String((file["pump"] as { readonly family?: unknown } | undefined)?.family);

function Field({
  field,
  value,
  onChange,
}: {
  field: PlaceField;
  value: string;
  onChange: (text: string) => void;
}) {
  const { label, kind, choices } = field;
  const like = exampleFor(field, useWho().units);
  if (kind === "choice") {
    return (
      <NativeSelect
        label={label}
        value={value}
        onChange={(e) => onChange(e.currentTarget.value)}
        data={(choices ?? []).map(([v, words]) => ({ value: v, label: words }))}
      />
    );
  }
  if (kind === "flag") {
    return (
      <label className={classes.flag}>
        <input
          type="checkbox"
          checked={value === "true"}
          onChange={(e) => onChange(e.currentTarget.checked ? "true" : "")}
        />
        {label}
      </label>
    );
  }
  if (kind === "rows") {
    return (
      <Textarea
        className={classes.rows}
        label={label}
        placeholder={like}
        autosize
        minRows={3}
        value={value}
        error={faultOf(field, value) || undefined}
        onChange={(e) => onChange(e.currentTarget.value)}
      />
    );
  }
  return (
    <TextInput
      label={label}
      placeholder={like}
      value={value}
      error={faultOf(field, value) || undefined}
      onChange={(e) => onChange(e.currentTarget.value)}
    />
  );
}

function readKept(key: string): Values | undefined {
  try {
    const raw: unknown = JSON.parse(localStorage.getItem(key) ?? "null");
    if (typeof raw !== "object" || raw === null) return undefined;
    return Object.fromEntries(
      Object.entries(raw).filter((e): e is [string, string] => typeof e[1] === "string"),
    );
  } catch {
    return undefined;
  }
}

function writeKept(key: string, values: Values): void {
  try {
    if (Object.keys(values).length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(values));
  } catch {
    // A full or forbidden store is no reason to stop typing; the page still holds it.
  }
}
