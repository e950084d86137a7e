"use client";

import type { BoardView } from "@yard-tack/core/board";
import { testRow } from "@yard-tack/core/diagnosis";
import { standardAtmosphere } from "@yard-tack/core/liquid";
import {
  type CaptureContext,
  type CaptureField,
  captureOf,
  type CaptureReading,
} from "@yard-tack/core/procedure";
import { type Dimension, parseQuantity, type UnitSystem } from "@yard-tack/core/quantity";
import { Button } from "@mantine/core";
import type { PumpDto } from "@/features/yard";
import type { SnapshotLabel } from "../entries";
import { gaugeInUse } from "../gauge-in-use";
import { Choice } from "../choice";
import { SheetStrip } from "../sheet-strip";
import { readingKey } from "../sheet-state";
import type { Slot } from "../slots";
import { takeOver } from "../take-over";
import { Watch } from "../timing/watch";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

const SEA_LEVEL = 101_325;

/** Why there is no reading after something was tightened, cleaned, vented or swapped. */
const NO_AFTER = [
  { id: "no gauge there", name: "no gauge there" },
  { id: "not running yet", name: "not running yet" },
  { id: "by ear only", name: "by ear only" },
] as const;

const slotOf = (f: CaptureField, units: UnitSystem): Slot => ({
  slot: f.slot,
  name: f.name,
  dimension: f.dimension,
  units: units === "us" ? f.us : f.metric,
  signed: f.signed ?? false,
});

/** A test's own strips, its watch, what they say, and its outcomes to tap. */
export function Capture({
  sheet,
  units,
  view,
  test,
  onOutcome,
}: {
  sheet: Sheet;
  units: UnitSystem;
  view: BoardView | null;
  test: string;
  onOutcome: () => void;
}) {
  const capture = captureOf(test);
  const row = testRow(test);
  if (!capture || !row) return null;
  const label: SnapshotLabel = `test:${test}`;
  const read = readingOfCapture(sheet, units, view, test);
  const timed = capture.groups.flatMap((g) => g.fields).find((f) => f.timed);
  const after = [...sheet.state.readings.keys()].some((k) => k.startsWith(`${label}/after.`));
  const noAfter = sheet.state.notes.get(`noafter.${test}`)?.text;
  const waits = capture.asksAfter === true && !after && noAfter === undefined;
  return (
    <div className={classes.capture} data-capture={test}>
      {capture.groups.map((g) => (
        <fieldset
          key={g.name}
          className={classes.captureGroup}
          data-compact={g.compact || undefined}
        >
          <legend>{g.name}</legend>
          {g.fields.map((f) => (
            <SheetStrip
              key={f.slot}
              sheet={sheet}
              units={units}
              slot={slotOf(f, units)}
              snapshot={label}
              compact
            />
          ))}
        </fieldset>
      ))}
      <Watch
        id={`${sheet.dto.id}/${test}`}
        {...(capture.countdownMinutes === undefined
          ? { usual: `usually ${row.minutes} min` }
          : { ringAfter: 60 * capture.countdownMinutes })}
        {...(timed
          ? { onTake: (raw: string) => takeOver(sheet, label, timed.slot, raw, "time") }
          : {})}
      />
      {read ? (
        <p className={classes.reads} data-testid="reads" role="status">
          {read.say}
        </p>
      ) : null}
      {waits ? (
        <Choice
          name="Read again after it, for that is the proof. If there is no reading after it:"
          options={NO_AFTER}
          value={undefined}
          onChoose={(v) => sheet.note(`noafter.${test}`, v)}
        />
      ) : null}
      <p>
        <b>How did it turn out?</b>
      </p>
      <div className={classes.outcomes}>
        {row.outcomes.map((o) => (
          <Button
            key={o.id}
            variant={read?.outcome === undefined || read.outcome === o.id ? "filled" : "default"}
            disabled={waits}
            aria-describedby={read?.outcome === o.id ? `reads-${test}` : undefined}
            onClick={() => {
              sheet.add({ kind: "test", test, outcome: o.id });
              onOutcome();
            }}
          >
            {o.name}
          </Button>
        ))}
      </div>
      {read?.outcome ? (
        <p id={`reads-${test}`} className={classes.advice}>
          The readings speak for “{row.outcomes.find((o) => o.id === read.outcome)?.name}”.
        </p>
      ) : null}
    </div>
  );
}

function readingOfCapture(
  sheet: Sheet,
  units: UnitSystem,
  view: BoardView | null,
  test: string,
): CaptureReading | undefined {
  const { typing, facts, dto } = sheet;
  const capture = captureOf(test);
  if (!capture) return undefined;
  const fields = capture.groups.flatMap((g) => g.fields);
  const captured = (slot: string): number | undefined => {
    const entry = typing.readings.get(readingKey(`test:${test}`, slot));
    if (!entry || entry.si === null || !fields.some((f) => f.slot === slot)) return undefined;
    // What is being typed has no number of its own yet.
    if (entry.id !== "typing") return entry.si;
    const stored = sheet.state.readings.get(readingKey(`test:${test}`, slot));
    return stored?.si ?? undefined;
  };
  const { speed, flow } = view?.expectations ?? {};
  const context: CaptureContext = {
    pump: facts,
    units,
    atmosphere: atmosphereAt(dto.pump),
    expected: {
      ...(speed ? { speed } : {}),
      ...(flow ? { flow } : {}),
    },
    plate: plateOf(dto.pump),
    zeroBand: {
      suction: gaugeInUse(dto.pump, sheet.state.notes, "suction").zeroPlay,
      discharge: gaugeInUse(dto.pump, sheet.state.notes, "discharge").zeroPlay,
    },
    ...areaOf(dto.pump),
  };
  return capture.read(captured, context);
}

const si = (raw: unknown, dimension: Dimension): number | undefined => {
  const parsed = typeof raw === "string" ? parseQuantity(raw, dimension) : undefined;
  return parsed?.ok ? parsed.value.si : undefined;
};

function atmosphereAt(pump: PumpDto): number {
  const site = (pump.base["site"] ?? {}) as Record<string, unknown>;
  const barometer = si(site["barometer"], "pressure");
  if (barometer !== undefined) return barometer;
  const standard = standardAtmosphere(si(site["altitude"], "length") ?? 0);
  return standard.ok ? standard.value : SEA_LEVEL;
}

function plateOf(pump: PumpDto): CaptureContext["plate"] {
  const frequency = si(pump.motor?.["frequency"], "frequency");
  const capacitor = si(pump.motor?.["capacitor"], "capacitance");
  return {
    ...(frequency === undefined ? {} : { frequency }),
    ...(capacitor === undefined ? {} : { capacitor }),
  };
}

function areaOf(pump: PumpDto): { area?: number } {
  const sump = (pump.base["sump"] ?? {}) as Record<string, unknown>;
  const diameter = si(sump["diameter"], "length");
  const area = si(sump["area"], "area") ?? (diameter && (Math.PI * diameter ** 2) / 4);
  return area ? { area } : {};
}
