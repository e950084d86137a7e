"use client";

import { cautionsAt } from "@yard-tack/core/procedure";
import { Button } from "@mantine/core";
import type { Sheet } from "../use-sheet";
import { Cautions } from "./caution-card";
import { Isolation } from "./isolation";
import { StopCard, useStops } from "./stops";
import classes from "./steps.module.css";

/** Cautions and Stops of this pump, and the proof that it is dead when it must be. */
export function SafeStep({ sheet, onNext }: { sheet: Sheet; onNext: () => void }) {
  const ids = cautionsAt("safe", sheet.facts);
  const stops = useStops(sheet).filter((s) => s.clearedBy === null);
  return (
    <section className={classes.body}>
      <h2>Make safe</h2>
      <p>
        For the readings on a running pump. Tests and opening the pump bring their own cautions when
        they come.
      </p>
      {stops.map((s) => (
        <StopCard key={s.id} stop={s} sheet={sheet} />
      ))}
      <Cautions ids={ids} sheet={sheet} />
      <Isolation sheet={sheet} />
      <Button onClick={onNext}>Identify</Button>
    </section>
  );
}
