"use client";

import { formatNumber } from "@yard-tack/core/quantity";
import { Button } from "@mantine/core";
import { useState } from "react";
import { type CycleTap, cycleTimes } from "./cycle-times";
import classes from "./timing.module.css";

/** A tap each time the pump starts and stops; run, stop and starts an hour are there to be taken. */
export function CycleTaps({ onTake }: { onTake: (run: string, off: string) => void }) {
  const [taps, setTaps] = useState<readonly CycleTap[]>([]);
  const tap = (on: boolean) => setTaps((list) => [...list, { at: performance.now(), on }]);
  const times = cycleTimes(taps);
  const last = taps.at(-1);
  const seconds = (s: number) => `${formatNumber(s, 3)} s`;
  return (
    <div className={classes.watch} role="group" aria-label="Starts and stops">
      {last?.on === true ? null : (
        <Button variant="default" className={classes.drop} onClick={() => tap(true)}>
          It starts
        </Button>
      )}
      {last?.on === false ? null : (
        <Button variant="default" className={classes.drop} onClick={() => tap(false)}>
          It stops
        </Button>
      )}
      {times ? (
        <>
          <span className={classes.say} role="status">
            Runs {seconds(times.run)}, stands {seconds(times.off)},{" "}
            {formatNumber(3600 / (times.run + times.off), 2)} starts an hour.
          </span>
          <Button variant="default" onClick={() => onTake(seconds(times.run), seconds(times.off))}>
            Take both
          </Button>
          <Button variant="subtle" onClick={() => setTaps([])}>
            Begin again
          </Button>
        </>
      ) : (
        <span className={classes.say}>Tap as it starts and as it stops, for a cycle or more.</span>
      )}
    </div>
  );
}
