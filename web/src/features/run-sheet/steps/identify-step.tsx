"use client";

import type { PlateKey, PlateKind } from "@yard-tack/core/case";
import {
  comparePlate,
  type PlateField,
  plateFields,
  registerValue,
} from "@yard-tack/core/procedure";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { noted, notedText } from "@yard-tack/core/visit";
import { Button, TextInput } from "@mantine/core";
import { useState, useTransition } from "react";
import { useGo } from "@/shell/go";
import { codeOf, FindPump } from "@/features/yard";
import { draftKeyOf } from "../drafts";
import { PhotoStrip } from "../photo-strip";
import { savePlate } from "../save-plate";
import { serialElsewhere } from "../serial-elsewhere";
import { NoteStrip } from "../sheet-strip";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

/** What a plate says at a field, and whether it can be read. */
const written = (plate: PlateKind, field: PlateKey) => ({ topic: "plate", plate, field }) as const;
const unreadable = (plate: PlateKind, field: PlateKey) =>
  ({ topic: "unreadable", plate, field }) as const;

/** Is it this pump, and do its plates say what the register says? */
export function IdentifyStep({
  sheet,
  units,
  onNext,
}: {
  sheet: Sheet;
  units: UnitSystem;
  onNext: () => void;
}) {
  const { pump } = sheet.dto;
  return (
    <section className={classes.body}>
      <h2>Identify</h2>
      <TagCheck sheet={sheet} />
      <Plate sheet={sheet} units={units} kind="body" name="Body plate" register={pump.body} />
      {sheet.facts.driver === "engine" ? null : (
        <Plate sheet={sheet} units={units} kind="motor" name="Motor plate" register={pump.motor} />
      )}
      <Button onClick={onNext}>Look and listen</Button>
    </section>
  );
}

/** The code on the tag against this sheet's pump. */
function TagCheck({ sheet }: { sheet: Sheet }) {
  const go = useGo();
  const { pump } = sheet.dto;
  const own = codeOf(pump.id);
  const seen = notedText(sheet.state, { topic: "tag" });
  const [other, setOther] = useState<string | null>(null);
  return (
    <div className={classes.tagCheck}>
      <FindPump
        onCode={(code) => {
          const written = codeOf(code);
          if (written === own) sheet.note({ topic: "tag", value: own });
          setOther(written === own ? null : written);
        }}
      />
      {seen ? (
        <p className={classes.acknowledged}>The tag is this pump&apos;s: {pump.tag}.</p>
      ) : null}
      {other ? (
        <div role="alert" className={classes.alert}>
          <p>
            That tag ({other}) is another pump&apos;s. This sheet is {pump.tag}&apos;s.
          </p>
          <Button variant="default" onClick={() => go.to(`/t/${other}`)}>
            Open the other pump
          </Button>
        </div>
      ) : null}
    </div>
  );
}

function Plate({
  sheet,
  units,
  kind,
  name,
  register,
}: {
  sheet: Sheet;
  units: UnitSystem;
  kind: PlateKind;
  name: string;
  register: Readonly<Record<string, unknown>> | null;
}) {
  const fields = plateFields(kind, sheet.facts);
  const [pending, start] = useTransition();
  const [said, setSaid] = useState<string | null>(null);
  const go = useGo();
  const rows = fields.map((field) => {
    const text = notedText(sheet.state, written(kind, field.key)) ?? "";
    const illegible = noted(sheet.state, unreadable(kind, field.key)) !== undefined;
    return {
      field,
      text,
      illegible,
      found: comparePlate(field, { text, unreadable: illegible }, register?.[field.key]),
    };
  });
  const fresh = rows.flatMap(({ field, found }) =>
    found.kind === "new" || found.kind === "differs"
      ? [[field.key, registerValue(field, found.plate)] as const]
      : [],
  );
  const also = () => {
    const [, serial = ""] = fresh.find(([key]) => key === "serial") ?? [];
    if (serial === "") return "";
    const asked = { pumpId: sheet.dto.pump.id, kind, serial: String(serial) };
    return serialElsewhere(asked).catch(() => "");
  };
  const take = () =>
    start(async () => {
      const ok = await savePlate({
        pumpId: sheet.dto.pump.id,
        kind,
        facts: Object.fromEntries(fresh),
      }).catch(() => false);
      setSaid(
        ok
          ? `Taken into the register; what stood there before is kept. ${await also()}`.trim()
          : "The register did not take it. What you read stays on this sheet; try again in a moment.",
      );
      if (ok) go.again();
    });
  return (
    <section className={classes.plateRead} aria-label={name}>
      <h3>{name}</h3>
      <PhotoStrip
        sheet={sheet}
        about={`${kind}-plate`}
        name={`Photo of the ${name.toLowerCase()}`}
      />
      {rows.map(({ field, text, illegible, found }) => (
        <div key={field.key} className={classes.plateField} data-plate={`${kind}.${field.key}`}>
          {field.holds === "words" || field.holds === "number" ? (
            <PlateWords
              // What the register says, taken over with one tap, is to be seen in the field.
              key={`${sheet.ready}${text}`}
              sheet={sheet}
              kind={kind}
              field={field}
              locked={illegible}
            />
          ) : illegible ? (
            <p>{field.name}</p>
          ) : (
            <NoteStrip
              sheet={sheet}
              units={units}
              compact
              slot={{
                slot: `${kind}.${field.key}`,
                name: field.name,
                dimension: field.holds,
                units: field.units,
                signed: false,
              }}
              subject={written(kind, field.key)}
            />
          )}
          {found.kind === "not-read" && found.register !== undefined ? (
            <button
              type="button"
              className={classes.chip}
              aria-label={`${field.name} is ${found.register}, as in the register`}
              onClick={() =>
                sheet.note({ ...written(kind, field.key), value: found.register ?? null })
              }
            >
              is {found.register}
            </button>
          ) : null}
          <button
            type="button"
            className={classes.chip}
            aria-pressed={illegible}
            aria-label={`${field.name}: cannot be read`}
            onClick={() =>
              sheet.note({ ...unreadable(kind, field.key), value: illegible ? null : "yes" })
            }
          >
            cannot be read
          </button>
          <Difference found={found} />
        </div>
      ))}
      {fresh.length > 0 ? (
        <Button variant="default" loading={pending} onClick={take}>
          Take {fresh.length === 1 ? "it" : `these ${fresh.length}`} into the register
        </Button>
      ) : null}
      {said ? <p role="status">{said}</p> : null}
    </section>
  );
}

function PlateWords({
  sheet,
  kind,
  field,
  locked,
}: {
  sheet: Sheet;
  kind: PlateKind;
  field: PlateField;
  locked: boolean;
}) {
  const subject = written(kind, field.key);
  const key = draftKeyOf(subject);
  const stored = notedText(sheet.state, subject) ?? "";
  const [text, setText] = useState(sheet.drafts.get(key) ?? stored);
  return (
    <TextInput
      label={field.name}
      value={text}
      disabled={locked}
      maxLength={200}
      autoComplete="off"
      inputMode={field.holds === "number" ? "decimal" : "text"}
      onChange={(e) => {
        setText(e.target.value);
        sheet.draft(key, e.target.value);
      }}
      onBlur={() => {
        if (text.trim() !== stored) sheet.note({ ...subject, value: text.trim() || null });
        sheet.draft(key, "");
      }}
    />
  );
}

function Difference({ found }: { found: ReturnType<typeof comparePlate> }) {
  switch (found.kind) {
    case "not-read":
      return null;
    case "agrees":
      return <small className={classes.agrees}>as in the register</small>;
    case "new":
      return <small>not in the register yet</small>;
    case "unreadable":
      return (
        <small>{found.register ? `register: ${found.register}` : "not in the register"}</small>
      );
    case "differs":
      return (
        <small className={classes.differs}>
          plate {found.plate}, register {found.register}
        </small>
      );
    case "not-understood":
      return <small className={classes.differs}>{found.message} It is kept as typed.</small>;
  }
}
