"use client";

import { useComputedColorScheme } from "@mantine/core";
import { type RefObject, useEffect, useRef } from "react";
import type { ChartWorker } from "@/workers/chart.worker";
import type { Chart, ChartPalette, ChartSize, Mark } from "./chart-frame";
import classes from "./board.module.css";
import { workerOf } from "./worker-of";

/** A chart for a palette and a size: words are placed anew when the box changes. */
type ChartFor = (palette: ChartPalette, size: ChartSize) => Chart;

/** How far from a mark a finger may come down to mean it [px]. */
const REACH = 24;

/** Charts there were on this page. */
let named = 0;

const NOT_DRAWN = "The chart could not be drawn. What it shows is in its table.";

/**
 * A chart that is drawn in a worker, follows its box and the colour scheme, and tells what a mark stands
 * for when it is tapped.
 * @param chart - must be stable while nothing changes
 */
export function useChart(chart: ChartFor): RefObject<HTMLDivElement | null> {
  const box = useRef<HTMLDivElement>(null);
  const latest = useRef(chart);
  const redraw = useRef<(() => void) | undefined>(undefined);
  const scheme = useComputedColorScheme("light", { getInitialValueInEffect: true });

  useEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const { remote, answered, end } = workerOf<ChartWorker>(
      new Worker(new URL("../../workers/chart.worker.ts", import.meta.url), { type: "module" }),
    );
    const name = `chart${++named}`;
    const marks = { now: [] as readonly Mark[] };
    let drawing = false;
    // While one is being drawn only the newest of later ones is kept.
    let again = false;
    let gone = false;
    let later: ReturnType<typeof setTimeout> | undefined;
    const drawn = async () => {
      const size = { width: element.clientWidth, height: element.clientHeight };
      // Shut away with its part of the page: it is drawn when that comes into sight.
      if (size.width === 0) return;
      const picture = latest.current(readPalette(element), size);
      const svg = await answered(remote.draw(picture.option, size, name)).catch(() => undefined);
      if (gone) return;
      marks.now = svg === undefined ? [] : picture.marks;
      if (svg === undefined) element.textContent = NOT_DRAWN;
      else element.innerHTML = svg;
    };
    const draw = async () => {
      later = undefined;
      again = drawing;
      if (drawing) return;
      drawing = true;
      try {
        do {
          again = false;
          await drawn();
        } while (again);
      } finally {
        drawing = false;
      }
    };
    // In a task of its own: what was typed is shown first.
    redraw.current = () => {
      later ??= setTimeout(() => void draw());
    };
    const watcher = new ResizeObserver(redraw.current);
    watcher.observe(element);
    const unhear = readable(element, marks);
    return () => {
      gone = true;
      clearTimeout(later);
      watcher.disconnect();
      unhear();
      end();
    };
  }, []);

  useEffect(() => {
    latest.current = chart;
    redraw.current?.();
  }, [chart, scheme]);

  return box;
}

/** Tells what a mark stands for while a pointer is at it. */
function readable(element: HTMLElement, marks: { readonly now: readonly Mark[] }): () => void {
  const told = document.createElement("p");
  told.className = classes.told ?? "";
  const look = (event: PointerEvent) => {
    const { left, top } = element.getBoundingClientRect();
    const [x, y] = [event.clientX - left, event.clientY - top];
    const far = (m: Mark) => Math.hypot(m.at[0] - x, m.at[1] - y);
    const near = marks.now.filter((m) => far(m) <= REACH).toSorted((a, b) => far(a) - far(b))[0];
    if (!near) {
      told.remove();
      return;
    }
    told.textContent = near.text;
    told.style.top = `${near.at[1] + 10}px`;
    // On whichever side of the mark there is more room.
    const right = near.at[0] > element.clientWidth / 2;
    told.style.left = right ? "" : `${near.at[0]}px`;
    told.style.right = right ? `${element.clientWidth - near.at[0]}px` : "";
    element.append(told);
  };
  // A finger that is lifted has left, too: what it asked for stays until it asks for something else.
  const leave = (event: PointerEvent) => {
    if (event.pointerType === "mouse") told.remove();
  };
  element.addEventListener("pointermove", look);
  element.addEventListener("pointerdown", look);
  element.addEventListener("pointerleave", leave);
  return () => {
    element.removeEventListener("pointermove", look);
    element.removeEventListener("pointerdown", look);
    element.removeEventListener("pointerleave", leave);
  };
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
