"use client";

import type { BoardView, LeversView, TestView } from "@yard-tack/core/board";
import type { TestId } from "@yard-tack/core/case";
import { worthInWords } from "@yard-tack/core/diagnosis";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { Button } from "@mantine/core";
import { lazy, Suspense, useState } from "react";
import { together } from "@/shell/together";
import { BoardFault } from "./board-fault";
import { CausesPanel } from "./causes-panel";
import { Figures } from "./figures";
import { ChartInFigures, HeadFlowChart } from "./head-flow-chart";
import { PhaseTriangle } from "./phase-triangle";
import { RatingChart } from "./rating-chart";
import { SuctionBudget } from "./suction-budget";
import type { BoardState } from "./use-board";
import { WhatIf } from "./what-if";
import classes from "./board.module.css";
import causeClasses from "./causes.module.css";

const LeversPanel = lazy(() => import("./levers-panel").then((m) => ({ default: m.LeversPanel })));
// Most visits read one position of the valve, and few pumps are for fire.
const FieldResidual = lazy(() =>
  import("./field-residual").then((m) => ({ default: m.FieldResidual })),
);
const FireTable = lazy(() => import("./fire-table").then((m) => ({ default: m.FireTable })));

export interface BoardProps {
  readonly board: BoardState;
  readonly units: UnitSystem;
  readonly onTest: (id: TestId) => void;
  readonly onReading: (slot: string) => void;
}

/** Verdict, chart, suction and what to do next, current as they are typed; causes and figures follow. */
export function Board({ board, units, onTest, onReading }: BoardProps) {
  const { view } = board;
  return (
    <div className={classes.board} aria-busy={board.busy} data-testid="board">
      <BoardFault board={board} />
      {view ? (
        <>
          <VerdictLine view={view} />
          {view.rating ? <RatingChart view={view.rating} units={units} /> : null}
          {view.chart ? (
            <HeadFlowChart view={view.chart} units={units} />
          ) : view.rating ? null : (
            <p className={classes.absent}>
              No rated curve is known for this pump, so there is no chart. Suction, drive and what
              was seen still speak.
            </p>
          )}
          <Suspense fallback={null}>
            {view.field ? <FieldResidual view={view.field} units={units} /> : null}
            {view.fire ? <FireTable view={view.fire} /> : null}
          </Suspense>
          {view.suction ? <SuctionBudget view={view.suction} units={units} /> : null}
          <NextSlab view={view} onTest={onTest} onReading={onReading} />
        </>
      ) : board.fault ? null : (
        <p className={classes.absent}>Working it out …</p>
      )}
    </div>
  );
}

/** What stands under the causes: the phases where their strips are not in sight, levers, every figure. */
export function BoardFigures({
  board: { view },
  units,
  phases,
}: {
  board: BoardState;
  units: UnitSystem;
  /** The triangle of the currents stands here, not beside their strips. */
  phases: boolean;
}) {
  if (!view) return null;
  return (
    <div className={classes.board}>
      {phases && view.phases ? <PhaseTriangle view={view.phases} units={units} /> : null}
      {view.levers ? <Levers view={view.levers} units={units} /> : null}
      {view.chart ? <ChartInFigures view={view.chart} units={units} /> : null}
      {view.figures.length > 0 ? (
        <p className={classes.caption}>The figures. Tap one to see how it was worked out.</p>
      ) : null}
      <Figures figures={view.figures} group="duty" label="Duty" />
      <Figures figures={view.figures} group="suction" label="Suction" />
      <Figures figures={view.figures} group="drive" label="Drive" />
      <Figures figures={view.figures} group="place" label="Place and liquid" />
    </div>
  );
}

/** The levers, fetched when somebody opens them. */
export function Levers({ view, units }: { view: LeversView; units: UnitSystem }) {
  const [open, setOpen] = useState(false);
  return (
    <details className={classes.table} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>move the levers</summary>
      {open ? (
        <Suspense fallback={null}>
          <LeversPanel view={view} units={units} />
        </Suspense>
      ) : null}
    </details>
  );
}

/** The verdict: pump or system first. */
function VerdictLine({ view }: { view: BoardView }) {
  const { lead, claim, tone, detail } = view.verdict;
  return (
    <div aria-live="polite">
      <h2 className={classes.verdict} data-testid="verdict">
        {together(lead)} <span data-tone={tone}>{together(claim)}</span>
      </h2>
      <p className={classes.detail}>{together(detail)}</p>
      {view.disputed > 0 ? (
        <p className={classes.detail} data-testid="disputed">
          {view.disputed === 1 ? "One strip was" : `${view.disputed} strips were`} read twice,
          differently: the first counts here until somebody chooses, at the top of the sheet.
        </p>
      ) : null}
    </div>
  );
}

/** The two causes panels live apart from the Board on a phone. */
export function Causes({ board, units }: { board: BoardState; units: UnitSystem }) {
  const { view } = board;
  if (!view) return null;
  return (
    <>
      <CausesPanel causes={view.causes} units={units} />
      {view.explanation.length > 0 ? (
        <details className={causeClasses.why} open data-testid="why">
          <summary>why this order</summary>
          <ul>
            {view.explanation.map((e) => (
              <li key={e}>{together(e)}</li>
            ))}
          </ul>
        </details>
      ) : null}
      <WhatIf items={view.whatIf} now={view.causes} />
      {view.notes.length > 0 ? (
        <details className={classes.notes}>
          <summary>
            {view.notes.length === 1 ? "1 note" : `${view.notes.length} notes`} on these readings
          </summary>
          <ul>
            {view.notes.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </details>
      ) : null}
    </>
  );
}

function NextSlab({
  view,
  onTest,
  onReading,
}: Omit<BoardProps, "board" | "units"> & { view: BoardView }) {
  const [test] = view.tests;
  const [reading] = view.missing;
  if (reading && view.stop === null && (!test || readingFirst(reading, test))) {
    return (
      <Slab
        title={`Read the ${reading.name}`}
        text={`${reading.minutes} min. It ${worthInWords(reading.bits)}.`}
        action="Go there"
        onAction={() => onReading(reading.slot)}
      />
    );
  }
  if (view.stop || !test) {
    return (
      <Slab
        title={view.stop ? "Enough is known" : "No test left"}
        text={`${view.stop ?? "Nothing that can be done here would tell more."}${view.mend ? ` ${view.mend}` : ""}`}
      />
    );
  }
  return (
    <Slab
      title={test.name}
      text={`${test.minutes} min${test.hazard ? `. Caution: ${test.hazard}` : ""}. ${test.why}`}
      action="Start test"
      onAction={() => onTest(test.id)}
    />
  );
}

/** Whichever tells more per minute comes first. */
const readingFirst = (reading: BoardView["missing"][number], test: TestView): boolean =>
  reading.bits / reading.minutes > test.bits / test.minutes;

function Slab({
  title,
  text,
  action,
  onAction,
}: {
  title: string;
  text: string;
  action?: string;
  onAction?: () => void;
}) {
  return (
    <section className={classes.slab} aria-label="What to do next" data-testid="next">
      <div>
        <h3>{title}</h3>
        <p>{text}</p>
      </div>
      {action ? (
        <Button color="redLead.5" onClick={onAction}>
          {action}
        </Button>
      ) : null}
    </section>
  );
}
