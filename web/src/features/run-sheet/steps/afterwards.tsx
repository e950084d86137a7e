"use client";

import type { BoardView } from "@yard-tack/core/board";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { afterwards } from "@yard-tack/core/visit";
import { useMemo } from "react";
import { type BoardAsked, HeadFlowChart, percentText, useBoard } from "@/features/board";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

/** Mended, not mended, or something else to look at. */
const TONES = { same: classes.alert, sound: classes.stop, other: classes.caution } as const;

/** What the readings after the work say by themselves, beside what was found: on one chart, and cause by cause. */
export function Afterwards({
  sheet,
  units,
  before,
}: {
  sheet: Sheet;
  units: UnitSystem;
  before: BoardView;
}) {
  const { dto, entries } = sheet;
  const asked = useMemo((): BoardAsked => {
    const { written, instruments, loadedAt } = dto.pump;
    const visit = { written, instruments, codes: [], round: true, day: loadedAt };
    return { visit: { ...visit, entries: afterwards(entries) }, units };
  }, [dto.pump, entries, units]);
  const { view, busy } = useBoard(asked);
  if (!view) return null;
  const found = before.chart?.today?.at;
  const chart = view.chart?.today && {
    ...view.chart,
    others: found ? [{ label: "as found", at: found }] : [],
  };
  const was = before.causes.find((c) => c.id !== "healthy");
  const now = view.causes.find((c) => c.id === was?.id);
  const first = view.causes[0];
  return (
    <div className={classes.afterwards} aria-busy={busy} data-testid="afterwards">
      {chart ? <HeadFlowChart view={chart} units={units} when="after" height={220} /> : null}
      {was && first ? (
        <p
          className={
            TONES[first.id === was.id ? "same" : first.id === "healthy" ? "sound" : "other"]
          }
        >
          {was.name}: {percentText(was.probability)} before the work,{" "}
          {percentText(now?.probability ?? 0)} by the readings after it, as if a round had found
          them.{" "}
          {first.id === was.id
            ? "It is not mended by what they say."
            : `They are most like: ${first.name.toLowerCase()}, ${percentText(first.probability)}.`}
        </p>
      ) : null}
    </div>
  );
}
