"use client";

import { noted, notesOf } from "@yard-tack/core/visit";
import { Button, Checkbox, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import type { Sheet } from "../use-sheet";
import { Words } from "./words";
import classes from "./steps.module.css";

/** Parts of a remedy, each ticked when it was used. */
export function Parts({ sheet, parts }: { sheet: Sheet; parts: readonly string[] }) {
  return (
    <ul className={classes.parts}>
      {parts.map((part) => {
        const used = noted(sheet.state, { topic: "used", part }) !== undefined;
        return (
          <li key={part}>
            <Checkbox
              label={part}
              aria-label={`Used: ${part}`}
              checked={used}
              onChange={() => sheet.note({ topic: "used", part, value: used ? null : "yes" })}
            />
          </li>
        );
      })}
    </ul>
  );
}

/** What else was used, and how long it took. */
export function Used({ sheet, offered }: { sheet: Sheet; offered: readonly string[] }) {
  const [part, setPart] = useState("");
  const others = notesOf(sheet.state, "used").filter(({ note }) => !offered.includes(note.part));
  const add = (event: FormEvent) => {
    event.preventDefault();
    const name = part.trim();
    if (name === "") return;
    sheet.note({ topic: "used", part: name, value: "yes" });
    setPart("");
  };
  return (
    <section aria-label="Used" className={classes.used}>
      <h3>Used</h3>
      {others.length > 0 ? (
        <Parts sheet={sheet} parts={others.map(({ note }) => note.part)} />
      ) : null}
      <form onSubmit={add}>
        <TextInput
          label="Another part"
          maxLength={80}
          value={part}
          onChange={(e) => setPart(e.currentTarget.value)}
        />
        <Button type="submit" variant="default" disabled={part.trim() === ""}>
          Add
        </Button>
      </form>
      <Words sheet={sheet} subject={{ topic: "time-used" }} label="Time used" rows={1} />
      <Words
        sheet={sheet}
        subject={{ topic: "words", about: "fix" }}
        label="Said of the work"
        rows={2}
      />
    </section>
  );
}
