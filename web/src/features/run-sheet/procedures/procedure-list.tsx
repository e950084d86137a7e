"use client";

import type { Procedure } from "@yard-tack/core/guide";
import type { Offered } from "@yard-tack/core/procedure";
import { notedText } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { clock } from "@/shell/times";
import type { Sheet } from "../use-sheet";
import classes from "./procedures.module.css";

/** Procedures to begin. */
export function ProcedureList({
  list,
  onBegin,
}: {
  list: readonly Offered[];
  onBegin: (form: Procedure) => void;
}) {
  return (
    <ul className={classes.list}>
      {list.map(({ procedure: p, maybe }) => (
        <li key={p.id} data-offered={p.id}>
          <div>
            <b>{p.name}</b>
            <p>
              About {p.minutes} min. {p.why}
              {maybe ? " The register does not say whether it belongs to this pump." : ""}
            </p>
          </div>
          <Button variant="default" aria-label={`Begin: ${p.name}`} onClick={() => onBegin(p)}>
            Begin
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** Procedures that were begun here. */
export function BegunList({ sheet, onOpen }: { sheet: Sheet; onOpen: (run: string) => void }) {
  const runs = [...sheet.state.runs.values()];
  if (runs.length === 0) return null;
  return (
    <section aria-label="Begun here">
      <h3>Begun here</h3>
      <ul className={classes.list}>
        {runs.map((run) => {
          const ended = notedText(sheet.state, { topic: "run-ended", run: run.run });
          return (
            <li key={run.run} data-begun={run.form.id}>
              <div>
                <b>{run.form.name}</b>
                <p>
                  {clock(run.begun.at, sheet.dto.pump.zone)},{" "}
                  {sheet.dto.people[run.begun.personId] ?? "somebody"};{" "}
                  {ended === undefined ? "under way" : ended === "done" ? "gone through" : ended}
                </p>
              </div>
              <Button variant="default" onClick={() => onOpen(run.run)}>
                {ended === undefined ? "Go on" : "Look"}
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
