"use client";

import type { BoardView } from "@yard-tack/core/board";
import { observationRow } from "@yard-tack/core/diagnosis";
import { cautionsAt, noTwoDirections, rotationMethods } from "@yard-tack/core/procedure";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { Button } from "@mantine/core";
import type { Sheet } from "../use-sheet";
import { Cautions } from "./caution-card";
import { ObservationChip } from "./chips";
import { Capture } from "./capture";
import { isolationOf } from "./isolation";
import { Words } from "./words";
import classes from "./steps.module.css";

/** Which way it turns, seen or found by running it both ways. */
export function RotationStep({
  sheet,
  units,
  view,
  onNext,
}: {
  sheet: Sheet;
  units: UnitSystem;
  view: BoardView | null;
  onNext: () => void;
}) {
  const { facts, state } = sheet;
  const methods = rotationMethods(facts);
  const cautions = cautionsAt("rotation", facts);
  const open = cautions.every((c) => state.acknowledged.has(c));
  return (
    <section className={classes.body}>
      <h2>Rotation</h2>
      {methods.length === 0 ? <p>Its rotation cannot be seen from outside.</p> : null}
      <Cautions ids={cautions} sheet={sheet} />
      {open
        ? methods.map((m) => (
            <section key={m.id} className={classes.method} data-method={m.id}>
              <h3>{m.name}</h3>
              <ol className={classes.steps}>
                {m.steps.map((s) => (
                  <li key={s}>{s}</li>
                ))}
              </ol>
              {m.note ? <p className={classes.advice}>{m.note}</p> : null}
              <div className={classes.chips2}>
                {m.chips.map(({ id, name }) => {
                  const row = observationRow(id);
                  const said = row && name ? { ...row, name } : row;
                  return said ? <ObservationChip key={id} row={said} sheet={sheet} /> : null;
                })}
              </div>
            </section>
          ))
        : null}
      <BothWays sheet={sheet} units={units} view={view} />
      <Words
        sheet={sheet}
        subject={{ topic: "words", about: "rotation" }}
        label="Anything to say of it"
        rows={2}
      />
      <Button onClick={onNext}>Readings</Button>
    </section>
  );
}

/** Both ways at the same valve, for a pump whose rotation is hidden. */
function BothWays({
  sheet,
  units,
  view,
}: {
  sheet: Sheet;
  units: UnitSystem;
  view: BoardView | null;
}) {
  const why = noTwoDirections(sheet.facts);
  const cautions = cautionsAt("two-direction", sheet.facts);
  const waiting = cautions.some((c) => !sheet.state.acknowledged.has(c));
  const isolation = isolationOf(sheet);
  const begun = [...sheet.state.readings.keys()].some((k) => k.startsWith("test:two-direction/"));
  return (
    <details className={classes.method} open={begun || undefined} data-testid="both-ways">
      <summary>Or run it both ways, at the same valve</summary>
      {why ? (
        <p className={why.startsWith("Stop") ? classes.alert : classes.advice}>{why}</p>
      ) : (
        <>
          <Cautions ids={cautions} sheet={sheet} />
          {waiting ? (
            <p className={classes.locked}>The readings open when the cautions are acknowledged.</p>
          ) : (
            <>
              {isolation.open ? null : (
                <p className={classes.advice}>
                  Two wires are exchanged only on a motor that is isolated and proven dead (Make
                  safe).
                </p>
              )}
              <Capture
                sheet={sheet}
                units={units}
                view={view}
                test="two-direction"
                onOutcome={() => undefined}
              />
            </>
          )}
        </>
      )}
    </details>
  );
}
