"use client";

import type { CausePicture as Picture } from "@yard-tack/core/board";
import { formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import classes from "./causes.module.css";

const W = 320;
const H = 150;
const PAD = { left: 8, right: 8, top: 10, bottom: 22 } as const;

/** The curve as the sheet says and as this cause leaves it, with where it puts the pump. */
export function CausePicture({
  picture,
  name,
  units,
}: {
  picture: Picture;
  name: string;
  units: UnitSystem;
}) {
  const { sheet, under, points } = picture;
  const topFlow = sheet.at(-1)?.[0] ?? 1;
  const measured = points.flatMap((p) => (p.measured === undefined ? [] : [p.measured]));
  const heads = [...sheet.map(([, h]) => h), ...points.map((p) => p.head), ...measured];
  const topHead = 1.08 * Math.max(...heads, 1);
  const x = (q: number) => PAD.left + ((W - PAD.left - PAD.right) * q) / topFlow;
  const y = (h: number) => H - PAD.bottom - ((H - PAD.top - PAD.bottom) * Math.max(0, h)) / topHead;
  const line = (list: Picture["sheet"]) =>
    list
      .filter(([, h], i) => h > 0 || (list[i - 1]?.[1] ?? 0) > 0)
      .map(([q, h], i) => `${i === 0 ? "M" : "L"}${x(q).toFixed(1)} ${y(h).toFixed(1)}`)
      .join("");
  const said = points
    .map((p) => {
      const at = `${formatSi(p.head, "length", units)} at ${formatSi(p.flow, "flow", units)}`;
      const seen =
        p.measured === undefined ? "" : `, measured ${formatSi(p.measured, "length", units)}`;
      return `${p.label === "" ? "" : `${p.label}: `}${at}${seen}`;
    })
    .join("; ");
  return (
    <figure className={classes.picture}>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`Head over flow under “${name}”: ${said}`}
      >
        <line x1={PAD.left} x2={W - PAD.right} y1={y(0)} y2={y(0)} className={classes.axis} />
        <path d={line(sheet)} className={classes.sheetLine} />
        <path d={line(under)} className={classes.underLine} />
        {points.map((p) => (
          <g key={p.label}>
            <circle cx={x(p.flow)} cy={y(p.head)} r={5} className={classes.predicted} />
            {p.measured === undefined ? null : (
              <path d={`M${x(p.flow) - 9} ${y(p.measured)}h18`} className={classes.measured} />
            )}
          </g>
        ))}
        <text x={PAD.left} y={H - 6} className={classes.axisText}>
          0
        </text>
        <text x={W - PAD.right} y={H - 6} textAnchor="end" className={classes.axisText}>
          {formatSi(topFlow, "flow", units, 2)}
        </text>
      </svg>
      <figcaption>
        Thin: as its sheet says. Heavy: under this cause, the ring where it would run, the bar the
        head measured.
      </figcaption>
    </figure>
  );
}
