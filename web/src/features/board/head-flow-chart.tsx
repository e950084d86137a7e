"use client";

import type { ChartPoint, ChartView } from "@yard-tack/core/board";
import { formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import { useCallback } from "react";
import type { ChartPalette, ChartSize } from "./chart-frame";
import { toChart } from "./chart";
import { useChart } from "./use-chart";
import classes from "./board.module.css";

/**
 * Rated curve, tolerance, fingerprint, system and today's point. Tap a point to read it. The same in figures
 * is `ChartInFigures`, which stands wherever its page has room for it.
 */
export function HeadFlowChart({
  view,
  units,
  height = 244,
  when = "today",
}: {
  view: ChartView;
  units: UnitSystem;
  height?: number;
  /** What the filled point is called. */
  when?: string;
}) {
  const chart = useCallback(
    (palette: ChartPalette, size: ChartSize) => toChart(view, units, palette, size, when),
    [view, units, when],
  );
  const box = useChart(chart);
  return (
    <figure className={classes.figure}>
      <div
        ref={box}
        className={classes.picture}
        style={{ height }}
        role="img"
        aria-label="Head over flow; the same figures are in the table named the chart as a table"
        data-testid="head-flow-chart"
      />
      {view.estimated ? (
        <figcaption className={classes.caption}>
          An estimated curve: a usual shape through one rated point, with a wide band.
        </figcaption>
      ) : null}
    </figure>
  );
}

/** What the chart shows, in words and as a table. */
export function ChartInFigures({
  view,
  units,
  when = "today",
}: {
  view: ChartView;
  units: UnitSystem;
  when?: string;
}) {
  return (
    <details className={classes.table}>
      <summary>the chart as a table</summary>
      {view.says.map((w) => (
        <p key={w} className={classes.caption}>
          {w}
        </p>
      ))}
      <ChartTable view={view} units={units} when={when} />
    </details>
  );
}

function ChartTable({ view, units, when }: { view: ChartView; units: UnitSystem; when: string }) {
  const every = view.rated.filter((_, i) => i % 5 === 0);
  const row = (name: string, p: ChartPoint | undefined) =>
    p ? (
      <tr key={name}>
        <th scope="row">{name}</th>
        <td>{formatSi(p[0], "flow", units)}</td>
        <td>{formatSi(p[1], "length", units)}</td>
      </tr>
    ) : null;
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">what</th>
          <th scope="col">flow</th>
          <th scope="col">head</th>
        </tr>
      </thead>
      <tbody>
        {row(when, view.today?.at)}
        {row("should be", view.shouldBe)}
        {view.others.map((o) => row(o.label, o.at))}
        {every.map((p, i) => row(`rated ${i + 1}`, p))}
      </tbody>
    </table>
  );
}
