"use client";

import type { BoardView } from "@yard-tack/core/board";
import type { Position } from "@yard-tack/core/case";
import { observationRow } from "@yard-tack/core/diagnosis";
import { formatNumber, type UnitSystem } from "@yard-tack/core/quantity";
import { cautionsAt } from "@yard-tack/core/procedure";
import { vibrationZone } from "@yard-tack/core/upkeep";
import { vibrationWords } from "@yard-tack/core/words";
import {
  notedText,
  positionsOf,
  type PositionStrip,
  readingKey,
  sideOf,
  stripsOf,
  type Tool,
  USUAL_TOOLS,
} from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { type ReactNode, useState } from "react";
import { PhaseTriangle } from "@/features/board";
import { day } from "@/shell/times";
import { useSettings } from "@/shell/who";
import { Choice } from "../choice";
import { GaugePanel } from "../gauge-panel";
import { EarlierTime } from "./earlier-time";
import { RanOut } from "../ran-out";
import { SheetStrip } from "../sheet-strip";
import { takeOver } from "../take-over";
import { CycleTaps } from "../timing/cycle-taps";
import { DropCounter } from "../timing/drop-counter";
import { Watch } from "../timing/watch";
import type { Sheet } from "../use-sheet";
import { AMPS_CAUTION, SHUT_CAUTION } from "./cautions-here";
import { CautionCard, Cautions } from "./caution-card";
import { ObservationChip } from "./chips";
import { OnHand } from "./lazy-steps";
import { PitotFlow } from "./pitot-flow";
import { HoursRun } from "./hours-run";
import { StopCard, useStops } from "./stops";
import classes from "./steps.module.css";

/** Instruments nobody carries for nothing. */
const CARRIED: readonly Tool[] = ["voltmeter", "power meter", "vibration meter"];

/** A shut-off reading takes no longer than this [s]; the bell rings earlier where less is allowed. */
const SHUT_BELL = 30;

export interface ReadingsStepProps {
  readonly sheet: Sheet;
  readonly units: UnitSystem;
  readonly view: BoardView | null;
  readonly snapshot: Position;
  readonly onSnapshot: (label: Position) => void;
  readonly onNext: () => void;
}

/** The strips, one for each reading; none is compulsory. */
export function ReadingsStep({
  sheet,
  units,
  view,
  snapshot,
  onSnapshot,
  onNext,
}: ReadingsStepProps) {
  const { pump } = sheet.dto;
  const [settings] = useSettings();
  // Fifteen strips that nobody sees would be drawn anew with each key.
  const [moreOpen, setMoreOpen] = useState(false);
  const onHand = settings.onHand ?? USUAL_TOOLS;
  const slots = stripsOf(pump.instruments, sheet.facts, units);
  const taken = (s: PositionStrip) => sheet.state.readings.has(readingKey(snapshot, s.slot));
  // What was read once stays in sight, whatever is on hand today.
  const near = (s: PositionStrip) => onHand.includes(s.tool) || taken(s);
  const first = slots.filter((s) => s.rank === "first");
  const phases = slots.filter((s) => s.rank === "phases");
  // Somebody who carries the instrument wants its strip; a thermometer would bring five of them.
  const carried = (s: PositionStrip) =>
    settings.onHand?.includes(s.tool) === true && CARRIED.includes(s.tool);
  const then = slots.filter(
    (s) => (s.rank === "then" && near(s)) || (s.rank === "more" && (taken(s) || carried(s))),
  );
  const more = slots.filter((s) => !first.includes(s) && !phases.includes(s) && !then.includes(s));
  const stops = useStops(sheet);
  const shutStop = stops.find((s) => s.blocks === "shut-valve");
  const displacement = shutStop?.id === "displacement-shut";
  const positions = positionsOf(sheet.facts).filter(
    (p) => !(p.closesDischarge && displacement) && !(p.label === "shut" && shutStop),
  );
  // Nobody goes near a running pump past a caution that was not read.
  const unread = cautionsAt("safe", sheet.facts).filter(
    (c) => c !== AMPS_CAUTION && !sheet.state.acknowledged.has(c),
  );
  const shut = unread.length > 0;
  const ampsLocked = shut || !sheet.state.acknowledged.has(AMPS_CAUTION);
  const shutLocked = snapshot === "shut" && !sheet.state.acknowledged.has(SHUT_CAUTION);
  const { last, kind } = sheet.dto;
  const hintOf = (s: PositionStrip): string | undefined => {
    if (snapshot !== "as found") return undefined;
    const before = kind === "round" ? last?.readings[s.slot] : undefined;
    if (before !== undefined && last) return `${before} on ${day(last.at, pump.zone)}`;
    return s.slot === "flow" ? view?.flowHint : undefined;
  };
  const strip = (s: PositionStrip, compact = false) => {
    const electrical = s.slot.startsWith("amps") || s.slot.startsWith("volts");
    return (
      <SheetStrip
        key={s.slot}
        sheet={sheet}
        units={units}
        slot={s}
        snapshot={snapshot}
        expected={
          s.expects && (snapshot === "as found" || snapshot === "after" || s.expects === "speed")
            ? view?.expectations[s.expects]
            : undefined
        }
        hint={hintOf(s)}
        compact={compact}
        below={
          <>
            <RanOut
              sheet={sheet}
              slot={s}
              at={sheet.state.readings.get(readingKey(snapshot, s.slot))?.at ?? pump.loadedAt}
            />
            <Below sheet={sheet} units={units} slot={s} snapshot={snapshot} />
          </>
        }
        locked={shut || shutLocked || (electrical && ampsLocked)}
      />
    );
  };
  return (
    <section aria-label="Readings">
      <div className={classes.readingsHead}>
        <h2>Readings</h2>
        <div role="group" aria-label="Discharge valve" className={classes.positions}>
          {positions.map((p) => (
            <button
              key={p.label}
              type="button"
              aria-pressed={p.label === snapshot}
              onClick={() => onSnapshot(p.label)}
            >
              {p.name}
            </button>
          ))}
        </div>
      </div>
      <EarlierTime sheet={sheet} />
      {shut ? (
        <div className={classes.inset}>
          <p className={classes.locked}>The readings open when these are acknowledged.</p>
          <Cautions ids={unread} sheet={sheet} />
        </div>
      ) : null}
      {shutStop && (displacement || snapshot === "throttled") ? (
        <div className={classes.inset}>
          <StopCard stop={shutStop} sheet={sheet} />
        </div>
      ) : null}
      {snapshot === "shut" ? (
        <div className={classes.inset}>
          <CautionCard id={SHUT_CAUTION} sheet={sheet} />
          {view?.deadHeadSeconds ? (
            <p className={classes.advice}>
              By its own heat this casing reaches its limit in about{" "}
              {formatNumber(view.deadHeadSeconds / 60, 2)} min. That is a limit, not a target.
            </p>
          ) : null}
          {shutLocked ? null : (
            <Watch
              id={`${sheet.dto.id}/shut`}
              ringAfter={Math.min(SHUT_BELL, (view?.deadHeadSeconds ?? 2 * SHUT_BELL) / 2)}
            />
          )}
        </div>
      ) : null}
      {snapshot === "after" ? (
        <p className={classes.hint}>
          Readings after the repair, valve as found. They prove the cure and are not weighed for the
          cause.
        </p>
      ) : null}
      {first.map((s) => strip(s))}
      {phases.length > 0 ? (
        ampsLocked && !shut ? (
          <div className={classes.inset}>
            <CautionCard id={AMPS_CAUTION} sheet={sheet} />
          </div>
        ) : (
          <div className={classes.phases}>
            <div role="group" aria-labelledby="phases">
              <h3 id="phases">Current{phases.length > 1 ? ", each phase" : ""}</h3>
              {phases.map((s) => strip(s, true))}
            </div>
            {view?.phases ? <PhaseTriangle view={view.phases} units={units} /> : null}
          </div>
        )
      ) : null}
      {then.map((s) => strip(s, s.slot.startsWith("volts")))}
      {kind === "round" || sheet.dto.round.hours !== null ? <HoursRun sheet={sheet} /> : null}
      <div className={classes.chips}>
        {[...sheet.state.observations].map(([id]) => {
          const row = observationRow(id);
          return row ? <ObservationChip key={id} row={row} sheet={sheet} /> : null;
        })}
      </div>
      <details className={classes.more} onToggle={(e) => setMoreOpen(e.currentTarget.open)}>
        <summary>More readings</summary>
        {moreOpen ? (
          <>
            {more.map((s) => strip(s, s.slot.startsWith("volts")))}
            <OnHand />
          </>
        ) : null}
      </details>
      <p className={classes.hint}>No reading is compulsory.</p>
      <div className={classes.forward}>
        <Button onClick={onNext}>Compare</Button>
      </div>
    </section>
  );
}

/** Voltages are read one way or the other; asked once and never mixed. */
function VoltsBetween({ sheet }: { sheet: Sheet }) {
  return (
    <Choice
      name="Voltages were read"
      options={[
        { id: "lines", name: "line to line" },
        { id: "line-neutral", name: "line to neutral" },
      ]}
      value={notedText(sheet.state, { topic: "volts-between" }) ?? "lines"}
      onChoose={(v) => sheet.note({ topic: "volts-between", value: v })}
    />
  );
}

/** What belongs under a strip: its gauge, a drop counter, the zone of a vibration. */
function Below({
  sheet,
  units,
  slot,
  snapshot,
}: {
  sheet: Sheet;
  units: UnitSystem;
  slot: PositionStrip;
  snapshot: Position;
}): ReactNode {
  const si = sheet.state.readings.get(readingKey(snapshot, slot.slot))?.si ?? undefined;
  const side = sideOf(slot.slot);
  if (side) {
    return (
      <GaugePanel sheet={sheet} units={units} side={side} slot={slot} asked={si !== undefined} />
    );
  }
  // Only three phases have a third voltage, and only there are two ways to read it.
  if (slot.slot === "volts.2") return <VoltsBetween sheet={sheet} />;
  if (slot.slot === "flow" && sheet.facts.family === "fire" && snapshot !== "shut") {
    return (
      <details className={classes.more}>
        <summary>From pitot pressures</summary>
        <PitotFlow units={units} onTake={(raw) => takeOver(sheet, snapshot, "flow", raw)} />
      </details>
    );
  }
  if (slot.slot === "leakage") {
    return <DropCounter onTake={(raw) => takeOver(sheet, snapshot, slot.slot, raw)} />;
  }
  if (slot.slot === "runTime") {
    const take = (run: string, off: string) => {
      takeOver(sheet, snapshot, "runTime", run);
      takeOver(sheet, snapshot, "offTime", off);
    };
    return <CycleTaps onTake={take} />;
  }
  if (slot.slot === "vibration" && si !== undefined) {
    return <p className={classes.advice}>{vibrationWords(vibrationZone(si))}</p>;
  }
  return null;
}
