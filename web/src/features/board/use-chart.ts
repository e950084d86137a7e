"use client";

import { useComputedColorScheme } from "@mantine/core";
import type { ECharts, EChartsCoreOption } from "echarts/core";
import { type RefObject, useEffect, useRef } from "react";
import type { ChartPalette, ChartSize } from "./chart-frame";

/** A chart's option for a palette and a size: words are placed anew when the box changes. */
type OptionFor = (palette: ChartPalette, size: ChartSize) => EChartsCoreOption;

/**
 * A chart that is made when its library has come, kept current without holding typing up, and follows
 * its box and the colour scheme.
 * @param option - must be stable while nothing changes
 */
export function useChart(option: OptionFor): RefObject<HTMLDivElement | null> {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const latest = useRef(option);
  const scheme = useComputedColorScheme("light", { getInitialValueInEffect: true });

  useEffect(() => {
    let gone = false;
    const element = box.current;
    if (!element) return undefined;
    const draw = () => {
      chart.current?.resize();
      chart.current?.setOption(latest.current(readPalette(element), sizeOf(element)), {
        replaceMerge: ["series"],
      });
    };
    const watcher = new ResizeObserver(draw);
    void import("./chart-engine").then(({ init }) => {
      if (gone) return;
      chart.current = init(element, null, { renderer: "svg" });
      // The watcher calls once at the start, too: that draws it.
      watcher.observe(element);
    });
    return () => {
      gone = true;
      watcher.disconnect();
      chart.current?.dispose();
      chart.current = null;
    };
  }, []);

  useEffect(() => {
    latest.current = option;
    // Worked out in a task of its own and drawn in the next frame: typing must not wait for the picture.
    const later = setTimeout(() => {
      const element = box.current;
      if (!element) return;
      chart.current?.setOption(option(readPalette(element), sizeOf(element)), {
        replaceMerge: ["series"],
      });
    });
    return () => clearTimeout(later);
  }, [option, scheme]);

  return box;
}

const sizeOf = (element: HTMLElement): ChartSize => ({
  width: element.clientWidth,
  height: element.clientHeight,
});

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
