"use client";

import { Button } from "@mantine/core";
import { useState } from "react";
import { dropRate } from "./drop-rate";
import classes from "./timing.module.css";

/** One tap for each drop; from the second on the rate is there to be taken. */
export function DropCounter({ onTake }: { onTake: (text: string) => void }) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const rate = dropRate(taps);
  return (
    <div className={classes.watch} role="group" aria-label="Drop counter">
      <Button
        variant="default"
        className={classes.drop}
        onClick={() => setTaps((list) => [...list, performance.now()])}
      >
        Drop
      </Button>
      <output className={classes.face} data-testid="drops">
        {taps.length}
      </output>
      {rate === undefined ? (
        <span className={classes.say}>Tap with each drop.</span>
      ) : (
        <>
          <Button variant="default" onClick={() => onTake(`${rate} drops/min`)}>
            Take {rate} a minute
          </Button>
          <Button variant="subtle" onClick={() => setTaps([])}>
            Begin again
          </Button>
        </>
      )}
    </div>
  );
}
