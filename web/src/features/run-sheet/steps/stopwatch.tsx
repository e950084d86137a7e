"use client";

import { Button } from "@mantine/core";
import { useEffect, useState } from "react";
import classes from "./steps.module.css";

const kept = (id: string): string => `yard-stopwatch/${id}`;

/** Longer than this it was forgotten, not running. */
const FORGOTTEN_MS = 8 * 3_600_000;

/** Minutes and seconds as a watch shows them; hours when there are any. */
function watchText(ms: number): string {
  const s = Math.max(0, Math.floor(ms / 1000));
  const two = (n: number) => String(n).padStart(2, "0");
  const hours = Math.floor(s / 3600);
  const rest = `${two(Math.floor((s % 3600) / 60))}:${two(s % 60)}`;
  return hours > 0 ? `${hours}:${rest}` : rest;
}

interface Running {
  /** When it was started [ms]; null while it stands. */
  readonly since: number | null;
  /** Time from earlier starts [ms]. */
  readonly before: number;
}

const ZERO: Running = { since: null, before: 0 };

function recall(id: string): Running {
  try {
    const raw: unknown = JSON.parse(sessionStorage.getItem(kept(id)) ?? "null");
    if (typeof raw !== "object" || raw === null) return ZERO;
    const { since, before } = raw as { since?: unknown; before?: unknown };
    return {
      since: typeof since === "number" ? since : null,
      before: typeof before === "number" ? before : 0,
    };
  } catch {
    return ZERO;
  }
}

/** A stopwatch of one test; goes on through a change of step and a reload of the tab. */
export function Stopwatch({ id, expected }: { id: string; expected: number }) {
  const [watch, setWatch] = useState<Running>(() => recall(id));
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (watch.since === null) return;
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, [watch.since]);
  const set = (next: Running) => {
    setWatch(next);
    setNow(Date.now());
    sessionStorage.setItem(kept(id), JSON.stringify(next));
  };
  // A clock set back while it ran must not show less than nothing.
  const elapsed = watch.before + (watch.since === null ? 0 : Math.max(0, now - watch.since));
  const runs = watch.since !== null;
  return (
    <div className={classes.watch} role="group" aria-label="Stopwatch">
      <output className={classes.watchFace} data-testid="stopwatch">
        {watchText(elapsed)}
      </output>
      <Button
        variant="default"
        onClick={() =>
          set(runs ? { since: null, before: elapsed } : { since: Date.now(), before: watch.before })
        }
      >
        {runs ? "Stop" : elapsed > 0 ? "Go on" : "Start the watch"}
      </Button>
      {elapsed > 0 && !runs ? (
        <Button variant="subtle" onClick={() => set(ZERO)}>
          Back to zero
        </Button>
      ) : null}
      <span className={classes.hint}>
        {elapsed > FORGOTTEN_MS
          ? "Running since long: it was probably forgotten. Set it back to zero."
          : `usually ${expected} min`}
      </span>
    </div>
  );
}
