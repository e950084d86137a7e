"use client";

import type { DrawnPart, LineView } from "@yard-tack/core/board";
import { formatNumber } from "@yard-tack/core/quantity";
import { Part } from "./drawn-part";
import { Pressure } from "./pressure-drawing";
import { MARGINS, type PlacedOnSheet, sheetScale } from "./scale";
import classes from "./drawing.module.css";

const SIDE = { width: 520, height: 190 } as const;
const { tank: TANK, pump: PUMP, pressure: PRESSURE } = MARGINS;
const TOP = 46;
const GAP = 84;
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
  const { parts, level, lowestLevel, standingLevel: rest, findings, pressure, unit } = view;
  // A level far below everything drawn would squeeze the drawing; it is said in the table then.
  const floor = Math.min(0, level ?? 0, ...parts.map((p) => p.from)) - 1;
  const lowest =
    lowestLevel !== undefined && level !== undefined && lowestLevel < level && lowestLevel > floor
      ? lowestLevel
      : undefined;
  const standing =
    rest !== undefined && level !== undefined && Math.abs(rest - level) >= 0.05 ? rest : undefined;
  const heights = [level, lowest, standing].filter((h) => h !== undefined);
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
              standing={
                standing === undefined
                  ? undefined
                  : { y: scale.y(standing), text: `at rest ${signed(standing * unit.perMetre)}` }
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

interface LevelLine {
  readonly y: number;
  readonly text: string;
}

function Water({
  lowest,
  standing,
  level,
  mouth,
  text,
}: {
  lowest: LevelLine | undefined;
  standing: LevelLine | undefined;
  level: number;
  mouth: PlacedOnSheet | undefined;
  text: string;
}) {
  const bottom = Math.max(level, lowest?.y ?? level, mouth?.y0 ?? level) + 60;
  const right = (mouth?.x1 ?? 0) + 6;
  const rim = Math.min(level, standing?.y ?? level) - 22;
  return (
    <g>
      <rect
        x={-TANK + 14}
        y={level}
        width={right + TANK - 14}
        height={bottom - level}
        className={classes.water}
      />
      <path d={`M ${-TANK + 12} ${rim} V ${bottom} H ${right} V ${rim}`} className={classes.tank} />
      <line x1={-TANK + 14} x2={right} y1={level} y2={level} className={classes.level} />
      {[lowest, standing].map((l) =>
        l ? (
          <g key={l.text}>
            <line x1={-TANK + 14} x2={right} y1={l.y} y2={l.y} className={classes.lowest} />
            <text
              x={-TANK + 20}
              y={l === lowest ? l.y + 15 : l.y - 7}
              className={classes.steelText}
            >
              {l.text}
            </text>
          </g>
        ) : null,
      )}
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
