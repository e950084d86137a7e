"use client";

import { looksFor } from "@yard-tack/core/procedure";
import { noted } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import Link from "next/link";
import { useMemo } from "react";
import { PhotoStrip } from "../photo-strip";
import type { Sheet } from "../use-sheet";
import { ChipGroup } from "./chips";
import { Words } from "./words";
import classes from "./steps.module.css";

/** Told on the phone: asked in the Call step. */
const ASKED_BEFORE = new Set(["complaint", "onset"]);

/** Chips along the water: one tap seen, two taps ruled out, three taps not looked at. */
export function LookStep({ sheet, onNext }: { sheet: Sheet; onNext: () => void }) {
  const { facts, state } = sheet;
  const open = noted(state, { topic: "opened" }) !== undefined;
  const groups = useMemo(
    () =>
      looksFor(facts, { set: new Set(state.observations.keys()), open }).filter(
        (g) => !ASKED_BEFORE.has(g.id),
      ),
    [facts, state.observations, open],
  );
  return (
    <section className={classes.body}>
      <h2>Look and listen</h2>
      <p>
        One tap: it is there. Two taps: looked, and it is not there. Three: not looked at. What is
        absent tells too.
      </p>
      {groups.map(({ id, name, rows }) => (
        <ChipGroup key={id} name={name} rows={rows} sheet={sheet} />
      ))}
      <button
        type="button"
        className={classes.chip}
        aria-pressed={open}
        onClick={() => sheet.note({ topic: "opened", value: open ? null : "yes" })}
      >
        The pump is open: show what can be seen inside
      </button>
      <Words
        sheet={sheet}
        subject={{ topic: "words", about: "look" }}
        label="Anything else seen or heard"
      />
      <p>
        <Link
          className={classes.ahead}
          href={`/yard/${sheet.dto.pump.id}/line?sheet=${sheet.dto.id}`}
        >
          Draw and audit its line
        </Link>
      </p>
      <PhotoStrip sheet={sheet} about="look" name="Photos of what is seen" />
      <Button onClick={onNext}>Rotation</Button>
    </section>
  );
}
