"use client";

import type { ProposedPromise } from "@yard-tack/core/procedure";
import { Button, Checkbox, TextInput } from "@mantine/core";
import { wallTime } from "@/shell/times";
import type { SignOffForm } from "../sign-off-form";
import classes from "./steps.module.css";

/** A promise as it is being written; one that is not on is not made. */
export type Promised = SignOffForm["promises"][number] & { readonly on: boolean };

const HOUR = 3_600_000;
const WEEK = 7 * 24;

const NAMES: Readonly<Record<Promised["kind"], string>> = {
  recheck: "What is promised",
  parts: "Which parts",
  watch: "What is watched for",
  round: "What is promised",
};

/** In so many hours, by the clock there, on the quarter. */
const dueIn = (hours: number, zone: string): string => {
  const quarter = 900_000;
  const at = Math.ceil((Date.now() + hours * HOUR) / quarter) * quarter;
  return wallTime(new Date(at).toISOString(), zone);
};

/** Those that were written, with what the procedures want that is not among them yet. */
export function withProposed(
  promises: readonly Promised[],
  proposed: readonly (ProposedPromise & { readonly kind?: "round" })[],
  zone: string,
): readonly Promised[] {
  // One round comes next, whatever its words were changed to.
  const missing = proposed.filter(
    (p) => !promises.some((known) => known.what === p.what || known.kind === p.kind),
  );
  return [
    ...promises,
    ...missing.map((p): Promised => ({
      kind: p.kind ?? "recheck",
      what: p.what,
      due: dueIn(p.after, zone),
      on: true,
    })),
  ];
}

/** A visit that ends so wants one promise of a kind; it is there to be filled in. */
export function withWanted(
  promises: readonly Promised[],
  closed: string,
  zone: string,
): readonly Promised[] {
  const kind =
    closed === "waiting for parts" ? "parts" : closed === "not reproduced" ? "watch" : undefined;
  const others = promises.filter(
    (p) => p.kind === "recheck" || p.kind === "round" || p.kind === kind || p.what !== "",
  );
  if (!kind || others.some((p) => p.kind === kind)) return others;
  const due = dueIn(kind === "parts" ? WEEK : 2 * WEEK, zone);
  return [...others, { kind, what: "", due, on: true }];
}

/** What comes back on its day: on the Slate until it is done or dropped. */
export function Promises({
  promises,
  zone,
  fault,
  onChange,
}: {
  promises: readonly Promised[];
  zone: string;
  fault: string | undefined;
  onChange: (promises: readonly Promised[]) => void;
}) {
  const set = (i: number, change: Partial<Promised>) =>
    onChange(promises.map((p, k) => (k === i ? { ...p, ...change } : p)));
  return (
    <fieldset className={classes.promises}>
      <legend>Promised for later</legend>
      <p className={classes.advice}>
        Each stands on the Slate on its day, until it is done or dropped.
      </p>
      {promises.map((p, i) => (
        <div key={i} className={classes.promise} data-off={p.on ? undefined : true}>
          <Checkbox
            label="promise it"
            aria-label={`Promise: ${p.what || NAMES[p.kind].toLowerCase()}`}
            checked={p.on}
            onChange={(e) => set(i, { on: e.currentTarget.checked })}
          />
          <TextInput
            label={NAMES[p.kind]}
            maxLength={300}
            value={p.what}
            onChange={(e) => set(i, { what: e.currentTarget.value })}
          />
          <TextInput
            type="datetime-local"
            label={p.kind === "parts" ? "To be there by" : "When, by the clock there"}
            value={p.due}
            onChange={(e) => set(i, { due: e.currentTarget.value })}
          />
        </div>
      ))}
      {fault ? (
        <p role="alert" className={classes.alert}>
          {fault}
        </p>
      ) : null}
      <Button
        variant="default"
        onClick={() =>
          onChange([...promises, { kind: "recheck", what: "", due: dueIn(24, zone), on: true }])
        }
      >
        Promise something else
      </Button>
    </fieldset>
  );
}
