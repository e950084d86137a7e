"use client";

import type { BoardView } from "@yard-tack/core/board";
import { dimensionAt, NO_AFTER_REASONS, type TestId } from "@yard-tack/core/case";
import { testRow } from "@yard-tack/core/diagnosis";
import {
  type CaptureContext,
  type CaptureField,
  captureOf,
  groupsFor,
  type CaptureReading,
} from "@yard-tack/core/procedure";
import { parseReading, type UnitSystem } from "@yard-tack/core/quantity";
import { gaugeInUse, notedText, readingKey, type Strip } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { Choice } from "../choice";
import { SheetStrip } from "../sheet-strip";
import { takeOver } from "../take-over";
import { Watch } from "../timing/watch";
import { HalvingSearch } from "./halving-search";
import { NeedleWatch } from "./needle-watch";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

const NO_AFTER = NO_AFTER_REASONS.map((id) => ({ id, name: id }));

const slotOf = (f: CaptureField, units: UnitSystem): Strip => ({
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
  test: TestId;
  onOutcome: () => void;
}) {
  const capture = captureOf(test);
  const row = testRow(test);
  if (!capture || !row) return null;
  const label = `test:${test}` as const;
  const read = readingOfCapture(sheet, units, view, test);
  const groups = groupsFor(capture, sheet.facts);
  const timed = groups.flatMap((g) => g.fields).find((f) => f.timed);
  const after = [...sheet.state.readings.keys()].some((k) => k.startsWith(`${label}/after.`));
  const noAfter = notedText(sheet.state, { topic: "no-after", test });
  const waits = capture.asksAfter === true && !after && noAfter === undefined;
  return (
    <div className={classes.capture} data-capture={test}>
      {groups.map((g) => (
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
        {...(timed ? { onTake: (raw: string) => takeOver(sheet, label, timed.slot, raw) } : {})}
      />
      {test === "vacuum-plate" ? (
        <NeedleWatch
          sheet={sheet}
          units={units}
          atmosphere={captureContext(sheet, units, view).atmosphere}
        />
      ) : null}
      {read ? (
        <p className={classes.reads} data-testid="reads" role="status">
          {read.say}
        </p>
      ) : null}
      {test === "vacuum-plate" && read?.outcome === "good-holds" ? (
        <HalvingSearch sheet={sheet} />
      ) : null}
      {waits ? (
        <Choice
          name="Read again after it, for that is the proof. If there is no reading after it:"
          options={NO_AFTER}
          value={undefined}
          onChoose={(v) => sheet.note({ topic: "no-after", test, value: v })}
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
          By the readings: “{row.outcomes.find((o) => o.id === read.outcome)?.name}”.
        </p>
      ) : null}
    </div>
  );
}

function readingOfCapture(
  sheet: Sheet,
  units: UnitSystem,
  view: BoardView | null,
  test: TestId,
): CaptureReading | undefined {
  const { state, typing } = sheet;
  const capture = captureOf(test);
  if (!capture) return undefined;
  const captured = (slot: string): number | undefined => {
    const key = readingKey(`test:${test}`, slot);
    const typed = typing.get(key);
    const dimension = dimensionAt(`test:${test}`, slot);
    if (typed === undefined || !dimension) return state.readings.get(key)?.si ?? undefined;
    const read = parseReading(typed, dimension);
    return read.ok ? read.value.mean : undefined;
  };
  return capture.read(captured, captureContext(sheet, units, view));
}

/** What a reader of test strips knows besides them. */
export function captureContext(
  sheet: Sheet,
  units: UnitSystem,
  view: BoardView | null,
): CaptureContext {
  const { state, facts, dto } = sheet;
  const { speed, flow } = view?.expectations ?? {};
  const { atmosphere, plate, sumpArea, line } = dto.pump.view;
  return {
    pump: facts,
    units,
    atmosphere,
    expected: {
      ...(speed ? { speed } : {}),
      ...(flow ? { flow } : {}),
    },
    plate,
    zeroBand: {
      suction: gaugeInUse(dto.pump, state, "suction").zeroPlay,
      discharge: gaugeInUse(dto.pump, state, "discharge").zeroPlay,
    },
    ...(sumpArea ? { area: sumpArea } : {}),
    ...(line.air ? { air: line.air } : {}),
  };
}
