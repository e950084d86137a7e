"use client";

import type { DrawnPart } from "@yard-tack/core/board";
import type { ReactNode } from "react";
import type { PlacedOnSheet } from "./scale";
import classes from "./drawing.module.css";

/** Thickness of a pipe on the sheet [px]: wider for a wider bore, never a hair. */
const thick = (bore: number): number => Math.min(20, Math.max(7, 60 * Math.sqrt(bore) * 0.6));

export function Part({
  part,
  at,
  flags,
  lower,
  selected,
  onSelect,
}: {
  part: DrawnPart;
  at: PlacedOnSheet;
  /** Numbers of what was found at it. */
  flags: string;
  /** Its name stands a line lower, so that it does not run into the one before it. */
  lower: boolean;
  selected: boolean;
  onSelect: () => void;
}) {
  const width = thick(part.bore);
  const { x0, x1, y0, y1 } = at;
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const isPipe = part.kind === "pipe" || part.kind === "hose";
  const level = Math.abs(y1 - y0) < 1;
  return (
    <g
      data-part={at.index}
      data-selected={selected || undefined}
      data-flagged={flags !== "" || undefined}
      className={classes.part}
      onClick={onSelect}
    >
      <rect
        x={x0}
        y={Math.min(y0, y1) - 24}
        width={Math.max(8, x1 - x0)}
        height={Math.abs(y1 - y0) + 48}
        className={classes.hit}
      />
      <Run at={at} width={width} soft={part.kind === "hose"} />
      {isPipe ? null : <Body part={part} cx={cx} cy={cy} r={Math.max(11, width)} />}
      <text
        x={cx}
        y={Math.max(y0, y1) + (level ? width / 2 + 22 : 30) + (lower ? 15 : 0)}
        className={classes.name}
      >
        {isPipe && x1 - x0 < 40 ? "" : part.name}
        {part.opening !== undefined && part.opening < 1
          ? `, ${Math.round(100 * part.opening)} % open`
          : ""}
      </text>
      {flags === "" ? null : (
        <g transform={`translate(${cx} ${isPipe ? cy - width / 2 - 16 : Math.min(y0, y1) - 30})`}>
          <rect
            x={-6 - 4.5 * flags.length}
            y={-11}
            width={12 + 9 * flags.length}
            height={22}
            rx={11}
            className={classes.flag}
          />
          <text y={4} className={classes.flagText}>
            {flags}
          </text>
        </g>
      )}
    </g>
  );
}

/** The pipe itself: along, then up or down where it is steep, as pipes lie. */
function Run({ at, width, soft }: { at: PlacedOnSheet; width: number; soft: boolean }) {
  const { x0, x1, y0, y1 } = at;
  const steep = Math.abs(y1 - y0) > 1.5 * (x1 - x0);
  const mid = (x0 + x1) / 2;
  const d = soft
    ? `M ${x0} ${y0} C ${mid} ${y0} ${mid} ${y1} ${x1} ${y1}`
    : steep
      ? `M ${x0} ${y0} H ${mid} V ${y1} H ${x1}`
      : `M ${x0} ${y0} L ${x1} ${y1}`;
  return <path d={d} className={classes.run} style={{ strokeWidth: width }} />;
}

function Body({
  part,
  cx,
  cy,
  r,
}: {
  part: DrawnPart;
  cx: number;
  cy: number;
  r: number;
}): ReactNode {
  switch (part.kind) {
    case "valve":
      return (
        <g>
          <path
            d={`M ${cx - r} ${cy - r} L ${cx + r} ${cy + r} V ${cy - r} L ${cx - r} ${cy + r} Z`}
            className={classes.body}
          />
          <line x1={cx} x2={cx} y1={cy} y2={cy - r - 8} className={classes.stem} />
        </g>
      );
    case "check-valve":
      return (
        <path
          d={`M ${cx - r} ${cy - r} V ${cy + r} M ${cx - r} ${cy - r} L ${cx + r} ${cy} L ${cx - r} ${cy + r} M ${cx + r} ${cy - r} V ${cy + r}`}
          className={classes.body}
        />
      );
    case "strainer":
    case "foot-valve":
      return (
        <g>
          <rect x={cx - r} y={cy - r} width={2 * r} height={2 * r} className={classes.body} />
          {[-0.5, 0, 0.5].map((s) => (
            <line
              key={s}
              x1={cx + s * r}
              x2={cx + s * r}
              y1={cy - r}
              y2={cy + r}
              className={classes.mesh}
            />
          ))}
          {part.kind === "foot-valve" ? (
            <path
              d={`M ${cx - r} ${cy - r} L ${cx} ${cy - r - 9} L ${cx + r} ${cy - r}`}
              className={classes.body}
            />
          ) : null}
        </g>
      );
    case "reducer": {
      const top = part.shape === "eccentric-flat-top" ? r : r / 2;
      const low = part.shape === "eccentric-flat-bottom" ? r : r / 2;
      return (
        <path
          d={`M ${cx - r} ${cy - r} L ${cx + r} ${cy - top} V ${cy + low} L ${cx - r} ${cy + r} Z`}
          className={classes.body}
        />
      );
    }
    case "bell":
    case "inlet":
      return (
        <path
          d={`M ${cx + r} ${cy - r / 2} C ${cx} ${cy - r / 2} ${cx - r / 2} ${cy - r} ${cx - r} ${cy - 1.2 * r} M ${cx + r} ${cy + r / 2} C ${cx} ${cy + r / 2} ${cx - r / 2} ${cy + r} ${cx - r} ${cy + 1.2 * r}`}
          className={classes.open}
        />
      );
    case "tee":
    case "branch":
      return <path d={`M ${cx} ${cy} V ${cy - r - 14}`} className={classes.stub} />;
    case "gauge-port":
      return (
        <g>
          <line x1={cx} x2={cx} y1={cy} y2={cy - r - 4} className={classes.stem} />
          <circle cx={cx} cy={cy - r - 12} r={8} className={classes.body} />
        </g>
      );
    case "air-vent":
      return (
        <path
          d={`M ${cx} ${cy} V ${cy - r - 4} M ${cx - 7} ${cy - r - 4} H ${cx + 7}`}
          className={classes.open}
        />
      );
    case "relief":
      return (
        <path
          d={`M ${cx} ${cy} V ${cy - r - 6} H ${cx + 16} V ${cy - r + 6}`}
          className={classes.open}
        />
      );
    case "joint":
      return (
        <path
          d={`M ${cx - 3} ${cy - r} V ${cy + r} M ${cx + 3} ${cy - r} V ${cy + r}`}
          className={classes.open}
        />
      );
    default:
      return null;
  }
}
