"use client";

import type { BoardView } from "@yard-tack/core/board";
import { Button } from "@mantine/core";
import { useState, useTransition } from "react";
import { callOfRound } from "../change-call";
import type { ProcedureStepProps } from "../procedures/use-procedures";
import type { Sheet } from "../use-sheet";
import { Beside } from "./round-parts";
import classes from "./steps.module.css";

const SIGNS = { fine: "agrees", watch: "watch", now: "look here" } as const;

/** What disagrees with what, each line with how it was worked out. */
export function CompareStep({
  sheet,
  units,
  view,
  procedures,
  onFix,
  onNext,
}: ProcedureStepProps & { onFix: () => void }) {
  const list = view?.comparisons ?? [];
  return (
    <section className={classes.body}>
      <h2>Compare</h2>
      {list.length === 0 ? (
        <p>
          Nothing to compare yet.{" "}
          {view?.missing[0] ? `Read the ${view.missing[0].name} first.` : "Take a reading first."}
        </p>
      ) : null}
      {list.map((c) => (
        <article key={c.title} className={classes.comparison} data-tone={c.tone}>
          <h3>
            {c.title} <span>{SIGNS[c.tone]}</span>
          </h3>
          <p>{c.sentence}</p>
          <details>
            <summary>how it was worked out</summary>
            <p>{c.workedOut}</p>
          </details>
        </article>
      ))}
      <Beside {...{ sheet, units, view, procedures, onFix }} />
      {sheet.dto.kind === "round" && view ? <Finding sheet={sheet} view={view} /> : null}
      <Button onClick={onNext}>Next test</Button>
    </section>
  );
}

/** What a round finds becomes a call with one tap; what was read stays on it. */
function Finding({ sheet, view }: { sheet: Sheet; view: BoardView }) {
  const [pending, start] = useTransition();
  const [problem, setProblem] = useState<string | null>(null);
  const leading = view.causes.find((c) => c.id !== "healthy");
  const odd =
    view.comparisons.find((c) => c.tone === "now") ??
    view.comparisons.find((c) => c.tone === "watch");
  const complaint = odd?.title.toLowerCase() ?? leading?.name.toLowerCase();
  if (complaint === undefined || (view.causes[0]?.id === "healthy" && !odd)) return null;
  const take = () =>
    start(async () =>
      setProblem(
        await callOfRound({
          sheet: sheet.dto.id,
          complaint: `found on a round: ${complaint}`,
        }).catch(() => "The server did not answer; what was read is kept."),
      ),
    );
  return (
    <>
      <Button variant="default" loading={pending} onClick={take}>
        Make a call of it: {complaint}
      </Button>
      {problem ? (
        <p role="alert" className={classes.alert}>
          {problem}
        </p>
      ) : null}
    </>
  );
}
