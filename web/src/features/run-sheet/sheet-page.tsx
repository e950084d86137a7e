"use client";

import type { Position, TestId } from "@yard-tack/core/case";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { Button } from "@mantine/core";
import { useHotkeys, useIntersection } from "@mantine/hooks";
import Link from "next/link";
import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { type BoardAsked, Board, BoardFigures, Causes, useBoard } from "@/features/board";
import { pumpLine } from "@/features/yard";
import { GlovesSwitch } from "@/shell/gloves-switch";
import { PageHead } from "@/shell/page-head";
import { clock, dayAndClock } from "@/shell/times";
import { useWho } from "@/shell/who";
import type { SheetDto } from "./sheet-dto";
import type { KeptHere } from "./kept-here";
import { AsidePanel, asideNeeded } from "./aside-panel";
import { Disputes } from "./disputes";
import { FoldedHead, SavedWhere } from "./saved-where";
import { CallStep } from "./steps/call-step";
import { Knots } from "./steps/knots";
import { knotsOf } from "./steps/knots-of";
import {
  BackStep,
  CompareStep,
  fetchSteps,
  FixStep,
  IdentifyStep,
  LookStep,
  ProveStep,
  RotationStep,
  SignStep,
  TestStep,
} from "./steps/lazy-steps";
import { ReadingsStep } from "./steps/readings-step";
import { SafeStep } from "./steps/safe-step";
import { STEP_KEYS, STEPS, type StepId } from "./steps/step-list";
import { StopCard, useStops } from "./steps/stops";
import { type Sheet, useSheet } from "./use-sheet";
import { useProcedures } from "./procedures/use-procedures";
import { useView } from "./use-view";
import { firstStep, PANES, titleOf } from "./view";
import classes from "./sheet-page.module.css";

/** Drawn anew when the Board has changed, not with each key. */
const BoardPart = memo(Board);
const CausesPart = memo(Causes);
const FiguresPart = memo(BoardFigures);

/** One visit: steps on the left, the step at hand in the middle, the Board on the right. */
export function SheetPage({ dto, kept }: { dto: SheetDto; kept?: KeptHere }) {
  const sheet = useSheet(dto, kept);
  const units: UnitSystem = useWho().units;
  const [first] = useState(() => firstStep(dto));
  const { step, pane, show } = useView(first, dto.pump.tag);
  const [snapshot, setSnapshot] = useState<Position>("as found");
  const [active, setActive] = useState<TestId | null>(null);
  const asked = useMemo((): BoardAsked => {
    const { written, instruments, loadedAt } = dto.pump;
    const visit = {
      written,
      instruments,
      codes: dto.codes,
      round: dto.kind === "round",
      day: loadedAt,
      entries: sheet.entries,
      typing: sheet.typing,
    };
    return { visit, units };
  }, [dto, sheet.entries, sheet.typing, units]);
  const stops = useStops(sheet).filter((s) => s.clearedBy !== null);
  useEffect(fetchSteps, []);
  const board = useBoard(asked);
  const stepPart = useRef<HTMLDivElement>(null);
  const go = useCallback(
    (id: StepId) => {
      show({ step: id, pane: "sheet" });
      // Whoever hears the page, or walks it by keys, is taken to what has come.
      requestAnimationFrame(() => {
        const heading = stepPart.current?.querySelector("h2");
        if (heading) heading.tabIndex = -1;
        (heading ?? stepPart.current)?.focus({ preventScroll: true });
      });
    },
    [show],
  );
  const procedures = useProcedures(sheet);
  useHotkeys(STEPS.map((s, i) => [STEP_KEYS[i] ?? "", () => go(s.id)]));
  const openTest = useCallback(
    (id: TestId) => {
      setActive(id);
      go("test");
    },
    [go],
  );
  const openReading = useCallback(
    (slot: string) => {
      go("readings");
      setSnapshot("as found");
      requestAnimationFrame(() =>
        document.querySelector<HTMLInputElement>(`[data-slot^="${slot}"] input`)?.focus(),
      );
    },
    [go],
  );
  const { pump } = dto;
  const { ref: head, entry: headSeen } = useIntersection<HTMLDivElement>();
  return (
    <main className={classes.sheet} data-pane={pane}>
      <div ref={head} className={classes.head}>
        <PageHead
          title={pump.tag}
          about={
            <>
              {pump.purpose ? `${pump.purpose}, ` : ""}
              {pump.siteName}
              <br />
              {pumpLine(pump)}
              {sheet.here.length > 0 ? (
                <span className={classes.here} data-testid="others-here">
                  Also here: {sheet.here.map((o) => o.name).join(", ")}
                </span>
              ) : null}
            </>
          }
          alert={dto.complaint}
        >
          <GlovesSwitch className={classes.gloves} />
          <SavedWhere courier={sheet.courier} sheet={sheet} />
        </PageHead>
      </div>
      {headSeen?.isIntersecting === false ? (
        <FoldedHead at={titleOf(pump.tag, { step, pane })} sheet={sheet} />
      ) : null}
      {dto.signedAt ? (
        <p className={classes.signed} role="status">
          {dto.closed === "called off" ? "Called off" : "Signed"} {clock(dto.signedAt, pump.zone)}.
          Nothing more can be added here;{" "}
          <Link href={dto.logEntryId ? `/log/${dto.logEntryId}` : "/log"}>read the log entry</Link>.
        </p>
      ) : null}
      <Notices sheet={sheet} />
      {signedHere(sheet) ? <SignedHere sheet={sheet} /> : null}
      <Disputes sheet={sheet} />
      {asideNeeded(sheet) ? <AsidePanel sheet={sheet} /> : null}
      <div className={classes.parts}>
        <div className={classes.knots}>
          <Knots knots={knotsOf(sheet)} at={step} onGo={go} />
        </div>
        <div
          className={classes.step}
          id="step"
          ref={stepPart}
          tabIndex={-1}
          // A tap or a key before the device's own store was read would be lost.
          inert={!sheet.ready || dto.signedAt !== null || signedHere(sheet)}
        >
          {stops.map((stop) => (
            <div key={stop.id} className={classes.stop}>
              <StopCard stop={stop} sheet={sheet} />
            </div>
          ))}
          {step === "call" ? (
            <CallStep sheet={sheet} view={board.view} onNext={() => go("safe")} />
          ) : null}
          {step === "safe" ? <SafeStep sheet={sheet} onNext={() => go("identify")} /> : null}
          {step === "identify" ? (
            <IdentifyStep sheet={sheet} units={units} onNext={() => go("look")} />
          ) : null}
          {step === "look" ? <LookStep sheet={sheet} onNext={() => go("rotation")} /> : null}
          {step === "rotation" ? (
            <RotationStep
              sheet={sheet}
              units={units}
              view={board.view}
              onNext={() => go("readings")}
            />
          ) : null}
          {step === "readings" ? (
            <ReadingsStep
              sheet={sheet}
              units={units}
              view={board.view}
              snapshot={snapshot}
              onSnapshot={setSnapshot}
              onNext={() => go("compare")}
            />
          ) : null}
          {step === "compare" ? (
            <CompareStep
              {...{ sheet, units, procedures }}
              view={board.view}
              onFix={() => go("fix")}
              onNext={() => go("test")}
            />
          ) : null}
          {step === "test" ? (
            <TestStep
              sheet={sheet}
              units={units}
              view={board.view}
              active={active}
              onActive={setActive}
              onProcedure={(form) => {
                setActive(null);
                procedures.begin(form);
                go("fix");
              }}
              onNext={() => go("fix")}
            />
          ) : null}
          {step === "fix" ? (
            <FixStep
              {...{ sheet, units, procedures }}
              view={board.view}
              onNext={() => go("back")}
            />
          ) : null}
          {step === "back" ? (
            <BackStep
              {...{ sheet, units, procedures }}
              view={board.view}
              onNext={() => go("prove")}
            />
          ) : null}
          {step === "prove" ? (
            <ProveStep
              {...{ sheet, units }}
              view={board.view}
              onAfter={() => {
                setSnapshot("after");
                go("readings");
              }}
              onNext={() => go("sign")}
            />
          ) : null}
          {step === "sign" ? <SignStep sheet={sheet} view={board.view} /> : null}
        </div>
        <aside className={classes.board} aria-label="Board">
          <div className={classes.boardPart}>
            <BoardPart board={board} units={units} onTest={openTest} onReading={openReading} />
          </div>
          <div className={classes.causesPart}>
            <CausesPart board={board} units={units} />
          </div>
          <div className={classes.boardPart}>
            <FiguresPart board={board} units={units} phases={step !== "readings"} />
          </div>
        </aside>
      </div>
      <div className={`${classes.bar} no-print`}>
        <button type="button" className={classes.mini} onClick={() => show({ pane: "board" })}>
          {board.view ? (
            <>
              {board.view.verdict.lead} <span>{board.view.verdict.claim}</span>
            </>
          ) : board.fault ? (
            "The Board could not be worked out."
          ) : (
            "Working it out …"
          )}
        </button>
        <nav aria-label="Parts of this sheet">
          <Link href="/" aria-label="Slate: back to today's calls">
            ‹ Slate
          </Link>
          {PANES.map((p) => (
            <button
              key={p}
              type="button"
              aria-pressed={pane === p}
              onClick={() => show({ pane: p })}
            >
              {p === "sheet" ? "Sheet" : p === "board" ? "Board" : "Causes"}
            </button>
          ))}
        </nav>
      </div>
    </main>
  );
}

/** What about the pump or this device a person has to know before going on. */
function Notices({ sheet }: { sheet: Sheet }) {
  const { pump } = sheet.dto;
  const days = Math.round(Math.abs(sheet.clockFault) / 86_400_000);
  return (
    <>
      <FromDevice dto={sheet.dto} />
      {sheet.older ? (
        <p className={classes.signed} role="status" data-testid="older">
          This page is older than the Yard Tack that is in use now. What is typed here is kept and
          sent all the same; what was typed with the newer one is seen once this page is loaded
          again. <a href={`/sheet/${sheet.dto.id}`}>Load it again</a>
        </p>
      ) : null}
      {sheet.retired ? (
        <p className={classes.signed} role="status">
          {pump.tag} has been taken off the yard. What is typed here is still kept with its log;{" "}
          <Link href={`/yard/${pump.id}`}>it can be put back there</Link>.
        </p>
      ) : null}
      {sheet.clockFault === 0 ? null : (
        <p className={classes.signed} role="status">
          This device&apos;s clock is wrong by {days > 0 ? `${days} days` : "more than ten minutes"}
          . Times on this sheet are taken from the server&apos;s clock; set the device right when
          you can.
        </p>
      )}
    </>
  );
}

/** Signed on this device, and not refused by the server: what is signed is not added to. */
const signedHere = ({ signature: { made } }: Sheet): boolean => made !== null && !made.refused;

/** A signature that is on its way, and what is before it. */
function SignedHere({ sheet }: { sheet: Sheet }) {
  const { made, sending, takeBack } = sheet.signature;
  if (!made) return null;
  const before = [sheet.courier, sheet.photos.courier].some((c) => c.kind !== "sent");
  return (
    <div className={classes.signed} role="status" data-testid="signed-here">
      <p>
        Signed on this device {dayAndClock(made.at, sheet.dto.pump.zone)} by{" "}
        {sheet.dto.people[made.personId] ?? "somebody"}.{" "}
        {before
          ? "The signature goes to the server behind the readings and pictures that are still here."
          : "The signature is on its way to the server."}{" "}
        It counts when it is there; until then it is kept here, through a reload and a restart.
      </p>
      {sending ? null : (
        <Button variant="default" onClick={takeBack}>
          Take the signature back
        </Button>
      )}
    </div>
  );
}

/** That there is no network, and as of when the sheet is shown. */
function FromDevice({ dto: { device, pump } }: { dto: SheetDto }) {
  return device ? (
    <p className={classes.signed} role="status">
      No server in reach: this sheet is shown from this device, as it was on{" "}
      {dayAndClock(new Date(device.keptAt).toISOString(), pump.zone)}. What is typed is kept here
      and sent when there is a network again; what others type meanwhile is seen then.
    </p>
  ) : null;
}
