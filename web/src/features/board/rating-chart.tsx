"use client";

import type { RatingView } from "@yard-tack/core/board";
import { formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import { useCallback } from "react";
import type { ChartPalette, ChartSize } from "./chart-frame";
import { toRating } from "./rating";
import { useChart } from "./use-chart";
import classes from "./board.module.css";

/** Flow over pressure for a displacement or a jet pump, with what it says in words. */
export function RatingChart({
  view,
  units,
  height = 244,
  when = "today",
}: {
  view: RatingView;
  units: UnitSystem;
  height?: number;
  /** What the filled point is called. */
  when?: string;
}) {
  const chart = useCallback(
    (palette: ChartPalette, size: ChartSize) => toRating(view, units, palette, size, when),
    [view, units, when],
  );
  const box = useChart(chart);
  return (
    <figure className={classes.figure} data-testid="rating-chart">
      <div
        ref={box}
        className={classes.picture}
        style={{ height }}
        role="img"
        aria-label="Flow over pressure; the same figures are in the table below"
      />
      <figcaption className={classes.says}>
        {view.sentences.map((s) => (
          <p key={s}>{s}</p>
        ))}
      </figcaption>
      {view.ceilings ? (
        <details className={classes.table}>
          <summary>greatest speed the suction allows</summary>
          <table>
            <thead>
              <tr>
                <th scope="col">liquid at</th>
                {view.ceilings.levels.map((l) => (
                  <th key={l} scope="col">
                    level {l}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {view.ceilings.rows.map((r) => (
                <tr key={r.temperature}>
                  <th scope="row">{r.temperature}</th>
                  {r.speeds.map((s, i) => (
                    <td key={view.ceilings?.levels[i]}>{s ?? "none"}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      ) : null}
      <details className={classes.table}>
        <summary>the chart as a table</summary>
        <table>
          <thead>
            <tr>
              <th scope="col">line</th>
              <th scope="col">pressure</th>
              <th scope="col">flow</th>
            </tr>
          </thead>
          <tbody>
            {view.lines.flatMap((l) =>
              l.points
                .filter((_, i) => i % Math.max(1, Math.floor(l.points.length / 5)) === 0)
                .map(([p, q]) => (
                  <tr key={`${l.label} ${p}`}>
                    <th scope="row">{l.label}</th>
                    <td>{formatSi(p, "pressure", units)}</td>
                    <td>{formatSi(q, "flow", units)}</td>
                  </tr>
                )),
            )}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
