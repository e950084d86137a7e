"use client";

import { offered, proceduresOfCause } from "@yard-tack/core/procedure";
import { Button } from "@mantine/core";
import { percentText } from "@/features/board";
import { runContext } from "../procedures/run-context";
import { Runner } from "../procedures/runner";
import { BegunList, ProcedureList } from "../procedures/procedure-list";
import type { ProcedureStepProps } from "../procedures/use-procedures";
import { Parts, Used } from "./used";
import classes from "./steps.module.css";

/** A cause that is less likely than this offers no repair of its own. */
const WORTH_MENDING = 0.1;

/** What mends the leading causes, and the procedures that hold the hand at it. */
export function FixStep({ sheet, units, view, procedures, onNext }: ProcedureStepProps) {
  const context = runContext(sheet, units, view, 0);
  const causes = (view?.causes ?? []).filter(
    (c) => c.probability >= WORTH_MENDING && c.id !== "healthy" && c.id !== "unlisted",
  );
  const all = offered(context);
  const { run } = procedures;
  return (
    <section className={classes.body}>
      <h2>Fix</h2>
      {run ? (
        <Runner key={run.run} {...{ sheet, units, view, run, procedures }} />
      ) : (
        <>
          <BegunList sheet={sheet} onOpen={procedures.open} />
          {causes.length === 0 ? (
            <p className={classes.advice}>
              No cause stands out yet that could be mended. The next test tells more than a repair
              on a guess.
            </p>
          ) : null}
          {causes.map((c) => (
            <section key={c.id} className={classes.remedy} aria-label={c.name} data-remedy={c.id}>
              <h3>
                {c.name}, {percentText(c.probability)}
              </h3>
              <p>{c.repair}</p>
              <dl className={classes.facts}>
                {c.parts.length > 0 ? (
                  <>
                    <dt>Parts</dt>
                    <dd>
                      <Parts sheet={sheet} parts={c.parts} />
                    </dd>
                  </>
                ) : null}
                <dt>Who</dt>
                <dd>{c.skills}</dd>
                <dt>Until then</dt>
                <dd>{c.firstAid}</dd>
                <dt>Proven by</dt>
                <dd>{c.proof}</dd>
              </dl>
              <ProcedureList list={proceduresOfCause(c.id, context)} onBegin={procedures.begin} />
            </section>
          ))}
          <details className={classes.rest} data-testid="all-procedures">
            <summary>All {all.length} procedures for this pump</summary>
            <ProcedureList list={all} onBegin={procedures.begin} />
          </details>
          <Used sheet={sheet} offered={causes.flatMap((c) => c.parts)} />
        </>
      )}
      {run ? null : <Button onClick={onNext}>Put back</Button>}
    </section>
  );
}
