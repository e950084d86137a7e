"use client";

import { type StopRow, stopsOf } from "@yard-tack/core/procedure";
import { noted, readingKey } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { useMemo } from "react";
import { clock } from "@/shell/times";
import { useWho } from "@/shell/who";
import { focusAfter } from "../focus-after";
import type { Sheet } from "../use-sheet";
import { isolationOf } from "./isolation";
import classes from "./steps.module.css";

/** The Stops in force, from the pump and from what was read; a cleared one is marked. */
export function useStops(sheet: Sheet): readonly (StopRow & { readonly cleared: boolean })[] {
  const { facts, state } = sheet;
  const { foundLive, testerDoubtful } = isolationOf(sheet);
  return useMemo(() => {
    const phases = (kind: string) =>
      [0, 1, 2].flatMap((i) => {
        const si = state.readings.get(readingKey("as found", `${kind}.${i}`))?.si ?? undefined;
        return si === undefined ? [] : [si];
      });
    const read = { amps: phases("amps"), volts: phases("volts"), foundLive, testerDoubtful };
    return stopsOf(facts, read).map((s) => ({
      ...s,
      cleared: noted(state, { topic: "stop", stop: s.id }) !== undefined,
    }));
  }, [facts, state, foundLive, testerDoubtful]);
}

/** A Stop as it stands over the steps. */
export function StopCard({ stop, sheet }: { stop: StopRow; sheet: Sheet }) {
  const who = useWho();
  const cleared = noted(sheet.state, { topic: "stop", stop: stop.id });
  return (
    <article
      className={classes.stopCard}
      role="alert"
      data-stop={stop.id}
      data-cleared={cleared ? true : undefined}
    >
      <h3>
        <span>Stop</span> {stop.title}
      </h3>
      <p>{stop.text}</p>
      {cleared ? (
        <p className={classes.acknowledged}>
          {stop.clearedBy}, {sheet.dto.people[cleared.personId] ?? who.name} at{" "}
          {clock(cleared.at, sheet.dto.pump.zone)}
        </p>
      ) : stop.clearedBy ? (
        <Button
          color="redLead.5"
          onClick={(e) => {
            const card = e.currentTarget.closest("article");
            sheet.note({ topic: "stop", stop: stop.id, value: "yes" });
            // A finger goes where it wants to; only keys and voices are led on.
            if (card && e.detail === 0) focusAfter(card);
          }}
        >
          {stop.clearedBy}, {who.name}
        </Button>
      ) : null}
    </article>
  );
}
