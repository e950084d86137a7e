"use client";

import {
  prettyUnit,
  type Unit,
  unitSymbols,
  type UnitSystem,
  shownUnit,
} from "@yard-tack/core/quantity";
import {
  type AxisMark,
  type PicturePoint,
  type SheetAxes,
  sheetAxes,
  traceHeadCurve,
} from "@yard-tack/core/sheet";
import { formatNumber } from "@yard-tack/core/quantity";
import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useMemo, useState } from "react";
import { type DraftTable, draftOf } from "./draft";
import { type Mark, type MarkKey, MARKS } from "./axis-marks";
import { openPicture } from "./picture";
import { PictureStage } from "./picture-stage";
import classes from "./curve.module.css";

const UNSET: Readonly<Record<MarkKey, Mark>> = {
  flowLow: { at: null, value: "0" },
  flowHigh: { at: null, value: "" },
  headLow: { at: null, value: "0" },
  headHigh: { at: null, value: "" },
};

const AXES_FAULTS = {
  "marks-too-near": "Two marks of one axis are too near each other: mark them further apart.",
  "same-figure": "Two marks of one axis have the same figure: check what is typed beside them.",
  "axes-parallel": "The axes come out nearly parallel: a mark sits on the wrong axis.",
} as const;

/**
 * Tracing over a picture: two marks on each axis with the figures printed there, then taps along the
 * head curve. Works with a finger, a mouse, and with arrows and Enter.
 */
export function TracePanel({
  units,
  onTake,
}: {
  units: UnitSystem;
  onTake: (tables: readonly DraftTable[], source: string) => void;
}) {
  const [picture, setPicture] = useState<{ bitmap: ImageBitmap; name: string } | null>(null);
  const [problem, setProblem] = useState("");
  const [marks, setMarks] = useState(UNSET);
  const [taps, setTaps] = useState<readonly PicturePoint[]>([]);
  const [flowUnit, setFlowUnit] = useState<Unit>(shownUnit("flow", units));
  const [headUnit, setHeadUnit] = useState<Unit>(shownUnit("length", units));
  const next = MARKS.find((m) => marks[m.key].at === null);

  const open = async (file: File | undefined) => {
    if (!file) return;
    const opened = await openPicture(file);
    if (!opened.ok) {
      setProblem(opened.message);
      return;
    }
    setProblem("");
    setMarks(UNSET);
    setTaps([]);
    setPicture({ bitmap: opened.bitmap, name: opened.name });
  };
  const mark = (at: PicturePoint) => {
    if (next) setMarks({ ...marks, [next.key]: { ...marks[next.key], at } });
    else setTaps([...taps, at]);
  };
  const back = () => {
    if (taps.length > 0) setTaps(taps.slice(0, -1));
    else {
      const last = MARKS.findLast((m) => marks[m.key].at !== null);
      if (last) setMarks({ ...marks, [last.key]: { ...marks[last.key], at: null } });
    }
  };
  const axes = useMemo(() => axesOf(marks), [marks]);
  const traced =
    axes?.ok && taps.length > 0
      ? traceHeadCurve(axes.value, taps, { flow: flowUnit, head: headUnit })
      : undefined;
  const line = axes?.ok && traced?.ok ? lineOn(axes.value, traced.value.points) : "";

  return (
    <div
      className={classes.panel}
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void open(e.dataTransfer.files[0]);
      }}
    >
      <label className={classes.file}>
        {picture ? "Another picture" : "Choose or take a picture of the curve sheet"}
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp"
          onChange={(e) => {
            void open(e.currentTarget.files?.[0]);
            e.currentTarget.value = "";
          }}
        />
      </label>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      ) : null}
      {picture ? (
        <>
          <p role="status" className={classes.guide}>
            {next
              ? `Tap ${next.say}, then type what is printed there.`
              : taps.length < 4
                ? `Tap along the head curve, from shut-off on: ${taps.length} of at least 4.`
                : `${taps.length} taps. More make it surer; the bends need the most.`}
          </p>
          <PictureStage
            picture={picture.bitmap}
            marks={marks}
            taps={taps}
            line={line}
            onMark={mark}
            onBack={back}
          />
          <div className={classes.marks}>
            {MARKS.map((m) => (
              <TextInput
                key={m.key}
                label={`${m.axis} at ${m.key.endsWith("Low") ? "the low" : "the high"} mark`}
                value={marks[m.key].value}
                disabled={marks[m.key].at === null}
                inputMode="decimal"
                onChange={(e) =>
                  setMarks({ ...marks, [m.key]: { ...marks[m.key], value: e.currentTarget.value } })
                }
              />
            ))}
            <UnitSelect
              label="Flow is in"
              dimension="flow"
              value={flowUnit}
              onChange={setFlowUnit}
            />
            <UnitSelect
              label="Head is in"
              dimension="length"
              value={headUnit}
              onChange={setHeadUnit}
            />
          </div>
          <div className={classes.buttons}>
            <Button variant="default" onClick={back} disabled={next?.key === "flowLow"}>
              Take the last mark back
            </Button>
            <Button
              disabled={!traced?.ok}
              onClick={() => {
                if (!traced?.ok) return;
                const { points, errorPercent } = traced.value;
                onTake(
                  draftOf({ curve: [{ points }] }, "", units).tables,
                  `traced from the picture ${picture.name}, ±${formatNumber(errorPercent, 2)} %`,
                );
              }}
            >
              Use this line
            </Button>
          </div>
          {axes && !axes.ok ? (
            <p role="alert" className={classes.problem}>
              {AXES_FAULTS[axes.error]}
            </p>
          ) : null}
          {axes?.ok ? (
            <p data-testid="trace-error">
              The sheet is turned by {formatNumber((axes.value.turn * 180) / Math.PI, 2)}°.{" "}
              {traced?.ok
                ? `Smoothed with degree ${traced.value.degree}: the trace is good to ±${formatNumber(traced.value.errorPercent, 2)} % of its greatest head, one pixel is worth ${formatNumber(traced.value.pixelPercent, 2)} %.`
                : traced && traced.error === "off-the-sheet"
                  ? "The taps lie off the sheet: a mark may sit on the wrong axis."
                  : ""}
            </p>
          ) : null}
        </>
      ) : null}
    </div>
  );
}

function axesOf(marks: Readonly<Record<MarkKey, Mark>>) {
  const read = (key: MarkKey): AxisMark | undefined => {
    const { at, value } = marks[key];
    const number = Number(value.replace(",", ".").trim());
    return at && value.trim() !== "" && Number.isFinite(number) ? { at, value: number } : undefined;
  };
  const [a, b, c, d] = MARKS.map((m) => read(m.key));
  return a && b && c && d ? sheetAxes({ flow: [a, b], head: [c, d] }) : undefined;
}

/** The smoothed line as SVG points on the picture. */
function lineOn(axes: SheetAxes, points: readonly { flow: string; head?: string }[]): string {
  return points
    .map((p) => {
      const at = axes.locate(Number.parseFloat(p.flow), Number.parseFloat(p.head ?? "0"));
      return `${at.x.toFixed(1)},${at.y.toFixed(1)}`;
    })
    .join(" ");
}

function UnitSelect({
  label,
  dimension,
  value,
  onChange,
}: {
  label: string;
  dimension: "flow" | "length";
  value: Unit;
  onChange: (unit: Unit) => void;
}) {
  return (
    <NativeSelect
      label={label}
      value={value}
      onChange={(e) => onChange(e.currentTarget.value as Unit)}
      data={unitSymbols(dimension).map((u) => ({ value: u, label: prettyUnit(u) }))}
    />
  );
}
