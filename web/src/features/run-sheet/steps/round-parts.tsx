"use client";

import { PROCEDURES } from "@yard-tack/core/guide";
import { besideLines, runNow } from "@yard-tack/core/procedure";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { stripsOf } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { dayAndClock } from "@/shell/times";
import { runContext } from "../procedures/run-context";
import type { ProcedureStepProps } from "../procedures/use-procedures";
import classes from "./steps.module.css";

const CHANGE_OVER = "change-over";

/** Two pumps of one kind side by side, and the two heads of one. */
export function Beside({
  sheet,
  units,
  view,
  procedures,
  onFix,
}: Omit<ProcedureStepProps, "onNext"> & { onFix: () => void }) {
  const { twin } = sheet.dto.round;
  const { pump } = sheet.dto;
  const lines = twin
    ? besideLines(sheet.state, twin.readings, stripsOf(pump.instruments, sheet.facts, units), units)
    : [];
  return (
    <>
      {twin ? (
        <section aria-label={`Beside ${twin.tag}`} className={classes.beside}>
          <h3>
            Beside {twin.tag}, read {dayAndClock(twin.at, pump.zone)}
          </h3>
          {lines.length === 0 ? (
            <p>
              Read the same strips on both, one pump at a time, and they stand here side by side.
            </p>
          ) : (
            <table>
              <thead>
                <tr>
                  <th scope="col">Strip</th>
                  <th scope="col">{pump.tag}</th>
                  <th scope="col">{twin.tag}</th>
                  <th scope="col">This one</th>
                </tr>
              </thead>
              <tbody>
                {lines.map((l) => (
                  <tr key={l.slot} data-how={l.how}>
                    <th scope="row">{l.name}</th>
                    <td>{l.here}</td>
                    <td>{l.there}</td>
                    <td>{l.say}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      ) : null}
      {pump.written.pump.variant === "twin-head" ? (
        <TwoHeads {...{ sheet, units, view, procedures, onFix }} />
      ) : null}
    </>
  );
}

/** The two heads of a twin, changed over and read one after the other. */
function TwoHeads({
  sheet,
  units,
  view,
  procedures,
  onFix,
}: Parameters<typeof Beside>[0] & { units: UnitSystem }) {
  const run = [...sheet.state.runs.values()].findLast((r) => r.form.id === CHANGE_OVER);
  const form = PROCEDURES.find((p) => p.id === CHANGE_OVER);
  const said = run
    ? runNow({ ...runContext(sheet, units, view, 0), run }).steps.flatMap((s) => s.says)
    : [];
  return (
    <section aria-label="Its two heads" className={classes.beside}>
      <h3>Its two heads</h3>
      {said.length > 0 ? (
        said.map((s) => <p key={s.name}>{s.say}</p>)
      ) : (
        <p>
          The head that stands is the comparison that costs nothing: change over, and read it the
          same way.
        </p>
      )}
      <Button
        variant="default"
        onClick={() => {
          if (run) procedures.open(run.run);
          else if (form) procedures.begin(form);
          onFix();
        }}
      >
        {run ? "Go on with the change-over" : "Change over and read the other head"}
      </Button>
    </section>
  );
}
