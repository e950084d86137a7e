"use client";

import type { LineView } from "@yard-tack/core/board";
import { formatNumber } from "@yard-tack/core/quantity";
import { MARGINS, type PlacedOnSheet } from "./scale";
import classes from "./drawing.module.css";

const { tank: TANK, pump: PUMP, pressure: PRESSURE } = MARGINS;

/** Absolute pressure along the way, against what boils and what the pump needs. */
export function Pressure({
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
