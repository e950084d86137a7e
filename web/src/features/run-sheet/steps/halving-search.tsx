"use client";

import { halving, type HalvingLook } from "@yard-tack/core/suction";
import { notesOf } from "@yard-tack/core/visit";
import { PART_NAMES } from "@yard-tack/core/board";
import { Button } from "@mantine/core";
import Link from "next/link";
import { useLineParts } from "../use-line-parts";
import type { Sheet } from "../use-sheet";
import classes from "./needle.module.css";

/** Where the drawn line leaks: shut it in the middle, look, and halve what is left. */
export function HalvingSearch({ sheet }: { sheet: Sheet }) {
  const { pump } = sheet.dto;
  const { parts } = useLineParts(sheet);
  const noted = notesOf(sheet.state, "halving");
  const looks = noted.map(({ note }): HalvingLook => ({
    at: Number(note.part),
    holds: note.value === "holds",
  }));
  const state = halving(parts, looks);
  const name = (i: number) => {
    const part = parts[i];
    return part ? `${i + 1} ${PART_NAMES[part.kind]}` : "";
  };
  const say = (at: number, value: "holds" | "falls" | null) =>
    sheet.note({ topic: "halving", part: String(at), value });
  if (parts.length < 2) {
    return (
      <section aria-label="Where the line leaks" className={classes.needle}>
        <h3>Where the line leaks</h3>
        <p>
          The pump holds and the whole falls: the leak is in the line.{" "}
          <Link href={`/yard/${pump.id}/line?sheet=${sheet.dto.id}`}>Draw the line</Link>, and the
          search says what to shut next.
        </p>
      </section>
    );
  }
  const range =
    state.from === state.to
      ? `${name(state.from)} with its joints`
      : `parts ${name(state.from)} to ${name(state.to)}`;
  return (
    <section aria-label="Where the line leaks" className={classes.needle}>
      <h3>Where the line leaks</h3>
      {noted.map(({ note }) => (
        <p key={note.part} className={classes.look}>
          <span>
            Shut at {name(Number(note.part))}: {note.value === "holds" ? "it held" : "it fell"}.
          </span>
          <Button
            variant="subtle"
            onClick={() => say(Number(note.part), null)}
            aria-label={`Take back: shut at ${name(Number(note.part))}`}
          >
            Take back
          </Button>
        </p>
      ))}
      {state.contradiction ? (
        <p role="alert">
          Two looks contradict each other: what held with more of the line on it cannot fall with
          less. Take one back and look again.
        </p>
      ) : state.next ? (
        <>
          <p>
            Left: {range}. {state.next.how === "valve" ? "Shut" : "Part the line and blank it at"}{" "}
            <b>{name(state.next.at)}</b>, draw the vacuum again and watch the needle. At most{" "}
            {state.steps} {state.steps === 1 ? "step" : "steps"} more.
          </p>
          <div className={classes.taps}>
            <Button variant="default" onClick={() => say(state.next?.at ?? 0, "holds")}>
              It holds
            </Button>
            <Button variant="default" onClick={() => say(state.next?.at ?? 0, "falls")}>
              It falls
            </Button>
          </div>
        </>
      ) : (
        <p role="status">
          It leaks at <b>{range}</b>: wet each joint there, or wrap it, while the needle is watched.
        </p>
      )}
    </section>
  );
}
