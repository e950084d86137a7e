"use client";

import type { BoardView } from "@yard-tack/core/board";
import { cautionRow } from "@yard-tack/core/diagnosis";
import { PROCEDURES } from "@yard-tack/core/guide";
import { type RunNow, runNow, type StepNow, wantsDead } from "@yard-tack/core/procedure";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { notedText, type Run } from "@yard-tack/core/visit";
import { Button, TextInput } from "@mantine/core";
import dynamic from "next/dynamic";
import { useEffect, useRef, useState } from "react";
import { Cautions } from "../steps/caution-card";
import { captureContext } from "../steps/capture";
import { HalvingSearch } from "../steps/halving-search";
import { Isolation } from "../steps/isolation";
import { NeedleWatch } from "../steps/needle-watch";
import { PhotoStrip } from "../photo-strip";
import type { Sheet } from "../use-sheet";
import { runContext } from "./run-context";
import { StepQuestion, StepValues } from "./step-values";
import { useClock } from "./use-clock";
import type { Procedures } from "./use-procedures";
import { StepWait } from "./wait";
import classes from "./procedures.module.css";

const BenchAt = dynamic(() => import("@/features/priming").then((m) => m.BenchAt));

/** A procedure, one step at a time: what to do, why, what it still wants, and what keeps it shut. */
export function Runner({
  sheet,
  units,
  view,
  run,
  procedures,
}: {
  sheet: Sheet;
  units: UnitSystem;
  view: BoardView | null;
  run: Run;
  procedures: Procedures;
}) {
  const onLeave = procedures.leave;
  const now = useClock(sheet.clockFault);
  const state = runNow({ ...runContext(sheet, units, view, now), run });
  const { at } = state;
  // What was gone through may be looked at again.
  const [looked, setLooked] = useState<string | null>(null);
  const key = (s: StepNow) => `${s.step}/${s.round}`;
  const shown = state.steps.find((s) => key(s) === looked) ?? at;
  const ended = notedText(sheet.state, { topic: "run-ended", run: run.run });
  const heading = useRef<HTMLHeadingElement>(null);
  const first = useRef(true);
  const shownKey = shown ? key(shown) : "end";
  useEffect(() => {
    if (!first.current) heading.current?.focus({ preventScroll: true });
    first.current = false;
  }, [shownKey]);
  return (
    <article className={classes.runner} data-procedure={run.form.id}>
      <header>
        <h3>{run.form.name}</h3>
        <Button variant="default" onClick={onLeave}>
          Leave
        </Button>
      </header>
      <Way state={state} shown={shown} onLook={(s) => setLooked(key(s))} />
      {shown ? (
        <>
          <p className={classes.place}>
            step {state.steps.indexOf(shown) + 1} of {state.steps.length}
            {shown.rounds && shown.round > 0 ? `, round ${shown.round + 1}` : ""}
            {shown === at ? "" : ": looked at again"}
          </p>
          <h4 ref={heading} tabIndex={-1}>
            {shown.form.what}
          </h4>
          <p className={classes.why}>{shown.form.why}</p>
          <StepBody {...{ sheet, units, view, run, now }} step={shown} />
          {shown.form.bench ? (
            <BenchInStep key={shownKey} pump={sheet.dto.pump} at={shown.form.bench} />
          ) : null}
          {shown === at ? (
            <StepEnd {...{ sheet, run }} step={shown} />
          ) : (
            <Button variant="default" onClick={() => setLooked(null)}>
              Back to the step at hand
            </Button>
          )}
        </>
      ) : (
        <End {...{ sheet, run, ended, procedures }} />
      )}
      {ended === undefined && at ? <GiveUp sheet={sheet} run={run} onLeave={onLeave} /> : null}
    </article>
  );
}

/** The steps as a row of bars: done, at hand, ahead. */
function Way({
  state,
  shown,
  onLook,
}: {
  state: RunNow;
  shown: StepNow | undefined;
  onLook: (step: StepNow) => void;
}) {
  return (
    <ol className={classes.way} aria-label="Steps of this procedure">
      {state.steps.map((s, i) => (
        <li key={`${s.step}/${s.round}`} data-state={s === state.at ? "here" : s.state}>
          <button
            type="button"
            disabled={s.state === "ahead"}
            aria-current={s === shown ? "step" : undefined}
            aria-label={`Step ${i + 1}, ${s === state.at ? "at hand" : s.state === "done" ? "done" : "ahead"}: ${s.form.what}`}
            onClick={() => onLook(s)}
          />
        </li>
      ))}
    </ol>
  );
}

/** The layout as it stands before this step; nothing of it is fetched or worked out before it is asked for. */
function BenchInStep({
  pump,
  at,
}: {
  pump: Sheet["dto"]["pump"];
  at: { readonly layout: string; readonly step: string };
}) {
  const [open, setOpen] = useState(false);
  return (
    <details className={classes.fails} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>See it on the bench first</summary>
      {open ? <BenchAt at={at} pump={pump.id} line={pump.view.line} /> : null}
    </details>
  );
}

function StepBody({
  sheet,
  units,
  view,
  run,
  step,
  now,
}: {
  sheet: Sheet;
  units: UnitSystem;
  view: BoardView | null;
  run: Run;
  step: StepNow;
  now: number;
}) {
  const { form } = step;
  const locked = step.waiting.length > 0;
  const acknowledged = step.cautions.filter((c) => !step.waiting.includes(c));
  const questions = (form.asks ?? []).map((ask) => (
    <StepQuestion key={`${ask.id}/${step.round}`} {...{ sheet, run, step, ask }} />
  ));
  return (
    <>
      {step.waiting.length > 0 ? (
        <Cautions key={`${form.id}/${step.round}`} ids={step.waiting} sheet={sheet} />
      ) : null}
      {step.cautions.length > step.waiting.length ? (
        <details className={classes.fails}>
          <summary>
            Caution: {acknowledged.map((c) => cautionRow(c).title.toLowerCase()).join(", ")}
          </summary>
          <Cautions ids={acknowledged} sheet={sheet} />
        </details>
      ) : null}
      {wantsDead(form, sheet.facts) || step.shutBy.some((s) => s.includes("lock")) ? (
        <Isolation sheet={sheet} />
      ) : null}
      {locked || step.shutBy.length > 0 ? (
        <ul className={classes.shut}>
          {step.shutBy.map((why) => (
            <li key={why}>{why}</li>
          ))}
        </ul>
      ) : (
        <>
          {form.waitFrom ? questions : null}
          <StepWait sheet={sheet} run={run.run} step={step} now={now} />
          {form.tool === "needle" ? (
            <NeedleWatch
              sheet={sheet}
              units={units}
              atmosphere={captureContext(sheet, units, view).atmosphere}
            />
          ) : null}
          {form.tool === "halving" ? <HalvingSearch sheet={sheet} /> : null}
          <StepValues {...{ sheet, units, run, step }} />
          {form.waitFrom ? null : questions}
        </>
      )}
      {step.says.map((s) => (
        <p key={s.name} className={classes.says} data-alarm={s.alarm || undefined} role="status">
          {s.say}
        </p>
      ))}
      {form.photo ? <PhotoStrip sheet={sheet} about="look" name={form.photo} /> : null}
    </>
  );
}

/** What it still wants, and the tap that ends it. */
function StepEnd({ sheet, run, step }: { sheet: Sheet; run: Run; step: StepNow }) {
  const { form, missing, state } = step;
  const place = { kind: "step", run: run.run, step: step.step, round: step.round } as const;
  const ready = state === "open" && missing.length === 0;
  const finish = () => {
    for (const name of form.shows ?? []) noteOutcome(sheet, name, step);
    sheet.add({ ...place, what: { is: "done", value: "yes" } });
  };
  return (
    <div className={classes.end}>
      {state === "open" && missing.length > 0 ? (
        <ul className={classes.missing} aria-label="What this step still wants">
          {step.undone ? <li data-wrong>It was marked done; now it is not.</li> : null}
          {missing.map((m) => (
            <li key={m} data-wrong={step.wrong.includes(m) || undefined}>
              {m}
            </li>
          ))}
        </ul>
      ) : null}
      <Button color="redLead.5" disabled={!ready} onClick={finish}>
        {form.until && step.round > 0 ? "This round is done" : "Done"}
      </Button>
      {form.fails ? (
        <details className={classes.fails}>
          <summary>If it does not turn out</summary>
          <p>{form.fails}</p>
        </details>
      ) : null}
    </div>
  );
}

/** What the readings of a test say becomes its outcome, and so evidence. */
function noteOutcome(sheet: Sheet, name: string, step: StepNow): void {
  const outcome = step.scope.worked(name)?.outcome;
  if (outcome && sheet.state.outcomes.get(outcome.test)?.outcome !== outcome.is)
    sheet.add({ kind: "test", test: outcome.test, outcome: outcome.is });
}

function End({
  sheet,
  run,
  ended,
  procedures,
}: {
  sheet: Sheet;
  run: Run;
  ended: string | undefined;
  procedures: Procedures;
}) {
  const { form } = run;
  const follows = PROCEDURES.find((p) => p.id === form.then);
  const close = () => {
    if (ended === undefined) sheet.note({ topic: "run-ended", run: run.run, value: "done" });
  };
  return (
    <div className={classes.end}>
      <h4>Gone through.</h4>
      {(form.followUps ?? []).length > 0 ? (
        <>
          <p>To be promised when this visit is signed:</p>
          <ul>
            {form.followUps?.map((f) => (
              <li key={f.what}>{f.what}</li>
            ))}
          </ul>
        </>
      ) : null}
      {follows ? (
        <>
          <p>What proves it has to follow.</p>
          <Button
            color="redLead.5"
            onClick={() => {
              close();
              procedures.begin(follows);
            }}
          >
            Go on with what follows
          </Button>
        </>
      ) : null}
      <Button
        variant={follows ? "default" : "filled"}
        onClick={() => {
          close();
          procedures.leave();
        }}
      >
        Close it
      </Button>
    </div>
  );
}

/** A procedure that is not gone through says why: it stands in the log. */
function GiveUp({ sheet, run, onLeave }: { sheet: Sheet; run: Run; onLeave: () => void }) {
  const [why, setWhy] = useState("");
  return (
    <details className={classes.fails}>
      <summary>Give this procedure up</summary>
      <TextInput
        label="Why it is not gone through"
        description="What was noted stays; this stands in the log."
        maxLength={400}
        value={why}
        onChange={(e) => setWhy(e.currentTarget.value)}
      />
      <Button
        variant="default"
        disabled={why.trim() === ""}
        onClick={() => {
          sheet.note({
            topic: "run-ended",
            run: run.run,
            value: `given up: ${why.trim()}`.slice(0, 400),
          });
          onLeave();
        }}
      >
        Give it up
      </Button>
    </details>
  );
}
