"use client";

import type { BoardView } from "@yard-tack/core/board";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { observationRow } from "@yard-tack/core/diagnosis";
import { Button } from "@mantine/core";
import { useRef } from "react";
import { day } from "@/shell/times";
import type { SnapshotLabel } from "../entries";
import { ReadingStrip } from "../reading-strip";
import { readingKey } from "../sheet-state";
import { type Slot, slotsOf } from "../slots";
import type { Sheet } from "../use-sheet";
import { AMPS_CAUTION, SHUT_CAUTION } from "./cautions-here";
import { CautionCard } from "./caution-card";
import { ObservationChip } from "./look-step";
import classes from "./steps.module.css";

const POSITIONS: readonly {
  readonly label: SnapshotLabel;
  readonly name: string;
  /** Never on a positive-displacement pump. */
  readonly closesDischarge: boolean;
}[] = [
  { label: "as found", name: "As found", closesDischarge: false },
  { label: "throttled", name: "Throttled", closesDischarge: true },
  { label: "shut", name: "Shut", closesDischarge: true },
  { label: "after", name: "After", closesDischarge: false },
];

export interface ReadingsStepProps {
  readonly sheet: Sheet;
  readonly units: UnitSystem;
  readonly view: BoardView | null;
  readonly snapshot: SnapshotLabel;
  readonly onSnapshot: (label: SnapshotLabel) => void;
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
  const list = useRef<HTMLDivElement>(null);
  const slots = slotsOf(pump, units);
  const phases = slots.filter((s) => s.slot.startsWith("amps"));
  const others = slots.filter((s) => !s.slot.startsWith("amps"));
  const locked = !sheet.state.acknowledged.has(AMPS_CAUTION);
  const shutLocked = snapshot === "shut" && !sheet.state.acknowledged.has(SHUT_CAUTION);
  const displacement = pump.family === "positive-displacement";
  const focusAfter = (slot: string) => {
    const inputs = [
      ...(list.current?.querySelectorAll<HTMLInputElement>("[data-slot] input:not(:disabled)") ??
        []),
    ];
    const index = inputs.findIndex(
      (i) => i.closest("[data-slot]")?.getAttribute("data-slot") === slot,
    );
    const following = inputs[index + 1];
    if (following) {
      following.focus();
      following.scrollIntoView({ block: "nearest" });
    } else (document.activeElement as HTMLElement | null)?.blur();
  };
  const strip = (s: Slot, compact = false) => {
    const key = readingKey(snapshot, s.slot);
    const entry = sheet.state.readings.get(key);
    return (
      <ReadingStrip
        // A strip starts from what is kept; once that is known it is made anew.
        key={`${key}${sheet.ready ? "" : "-early"}`}
        slot={s}
        pump={pump}
        system={units}
        entry={entry}
        draft={sheet.drafts.get(key)}
        expected={
          s.expects && (snapshot === "as found" || snapshot === "after" || s.expects === "speed")
            ? view?.expectations[s.expects]
            : undefined
        }
        hint={s.slot === "flow" && snapshot === "as found" ? view?.flowHint : undefined}
        compact={compact}
        locked={sheet.dto.signedAt !== null || shutLocked || (compact && locked)}
        onDraft={(text) => sheet.draft(key, text)}
        onLive={(raw) => sheet.live(key, raw)}
        onReading={(r) =>
          sheet.add({
            kind: "reading",
            snapshot,
            slot: s.slot,
            supersedes: entry?.id ?? null,
            ...r,
          })
        }
        onNext={() => focusAfter(s.slot)}
      />
    );
  };
  const zero = pump.instruments.find((i) => i.kind === "suction-gauge")?.zero;
  return (
    <section ref={list} aria-label="Readings">
      <div className={classes.readingsHead}>
        <h2>Readings</h2>
        <div role="group" aria-label="Valve position" className={classes.positions}>
          {POSITIONS.filter((p) => !displacement || !p.closesDischarge).map((p) => (
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
      {displacement ? (
        <p className={classes.hint}>
          <b>Stop:</b> never shut or throttle the discharge of a positive-displacement pump;
          pressure rises until something breaks.
        </p>
      ) : null}
      {snapshot === "shut" ? <CautionCard id={SHUT_CAUTION} sheet={sheet} /> : null}
      {snapshot === "after" ? (
        <p className={classes.hint}>
          Readings after the repair, valve as found. They prove the cure and are not weighed for the
          cause.
        </p>
      ) : null}
      {others.map((s) => strip(s))}
      {phases.length > 0 && pump.motor ? (
        locked ? (
          <CautionCard id={AMPS_CAUTION} sheet={sheet} />
        ) : (
          <div className={classes.phases}>
            <h3>Current{phases.length > 1 ? ", each phase" : ""}</h3>
            {phases.map((s) => strip(s, true))}
          </div>
        )
      ) : null}
      <div className={classes.chips}>
        {[...sheet.state.observations].map(([id]) => {
          const row = observationRow(id);
          return row ? <ObservationChip key={id} row={row} sheet={sheet} /> : null;
        })}
      </div>
      <p className={classes.hint}>
        No reading is compulsory.{" "}
        {zero ? `Suction gauge last at zero on ${day(zero.at, pump.zone)}.` : ""}
      </p>
      <div className={classes.forward}>
        <Button onClick={onNext}>Compare</Button>
      </div>
    </section>
  );
}
