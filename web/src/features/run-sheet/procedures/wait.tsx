"use client";

import type { StepNow } from "@yard-tack/core/procedure";
import { Button } from "@mantine/core";
import { useEffect, useRef } from "react";
import { clock } from "@/shell/times";
import { armAlarm, ringAlarm } from "../timing/alarm";
import { watchText } from "../timing/watch-time";
import type { Sheet } from "../use-sheet";
import classes from "./procedures.module.css";

/** A bell that comes later than this is not rung: whoever opens the page sees that it is over. */
const HEARD_MS = 2000;

/** The wait of a step: what is left of it, when it rings. It goes on by itself, on this device and any other. */
export function StepWait({
  sheet,
  run,
  step,
  now,
}: {
  sheet: Sheet;
  run: string;
  step: StepNow;
  now: number;
}) {
  const { wait } = step;
  const rung = useRef<string | null>(null);
  const key = `${step.step}/${step.round}`;
  const ends = wait?.from === undefined ? undefined : wait.from + 1000 * wait.seconds;
  const over = ends !== undefined && now >= ends;
  useEffect(() => {
    if (!over || ends === undefined || rung.current === key) return;
    rung.current = key;
    if (now - ends < HEARD_MS) ringAlarm();
  }, [over, ends, now, key]);
  if (!wait) return null;
  const minutes = wait.seconds / 60;
  const length =
    wait.seconds < 120 ? `${Math.round(wait.seconds)} seconds` : `${Math.round(minutes)} minutes`;
  if (ends === undefined) {
    return step.form.waitFrom ? null : (
      <div className={classes.wait}>
        <Button
          variant="default"
          onClick={() => {
            armAlarm();
            sheet.add({
              ...{ kind: "step", run, step: step.step, round: step.round },
              what: { is: "begun", value: "yes" },
            });
          }}
        >
          Begin the wait
        </Button>
        <span>{length}; it rings, and goes on while the screen sleeps.</span>
      </div>
    );
  }
  return (
    <div className={classes.wait} data-over={over || undefined}>
      <output className={classes.left} data-testid="left">
        {watchText(Math.max(0, ends - now + 999))}
      </output>
      <span role="status">
        {over
          ? "The wait is over."
          : `of ${length}, rings at ${clock(new Date(ends).toISOString(), sheet.dto.pump.zone)}, the screen may sleep`}
      </span>
    </div>
  );
}
