"use client";

import type { BoardView } from "@yard-tack/core/board";
import { Button } from "@mantine/core";
import classes from "./steps.module.css";

const SIGNS = { fine: "agrees", watch: "watch", now: "look here" } as const;

/** What disagrees with what, each line with how it was worked out. */
export function CompareStep({ view, onNext }: { view: BoardView | null; onNext: () => void }) {
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
      <Button onClick={onNext}>Next test</Button>
    </section>
  );
}
