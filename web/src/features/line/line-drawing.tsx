"use client";

import type { DrawnPart, LineView } from "@yard-tack/core/board";
import { formatNumber } from "@yard-tack/core/quantity";
import type { ReactNode } from "react";
import { type PlacedOnSheet, sheetScale } from "./scale";
import classes from "./drawing.module.css";

const SIDE = { width: 520, height: 190 } as const;
const TANK = 128;
const PUMP = 96;
const TOP = 46;
const GAP = 84;
const PRESSURE = 150;
/** Of the pump. */
const RADIUS = 42;
/** Names of two parts nearer than this would run into each other [px]. */
const CLOSE = 150;
/** What may hang in the water together with the mouth. */
const AT_SOURCE: ReadonlySet<DrawnPart["kind"]> = new Set([
  ...(["inlet", "bell", "foot-valve", "strainer"] as const),
]);

/** A line from its source to its pump, to scale, with the pressure along it underneath. */
export function LineDrawing({
  view,
  selected,
  onSelect,
}: {
  view: LineView;
  selected: number | null;
  onSelect: (index: number) => void;
}) {
  const { parts, level, lowestLevel, findings, pressure, unit } = view;
  // A level far below everything drawn would squeeze the drawing; it is said in the table then.
  const floor = Math.min(0, level ?? 0, ...parts.map((p) => p.from)) - 1;
  const lowest =
    lowestLevel !== undefined && level !== undefined && lowestLevel < level && lowestLevel > floor
      ? lowestLevel
      : undefined;
  const heights = [level, lowest].filter((h) => h !== undefined);
  const scale = sheetScale(parts, heights, SIDE);
  const width = TANK + scale.width + PUMP + 20;
  const below = TOP + SIDE.height + GAP;
  const height = below + (pressure ? PRESSURE + 40 : 0);
  const flagsOf = (i: number) =>
    findings.flatMap((f, n) => (f.at.includes(i) ? [n + 1] : [])).join(" ");
  const end = scale.parts.at(-1);
  // What hangs in the water with the mouth stands in the tank with it.
  const inside = parts.findIndex((p) => p.length > 0 || !AT_SOURCE.has(p.kind));
  const [first] = scale.parts;
  const wall = scale.parts[Math.max(0, inside - 1)];
  return (
    <div className={classes.scroll} tabIndex={0} role="group" aria-label="Side view of the line">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        className={classes.sheet}
        role="img"
        aria-label={alternative(view)}
      >
        <g transform={`translate(${TANK} ${TOP})`}>
          {level === undefined ? null : (
            <Water
              lowest={
                lowest === undefined
                  ? undefined
                  : { y: scale.y(lowest), text: `lowest ${signed(lowest * unit.perMetre)}` }
              }
              level={scale.y(level)}
              mouth={wall}
              text={`level ${signed(level * unit.perMetre)} ${unit.symbol}`}
            />
          )}
          {parts.map((p, i) => {
            const at = scale.parts[i];
            return at ? (
              <Part
                key={i}
                part={p}
                at={at}
                flags={flagsOf(i)}
                lower={i % 2 === 1 && at.x1 - (scale.parts[i - 1]?.x0 ?? 0) < CLOSE}
                selected={selected === i}
                onSelect={() => onSelect(i)}
              />
            ) : null;
          })}
          {view.side === "suction" && end ? <Pump x={end.x1 + RADIUS} y={end.y1} /> : null}
          {view.side === "discharge" && first ? <Pump x={first.x0 - RADIUS} y={first.y0} /> : null}
        </g>
        {pressure ? (
          <g transform={`translate(${TANK} ${below})`}>
            <Pressure view={pressure} parts={scale.parts} width={scale.width} unit={unit} />
          </g>
        ) : null}
      </svg>
      {scale.stretch > 1.05 ? (
        <p className={classes.scaleNote}>
          Heights are drawn {formatNumber(scale.stretch, 2)} times as large as lengths.
        </p>
      ) : null}
    </div>
  );
}

const signed = (m: number): string => `${m > 0 ? "+" : ""}${formatNumber(m, 2)}`;

/** What a drawing says to whoever cannot see it. */
function alternative({ parts, headline, about }: LineView): string {
  const list = parts.map((p) => `${p.name}${p.line ? `, ${p.line}` : ""}`).join("; ");
  return `From the source to the pump: ${list}. ${headline ?? ""} ${about ?? ""}`;
}

function Water({
  lowest,
  level,
  mouth,
  text,
}: {
  lowest: { readonly y: number; readonly text: string } | undefined;
  level: number;
  mouth: PlacedOnSheet | undefined;
  text: string;
}) {
  const bottom = Math.max(level, lowest?.y ?? level, mouth?.y0 ?? level) + 44;
  const right = (mouth?.x1 ?? 0) + 6;
  return (
    <g>
      <rect
        x={-TANK + 14}
        y={level}
        width={right + TANK - 14}
        height={bottom - level}
        className={classes.water}
      />
      <path
        d={`M ${-TANK + 12} ${level - 22} V ${bottom} H ${right} V ${level - 22}`}
        className={classes.tank}
      />
      <line x1={-TANK + 14} x2={right} y1={level} y2={level} className={classes.level} />
      {lowest ? (
        <g>
          <line x1={-TANK + 14} x2={right} y1={lowest.y} y2={lowest.y} className={classes.lowest} />
          <text x={-TANK + 20} y={lowest.y + 15} className={classes.steelText}>
            {lowest.text}
          </text>
        </g>
      ) : null}
      <text x={-TANK + 20} y={level - 7} className={classes.steelText}>
        {text}
      </text>
    </g>
  );
}

const Pump = ({ x, y }: { x: number; y: number }) => (
  <g>
    <circle cx={x} cy={y} r={RADIUS} className={classes.pump} />
    <circle cx={x} cy={y} r={RADIUS / 3} className={classes.pump} />
  </g>
);

/** Thickness of a pipe on the sheet [px]: wider for a wider bore, never a hair. */
const thick = (bore: number): number => Math.min(20, Math.max(7, 60 * Math.sqrt(bore) * 0.6));

function Part({
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
      const [a, b] =
        part.shape === "eccentric-flat-bottom"
          ? [-r, r]
          : part.shape === "eccentric-flat-top"
            ? [-r, r]
            : [-r, r];
      const top = part.shape === "eccentric-flat-top" ? a : a / 2;
      const low = part.shape === "eccentric-flat-bottom" ? b : b / 2;
      return (
        <path
          d={`M ${cx - r} ${cy + a} L ${cx + r} ${cy + top} V ${cy + low} L ${cx - r} ${cy + b} Z`}
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

/** Absolute pressure along the way, against what boils and what the pump needs. */
function Pressure({
  view,
  parts,
  width,
  unit,
}: {
  view: NonNullable<LineView["pressure"]>;
  parts: readonly PlacedOnSheet[];
  width: number;
  unit: LineView["unit"];
}) {
  const shown = (m: number) => formatNumber(m * unit.perMetre, 2);
  const most = Math.max(view.atmosphere, ...view.points.map((p) => p.absolute)) * 1.05;
  const least = Math.min(0, ...view.points.map((p) => p.absolute));
  const y = (m: number) => PRESSURE * (1 - (m - least) / (most - least));
  const x = (part: number, end: 0 | 1) => (end === 0 ? parts[part]?.x0 : parts[part]?.x1) ?? 0;
  const path = view.points
    .map((p, i) => `${i === 0 ? "M" : "L"} ${x(p.part, p.end)} ${y(p.absolute)}`)
    .join(" ");
  const last = view.points.at(-1);
  const top = Math.floor(most * unit.perMetre);
  const ticks = [0, Math.round(top / 2), top];
  const near = view.nearest;
  const nearY = near
    ? y(view.points.find((p) => p.part === near.part && p.end === near.end)?.absolute ?? 0)
    : 0;
  return (
    <g>
      <text x={-TANK + 14} y={-10} className={classes.name} style={{ textAnchor: "start" }}>
        pressure along the way, {unit.symbol} of liquid, absolute; dashed: the atmosphere
      </text>
      {ticks.map((t) => (
        <g key={t}>
          <line
            x1={-24}
            x2={width + PUMP}
            y1={y(t / unit.perMetre)}
            y2={y(t / unit.perMetre)}
            className={classes.grid}
          />
          <text x={-32} y={y(t / unit.perMetre) + 4} className={classes.tick}>
            {t}
          </text>
        </g>
      ))}
      <line
        x1={-24}
        x2={width + PUMP}
        y1={y(view.atmosphere)}
        y2={y(view.atmosphere)}
        className={classes.air}
      />
      <line
        x1={-24}
        x2={width + PUMP}
        y1={y(view.vapour)}
        y2={y(view.vapour)}
        className={classes.boils}
      />
      <text x={width + PUMP} y={y(view.vapour) - 5} className={classes.boilsText}>
        boils, {shown(view.vapour)}
      </text>
      {view.required === undefined || !last ? null : (
        <g>
          <rect
            x={width + 4}
            y={y(view.vapour + view.required)}
            width={26}
            height={y(view.vapour) - y(view.vapour + view.required)}
            className={classes.needs}
          />
          <text
            x={width + 36}
            y={y(view.vapour + view.required) + 10}
            className={classes.needsText}
          >
            needs {shown(view.required)}
          </text>
        </g>
      )}
      <path d={path} className={classes.pressure} />
      {near ? (
        <g>
          <circle cx={x(near.part, near.end)} cy={nearY} r={5} className={classes.nearest} />
          <text
            x={Math.min(x(near.part, near.end), width) - 8}
            y={nearY + 20}
            className={classes.nearText}
          >
            {near.say}
          </text>
        </g>
      ) : null}
    </g>
  );
}
