"use client";

import { type LineFaultView, PART_NAMES } from "@yard-tack/core/board";
import { Button, NativeSelect, TextInput } from "@mantine/core";
import type { DraftPart, LineChange } from "./draft";
import { PART_FIELDS, type PartField } from "./part-fields";
import classes from "./line.module.css";

/** The figures of one part, in place. */
export function PartEditor({
  part: { id, part },
  faults,
  onChange,
  onCopy,
}: {
  part: DraftPart;
  faults: readonly LineFaultView[];
  onChange: (change: LineChange) => void;
  onCopy: () => void;
}) {
  const kind = part.kind ?? "pipe";
  const set = (field: PartField, value: string | number | undefined) =>
    onChange({ do: "field", id, field: field.key, value });
  const faultOf = (key: string) => faults.find((f) => f.field === key)?.say;
  const whole = faults.filter((f) => f.field === undefined);
  return (
    <div className={classes.editor} role="group" aria-label={`This ${PART_NAMES[kind]}`}>
      {whole.map((f) => (
        <p key={f.say} role="alert" className={classes.fault}>
          {f.say}
        </p>
      ))}
      <div className={classes.fields}>
        {PART_FIELDS[kind].map((field) => {
          const value = part[field.key];
          if (field.choices)
            return (
              <NativeSelect
                key={field.key}
                label={field.name}
                value={typeof value === "string" ? value : ""}
                onChange={(e) => set(field, e.currentTarget.value)}
                data={[
                  { value: "", label: "not said" },
                  ...field.choices.map(([v, label]) => ({ value: v, label })),
                ]}
              />
            );
          return (
            <TextInput
              key={field.key}
              label={field.name}
              placeholder={field.hint}
              value={shown(field, value)}
              error={faultOf(field.key)}
              onChange={(e) => set(field, typed(field, e.currentTarget.value))}
              autoComplete="off"
            />
          );
        })}
      </div>
      <div className={classes.taps}>
        <Button variant="default" onClick={onCopy}>
          Duplicate
        </Button>
        <Button variant="default" onClick={() => onChange({ do: "remove", id })}>
          Remove
        </Button>
      </div>
    </div>
  );
}

const shown = (field: PartField, value: unknown): string => {
  if (field.percent && typeof value === "number") return String(Math.round(1000 * value) / 10);
  return value === undefined || value === null ? "" : String(value);
};

/** A number as a number, so that the one reader judges it; what is none stays a text, and is complained of. */
function typed(field: PartField, text: string): string | number {
  if (!field.percent && !field.number) return text;
  const n = Number(text.replace(",", "."));
  if (text.trim() === "" || !Number.isFinite(n)) return text;
  return field.percent ? n / 100 : n;
}
