"use client";

import type { BoardView } from "@yard-tack/core/board";
import { formatNumber } from "@yard-tack/core/quantity";
import { cautionRow, testRow } from "@yard-tack/core/diagnosis";
import { Button } from "@mantine/core";
import { useState } from "react";
import { clock } from "@/shell/times";
import type { Sheet } from "../use-sheet";
import { Cautions } from "./caution-card";
import { Stopwatch } from "./stopwatch";
import classes from "./steps.module.css";

/** Longest list of tests worth reading at the pump. */
const SHOWN = 6;

export interface TestStepProps {
  readonly sheet: Sheet;
  readonly view: BoardView | null;
  /** The test being done, if any. */
  readonly active: string | null;
  readonly onActive: (id: string | null) => void;
  readonly onNext: () => void;
}

/** The tests by what they tell per minute, and the one being done. */
export function TestStep({ sheet, view, active, onActive, onNext }: TestStepProps) {
  const tests = view?.tests ?? [];
  return (
    <section className={classes.body}>
      <h2>Next test</h2>
      {view?.stop && !active ? (
        <p className={classes.stop} data-testid="stop">
          {view.stop}
        </p>
      ) : null}
      {active ? (
        <ActiveTest
          key={active}
          id={active}
          sheet={sheet}
          view={view}
          onDone={() => onActive(null)}
        />
      ) : (
        <ol className={classes.tests}>
          {tests.slice(0, SHOWN).map((t) => (
            <li key={t.id} data-test={t.id}>
              <div>
                <b>{t.name}</b>
                <p>
                  {t.minutes} min, {formatNumber(t.bits, 2)} bit
                  {t.hazard ? `, mind: ${t.hazard}` : ""}. {t.why.split("It is expected")[0]}
                </p>
              </div>
              <Button
                variant="default"
                onClick={() => onActive(t.id)}
                aria-label={`Start: ${t.name}`}
              >
                Start
              </Button>
            </li>
          ))}
        </ol>
      )}
      <DoneTests sheet={sheet} />
      {view && view.forbidden.length > 0 ? (
        <>
          <h3>Not on this pump</h3>
          <ul>
            {view.forbidden.map((f) => (
              <li key={f.name}>
                {f.name}: {f.why}
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <Button variant={active ? "default" : "filled"} onClick={onNext}>
        Sign off
      </Button>
    </section>
  );
}

function ActiveTest({
  id,
  sheet,
  view,
  onDone,
}: {
  id: string;
  sheet: Sheet;
  view: BoardView | null;
  onDone: () => void;
}) {
  const row = testRow(id);
  const [before] = useState(view?.causes[0]);
  if (!row) return null;
  const waiting = row.cautions.filter((c) => !sheet.state.acknowledged.has(c));
  return (
    <article className={classes.active}>
      <h3>{row.name}</h3>
      <p>
        About {row.minutes} minutes{row.hazard ? `. Mind: ${row.hazard}` : ""}.
        {before
          ? ` Before it, ${before.name.toLowerCase()} stands at ${Math.round(100 * before.probability)} %.`
          : ""}
      </p>
      {row.tools.length > 0 ? (
        <p className={classes.advice}>Take along: {row.tools.join(", ")}.</p>
      ) : null}
      <Cautions ids={row.cautions} sheet={sheet} />
      {waiting.length > 0 ? (
        <p className={classes.locked}>
          The steps open when {waiting.map((c) => cautionRow(c).title.toLowerCase()).join(" and ")}{" "}
          {waiting.length > 1 ? "are" : "is"} acknowledged.
        </p>
      ) : (
        <>
          <ol className={classes.steps}>
            {row.steps.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
          <Stopwatch id={`${sheet.dto.id}/${id}`} expected={row.minutes} />
          <p>
            <b>How did it turn out?</b>
          </p>
          <div className={classes.outcomes}>
            {row.outcomes.map((o) => (
              <Button
                key={o.id}
                onClick={() => {
                  sheet.add({ kind: "test", test: id, outcome: o.id });
                  onDone();
                }}
              >
                {o.name}
              </Button>
            ))}
          </div>
        </>
      )}
      <Button variant="subtle" onClick={onDone}>
        Leave it
      </Button>
    </article>
  );
}

function DoneTests({ sheet }: { sheet: Sheet }) {
  const done = [...sheet.state.outcomes];
  if (done.length === 0) return null;
  return (
    <>
      <h3>Done here</h3>
      <ul className={classes.done}>
        {done.map(([id, o]) => {
          const row = testRow(id);
          return (
            <li key={id}>
              <span>
                {row?.name ?? id}:{" "}
                <b>{row?.outcomes.find((x) => x.id === o.outcome)?.name ?? o.outcome}</b>,{" "}
                {clock(o.at, sheet.dto.pump.zone)}
              </span>
              <Button
                variant="default"
                onClick={() => sheet.add({ kind: "test", test: id, outcome: null })}
              >
                Take back
              </Button>
            </li>
          );
        })}
      </ul>
    </>
  );
}
