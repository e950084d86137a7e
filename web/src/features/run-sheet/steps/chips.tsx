"use client";

import type { ObservationRow } from "@yard-tack/core/diagnosis";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

const AFTER = { undefined: "present", present: "absent", absent: "not-looked" } as const;
const SAY = { undefined: "not looked at", present: "there", absent: "not there" } as const;

/** One chip with its three states. What the caller said counts as there until it is ruled out. */
export function ObservationChip({
  row,
  sheet,
  told = false,
}: {
  row: ObservationRow;
  sheet: Sheet;
  told?: boolean;
}) {
  const state = sheet.state.observations.get(row.id) ?? (told ? "present" : undefined);
  const key = state ?? "undefined";
  return (
    <button
      type="button"
      className={classes.chip}
      data-state={state}
      data-observation={row.id}
      aria-label={`${row.name}: ${SAY[key]}`}
      onClick={() =>
        sheet.add({
          kind: "observation",
          observation: row.id,
          // What was told is either so or ruled out; "not looked at" would bring the telling back.
          state: told && state === "absent" ? "present" : AFTER[key],
        })
      }
    >
      <span aria-hidden>{state === "present" ? "✓ " : state === "absent" ? "✕ " : ""}</span>
      {row.name}
    </button>
  );
}

/** Chips under a heading. */
export function ChipGroup({
  name,
  rows,
  sheet,
  told = [],
}: {
  name: string;
  rows: readonly ObservationRow[];
  sheet: Sheet;
  told?: readonly string[];
}) {
  return (
    <fieldset className={classes.group}>
      <legend>{name}</legend>
      {rows.map((o) => (
        <ObservationChip key={o.id} row={o} sheet={sheet} told={told.includes(o.id)} />
      ))}
    </fieldset>
  );
}
