"use client";

import type { ChartPoint, ChartView } from "@yard-tack/core/board";
import { formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import { useComputedColorScheme } from "@mantine/core";
import type { ECharts } from "echarts/core";
import { useEffect, useRef } from "react";
import { type ChartPalette, toChartOption } from "./chart-option";
import classes from "./board.module.css";

/** Rated curve, tolerance, fingerprint, system and today's point. Tap a point to read it. */
export function HeadFlowChart({
  view,
  units,
  height = 226,
  when = "today",
}: {
  view: ChartView;
  units: UnitSystem;
  height?: number;
  /** What the filled point is called. */
  when?: string;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const scheme = useComputedColorScheme("light", { getInitialValueInEffect: true });

  useEffect(() => {
    let gone = false;
    const element = box.current;
    if (!element) return undefined;
    const watcher = new ResizeObserver(() => chart.current?.resize());
    void import("./chart-engine").then(({ init }) => {
      if (gone) return;
      chart.current = init(element, null, { renderer: "svg" });
      chart.current.setOption(toChartOption(view, units, readPalette(element), when), true);
      watcher.observe(element);
    });
    return () => {
      gone = true;
      watcher.disconnect();
      chart.current?.dispose();
      chart.current = null;
    };
    // Made once; the next effect keeps it current.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useEffect(() => {
    // In a task of its own, and drawn in the next frame: typing must not wait for the picture.
    const later = setTimeout(() => {
      if (!box.current) return;
      const option = toChartOption(view, units, readPalette(box.current), when);
      chart.current?.setOption(option, { lazyUpdate: true });
    });
    return () => clearTimeout(later);
  }, [view, units, scheme, when]);

  return (
    <figure className={classes.figure}>
      <div
        ref={box}
        style={{ height }}
        role="img"
        aria-label="Head over flow; the same figures are in the table below"
        data-testid="head-flow-chart"
      />
      <details className={classes.table}>
        <summary>the chart as a table</summary>
        <ChartTable view={view} units={units} when={when} />
      </details>
    </figure>
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

function readPalette(element: Element): ChartPalette {
  const style = getComputedStyle(element);
  const v = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: v("--ink"),
    soft: v("--ink-soft"),
    line: v("--line"),
    rated: v("--steel"),
    wash: v("--steel-wash"),
    today: v("--red"),
    paper: v("--paper"),
    good: v("--green-fill"),
  };
}
