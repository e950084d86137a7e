"use client";

import { offered } from "@yard-tack/core/procedure";
import { Button } from "@mantine/core";
import { runContext } from "../procedures/run-context";
import { Runner } from "../procedures/runner";
import { BegunList, ProcedureList } from "../procedures/procedure-list";
import type { ProcedureStepProps } from "../procedures/use-procedures";
import { Isolation } from "./isolation";
import classes from "./steps.module.css";

/** Procedures that fill, start and stop. */
const PUTS_BACK = /^(prime-|fill-circuit|start-shut|stop-keep-prime|run-in-gland)/;

/** Filling, priming and starting, in the order that keeps the prime; every lock off before it starts. */
export function BackStep({ sheet, units, view, procedures, onNext }: ProcedureStepProps) {
  const context = runContext(sheet, units, view, 0);
  const list = offered(context).filter((o) => PUTS_BACK.test(o.procedure.id));
  const { run } = procedures;
  return (
    <section className={classes.body}>
      <h2>Put back</h2>
      {run ? (
        <Runner key={run.run} {...{ sheet, units, view, run, procedures }} />
      ) : (
        <>
          {context.locks.length > 0 ? (
            <p className={classes.alert}>
              {context.locks.join(" and ")}: a lock stands. It does not start before each has taken
              off their own.
            </p>
          ) : null}
          <Isolation sheet={sheet} />
          <BegunList sheet={sheet} onOpen={procedures.open} />
          <ProcedureList list={list} onBegin={procedures.begin} />
          {list.length === 0 ? (
            <p>No order of filling is needed on this pump: valves as they were, then start it.</p>
          ) : null}
        </>
      )}
      {run ? null : <Button onClick={onNext}>Prove</Button>}
    </section>
  );
}
