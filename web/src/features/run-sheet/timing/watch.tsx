"use client";

import { Button } from "@mantine/core";
import { useEffect, useState } from "react";
import { armAlarm, ringAlarm } from "./alarm";
import {
  elapsedOf,
  isForgotten,
  readWatch,
  secondsText,
  STANDS,
  type WatchTime,
  watchText,
} from "./watch-time";
import { useWakeLock } from "./use-wake-lock";
import classes from "./timing.module.css";

export interface WatchProps {
  /** Under which it goes on through a change of step, a closed tab and a reload. */
  readonly id: string;
  /** Rings after so long [s]; it goes on counting. */
  readonly ringAfter?: number;
  /** What is usual, in words. */
  readonly usual?: string;
  /** Takes the time over into a strip, as text with its unit. */
  readonly onTake?: (text: string) => void;
  readonly takeLabel?: string;
}

const kept = (id: string): string => `yard-watch/${id}`;

/** A stopwatch with a bell. While it runs the screen stays on. */
export function Watch({ id, ringAfter, usual, onTake, takeLabel = "Take the time" }: WatchProps) {
  // Steps are never drawn on the server, so the device's own memory can be read at once.
  const [watch, setWatch] = useState<WatchTime>(() => readWatch(localStorage.getItem(kept(id))));
  const [now, setNow] = useState(() => Date.now());
  const runs = watch.since !== null;
  const awake = useWakeLock(runs);
  const elapsed = elapsedOf(watch, now);
  const set = (next: WatchTime) => {
    setWatch(next);
    setNow(Date.now());
    localStorage.setItem(kept(id), JSON.stringify(next));
  };
  useEffect(() => {
    if (!runs) return undefined;
    const timer = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(timer);
  }, [runs]);
  useEffect(() => {
    if (watch.since === null || watch.rung || ringAfter === undefined) return undefined;
    const left = 1000 * ringAfter - elapsedOf(watch, Date.now());
    const timer = setTimeout(
      () => {
        // Opened again long after: the moment to ring has passed unheard.
        if (left > -2000) ringAlarm();
        const rung = { ...watch, rung: true };
        localStorage.setItem(kept(id), JSON.stringify(rung));
        setWatch(rung);
      },
      Math.max(0, left),
    );
    return () => clearTimeout(timer);
  }, [watch, ringAfter, id]);
  const forgotten = isForgotten(elapsed);
  const left = ringAfter === undefined ? undefined : 1000 * ringAfter - elapsed;
  return (
    <div className={classes.watch} role="group" aria-label="Stopwatch">
      <output
        className={classes.face}
        data-testid="stopwatch"
        data-over={(left !== undefined && left < 0) || undefined}
      >
        {watchText(elapsed)}
      </output>
      <Button
        variant={runs ? "filled" : "default"}
        onClick={() => {
          armAlarm();
          set(
            runs
              ? { ...watch, since: null, before: elapsedOf(watch, Date.now()) }
              : { ...watch, since: Date.now() },
          );
        }}
      >
        {runs ? "Stop" : elapsed > 0 ? "Go on" : "Start the watch"}
      </Button>
      {elapsed > 0 && !runs && onTake && !forgotten ? (
        <Button variant="default" onClick={() => onTake(secondsText(elapsed))}>
          {takeLabel}
        </Button>
      ) : null}
      {elapsed > 0 && !runs ? (
        <Button variant="subtle" onClick={() => set(STANDS)}>
          Back to zero
        </Button>
      ) : null}
      <span className={classes.say} role="status">
        {forgotten
          ? `Running for ${Math.floor(elapsed / 3_600_000)} hours: it was probably forgotten and is not taken over. Stop it and set it back to zero.`
          : left !== undefined && left <= 0 && elapsed > 0
            ? "Time is up."
            : [
                left === undefined ? usual : `rings after ${watchText(1000 * (ringAfter ?? 0))}`,
                runs && awake === "refused"
                  ? "the screen may go dark; the watch goes on"
                  : undefined,
              ]
                .filter(Boolean)
                .join("; ")}
      </span>
    </div>
  );
}
