"use client";

import { Button } from "@mantine/core";
import type { Sheet } from "../use-sheet";
import { Cautions } from "./caution-card";
import { cautionsOf } from "./cautions-here";
import classes from "./steps.module.css";

/** Cautions of this pump and of taking readings on it. */
export function SafeStep({ sheet, onNext }: { sheet: Sheet; onNext: () => void }) {
  const ids = cautionsOf(sheet.dto.pump);
  return (
    <section className={classes.body}>
      <h2>Make safe</h2>
      <p>
        For the readings on a running pump. Tests and opening the pump bring their own cautions when
        they come.
      </p>
      <Cautions ids={ids} sheet={sheet} />
      <Button onClick={onNext}>Look and listen</Button>
    </section>
  );
}
