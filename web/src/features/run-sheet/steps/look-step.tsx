"use client";

import { type ObservationRow, OBSERVATIONS } from "@yard-tack/core/diagnosis";
import { Button } from "@mantine/core";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

const GROUPS: readonly { readonly id: string; readonly name: string }[] = [
  { id: "noise", name: "Noise" },
  { id: "gauges", name: "Gauges" },
  { id: "water", name: "Water" },
  { id: "suction", name: "Suction" },
  { id: "discharge", name: "Discharge" },
  { id: "mechanical", name: "Pump" },
  { id: "electrical", name: "Electrical" },
  { id: "rotation", name: "Rotation" },
  { id: "control", name: "Control" },
  { id: "priming", name: "Priming" },
  { id: "damage", name: "Seen inside" },
  { id: "complaint", name: "Complaint" },
  { id: "onset", name: "Since when" },
];

/** Families that have floats or a priming set: elsewhere those chips only get in the way. */
const ONLY_FOR: Readonly<Record<string, readonly string[]>> = {
  control: ["sump", "borehole", "inline-circulator", "multistage"],
  priming: ["dry-priming", "self-priming", "portable", "jet-shallow", "jet-deep"],
};

/** Chips: one tap seen, two taps ruled out, three taps not looked at. */
export function LookStep({ sheet, onNext }: { sheet: Sheet; onNext: () => void }) {
  const { pump } = sheet.dto;
  const submerged = pump.installation === "submerged";
  const groups = GROUPS.filter(
    ({ id }) => !(id in ONLY_FOR) || ONLY_FOR[id]?.includes(pump.family),
  ).filter(({ id }) => !(submerged && id === "suction"));
  return (
    <section className={classes.body}>
      <h2>Look and listen</h2>
      <p>
        One tap: it is there. Two taps: looked, and it is not there. Three: not looked at. What is
        absent tells too.
      </p>
      {groups.map(({ id, name }) => (
        <fieldset key={id} className={classes.group}>
          <legend>{name}</legend>
          {OBSERVATIONS.filter((o) => o.id.startsWith(`${id}.`)).map((o) => (
            <ObservationChip key={o.id} row={o} sheet={sheet} />
          ))}
        </fieldset>
      ))}
      <Button onClick={onNext}>Readings</Button>
    </section>
  );
}

const AFTER = { undefined: "present", present: "absent", absent: "not-looked" } as const;
const SAY = { undefined: "not looked at", present: "there", absent: "not there" } as const;

/** One chip with its three states. */
export function ObservationChip({ row, sheet }: { row: ObservationRow; sheet: Sheet }) {
  const state = sheet.state.observations.get(row.id);
  const key = state ?? "undefined";
  return (
    <button
      type="button"
      className={classes.chip}
      data-state={state}
      data-observation={row.id}
      aria-label={`${row.name}: ${SAY[key]}`}
      onClick={() => sheet.add({ kind: "observation", observation: row.id, state: AFTER[key] })}
    >
      <span aria-hidden>{state === "present" ? "✓ " : state === "absent" ? "✕ " : ""}</span>
      {row.name}
    </button>
  );
}
