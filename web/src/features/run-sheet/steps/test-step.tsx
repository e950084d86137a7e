"use client";

import type { TestId } from "@yard-tack/core/case";
import type { BoardView, TestView } from "@yard-tack/core/board";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { cautionRow, testRow } from "@yard-tack/core/diagnosis";
import type { Procedure } from "@yard-tack/core/guide";
import { cautionsOfTest, proceduresOfTest } from "@yard-tack/core/procedure";
import { Button } from "@mantine/core";
import { useState } from "react";
import { clock } from "@/shell/times";
import { ProcedureList } from "../procedures/procedure-list";
import type { Sheet } from "../use-sheet";
import { Capture } from "./capture";
import { Cautions } from "./caution-card";
import { Isolation, isolationOf } from "./isolation";
import { useStops } from "./stops";
import { Triage } from "./triage";
import { Words } from "./words";
import classes from "./steps.module.css";

/** Longest list of tests worth reading at the pump. */
const SHOWN = 6;
/** A test that is expected to tell less is not worth the walk [bits]. */
const WORTH_STARTING = 0.01;

export interface TestStepProps {
  readonly sheet: Sheet;
  readonly units: UnitSystem;
  readonly view: BoardView | null;
  /** The test being done, if any. */
  readonly active: TestId | null;
  readonly onActive: (id: TestId | null) => void;
  /** A procedure is begun in place of the plain test. */
  readonly onProcedure: (form: Procedure) => void;
  readonly onNext: () => void;
}

/** The tests by what they tell per minute, and the one being done. */
export function TestStep({
  sheet,
  units,
  view,
  active,
  onActive,
  onProcedure,
  onNext,
}: TestStepProps) {
  const tests = view?.tests ?? [];
  return (
    <section className={classes.body}>
      <h2>Next test</h2>
      {view?.stop && !active ? (
        <p className={classes.stop} data-testid="stop">
          {view.stop}
        </p>
      ) : null}
      {view && !view.stop && !active && tests.length === 0 ? (
        <p className={classes.stop} data-testid="read-again">
          No test is left here that tells more.{" "}
          {view.notes.filter((n) => n.includes("again")).join(" ") ||
            "What was read does not carry a verdict yet: a further reading may, or the visit ends as not reproduced."}
        </p>
      ) : null}
      {active ? null : <Triage sheet={sheet} view={view} />}
      {active ? (
        <ActiveTest
          key={active}
          id={active}
          sheet={sheet}
          units={units}
          view={view}
          onDone={() => onActive(null)}
          onProcedure={onProcedure}
        />
      ) : (
        <ol className={classes.tests}>
          {tests.slice(0, SHOWN).map((t) => (
            <OfferedTest key={t.id} test={t} offered={worthStarting(t, view)} onStart={onActive} />
          ))}
        </ol>
      )}
      {!active && tests.length > SHOWN ? (
        <details className={classes.rest} data-testid="more-tests">
          <summary>{tests.length - SHOWN} more tests that can be done here</summary>
          <ol className={classes.tests}>
            {tests.slice(SHOWN).map((t) => (
              <OfferedTest
                key={t.id}
                test={t}
                offered={worthStarting(t, view)}
                onStart={onActive}
              />
            ))}
          </ol>
        </details>
      ) : null}
      <DoneTests sheet={sheet} onOpen={onActive} />
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
        Fix
      </Button>
    </section>
  );
}

/** While nothing is settled every test is a way on. */
const worthStarting = (t: TestView, view: BoardView | null): boolean =>
  !view?.stop || t.bits >= WORTH_STARTING || t.confirms;

/** A test with what it is worth; one that would tell nothing is named and not offered. */
function OfferedTest({
  test: t,
  offered,
  onStart,
}: {
  test: TestView;
  offered: boolean;
  onStart: (id: TestId) => void;
}) {
  return (
    <li data-test={t.id}>
      <div>
        <b>{t.name}</b>
        <p>
          {t.minutes} min{t.hazard ? `. Caution: ${t.hazard}` : ""}. {t.why}
        </p>
      </div>
      {offered ? (
        <Button variant="default" onClick={() => onStart(t.id)} aria-label={`Start: ${t.name}`}>
          Start
        </Button>
      ) : null}
    </li>
  );
}

function ActiveTest({
  id,
  sheet,
  units,
  view,
  onDone,
  onProcedure,
}: {
  id: TestId;
  sheet: Sheet;
  units: UnitSystem;
  view: BoardView | null;
  onDone: () => void;
  onProcedure: (form: Procedure) => void;
}) {
  const row = testRow(id);
  const [before] = useState(view?.causes[0]);
  const blocked = useStops(sheet).find((s) => s.blocks === "running" && !s.cleared);
  if (!row) return null;
  const cautions = cautionsOfTest(id, sheet.facts);
  const waiting = cautions.filter((c) => !sheet.state.acknowledged.has(c));
  const onTerminals = cautions.some((c) => c === "electrical");
  const opens = cautions.some((c) => c === "lockout");
  const isolation = isolationOf(sheet);
  const dead = !onTerminals || isolation.open;
  return (
    <article className={classes.active}>
      <h3>{row.name}</h3>
      <p>
        About {row.minutes} minutes{row.hazard ? `. Caution: ${row.hazard}` : ""}.
        {before
          ? ` Likeliest before it: ${before.name.toLowerCase()}, ${Math.round(100 * before.probability)} %.`
          : ""}
      </p>
      {row.tools.length > 0 ? (
        <p className={classes.advice}>Take along: {row.tools.join(", ")}.</p>
      ) : null}
      <ProcedureList
        list={proceduresOfTest(id, { pump: sheet.facts, control: undefined })}
        onBegin={onProcedure}
      />
      <Cautions ids={cautions} sheet={sheet} />
      {waiting.length > 0 ? (
        <p className={classes.locked}>
          The steps open when {waiting.map((c) => cautionRow(c).title.toLowerCase()).join(" and ")}{" "}
          {waiting.length > 1 ? "are" : "is"} acknowledged.
        </p>
      ) : (
        <>
          {onTerminals || opens ? <Isolation sheet={sheet} /> : null}
          {blocked ? (
            <p className={classes.alert}>
              A Stop is in force: {blocked.title}. The test waits until that is answered above.
            </p>
          ) : !dead ? (
            <p className={classes.locked}>
              The steps open when it is isolated and proven dead, or a licensed person says so.
            </p>
          ) : (
            <>
              <ol className={classes.steps}>
                {row.steps.map((s) => (
                  <li key={s}>{s}</li>
                ))}
              </ol>
              <Capture sheet={sheet} units={units} view={view} test={id} onOutcome={onDone} />
              <Words
                sheet={sheet}
                subject={{ topic: "test-words", test: id }}
                label="Anything to say of it"
                rows={2}
              />
            </>
          )}
        </>
      )}
      <Button variant="subtle" onClick={onDone}>
        Leave it
      </Button>
    </article>
  );
}

function DoneTests({ sheet, onOpen }: { sheet: Sheet; onOpen: (id: TestId) => void }) {
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
              <Button variant="default" onClick={() => onOpen(id)}>
                Look
              </Button>
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
