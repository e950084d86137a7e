"use client";

import type { BoardView } from "@yard-tack/core/board";
import { proofLines } from "@yard-tack/core/procedure";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { stripsOf } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { CycleTaps } from "../timing/cycle-taps";
import { takeOver } from "../take-over";
import type { Sheet } from "../use-sheet";
import { Afterwards } from "./afterwards";
import { Words } from "./words";
import classes from "./steps.module.css";

/** The same readings again, side by side with those as found; cycles watched; what proves the cause. */
export function ProveStep({
  sheet,
  units,
  view,
  onAfter,
  onNext,
}: {
  sheet: Sheet;
  units: UnitSystem;
  view: BoardView | null;
  /** Readings are taken after the repair. */
  onAfter: () => void;
  onNext: () => void;
}) {
  const { dto, facts, state } = sheet;
  const lines = proofLines(state, stripsOf(dto.pump.instruments, facts, units), units);
  const leading = view?.causes.find((c) => c.id !== "healthy" && c.id !== "unlisted");
  const cycles =
    facts.family === "sump" || facts.family === "borehole" || facts.family === "multistage";
  return (
    <section className={classes.body}>
      <h2>Prove</h2>
      {leading && leading.probability > 0.5 ? (
        <p>
          What proves it, {leading.name.toLowerCase()}: {leading.proof}
        </p>
      ) : null}
      {lines.length > 0 ? (
        <table className={classes.proof} data-testid="proof">
          <caption>As found, and after the work</caption>
          <thead>
            <tr>
              <th scope="col">Reading</th>
              <th scope="col">As found</th>
              <th scope="col">After</th>
              <th scope="col">What it says</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.slot} data-how={l.how}>
                <th scope="row">{l.name}</th>
                <td>{l.before}</td>
                <td>{l.after}</td>
                <td>{l.say}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p>
          Nothing was read again yet. The same strips, the same gauges, the same valve: what differs
          then is the work.
        </p>
      )}
      {lines.length > 0 && view ? <Afterwards sheet={sheet} units={units} before={view} /> : null}
      <Button variant="default" onClick={onAfter}>
        Take the readings after
      </Button>
      {cycles ? (
        <>
          <h3>Watch it start and stop</h3>
          <CycleTaps
            onTake={(run, off) => {
              takeOver(sheet, "after", "runTime", run);
              takeOver(sheet, "after", "offTime", off);
            }}
          />
        </>
      ) : null}
      <Words
        sheet={sheet}
        subject={{ topic: "words", about: "prove" }}
        label="Leaks, sound, cycles watched"
        rows={2}
      />
      <Button onClick={onNext}>Sign off</Button>
    </section>
  );
}
