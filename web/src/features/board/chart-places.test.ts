import { boardOf } from "@yard-tack/core/board";
import { simulated } from "../../../../core/testing/simulated";
import { describe, expect, it } from "vitest";
import { DEMO_TAGS } from "../../../../core/testing/cases";
import type { ChartPalette } from "./chart-frame";
import { toChart } from "./chart";
import { toRating } from "./rating";

const PALETTE = Object.fromEntries(
  ["ink", "soft", "line", "rated", "wash", "today", "paper", "good"].map((k) => [k, "#123456"]),
) as unknown as ChartPalette;
/** The Board on a desk, and on a phone of 390 and of 360 px. */
const SIZES = [
  { width: 496, height: 256 },
  { width: 362, height: 256 },
  { width: 332, height: 256 },
];
/** Width of a letter against its height in the fonts that ship, measured on what the charts say. */
const LETTER = 0.5;

type Point = [number, number];
interface Series {
  name: string;
  type: string;
  data: unknown[];
  lineStyle?: { opacity?: number };
}
interface Words {
  value: Point;
  label: { formatter: string; fontSize: number };
}
interface Option {
  grid: { left: number; right: number; top: number; bottom: number };
  xAxis: { max: number };
  yAxis: { max: number };
  series: Series[];
}

/** Which words of a drawn chart lie on a line, a mark, each other or outside the picture. */
function faultsOf(option: Option, size: { width: number; height: number }): string[] {
  const { grid, xAxis, yAxis, series } = option;
  const px = ([x, y]: Point): Point => [
    grid.left + (x / xAxis.max) * (size.width - grid.left - grid.right),
    size.height - grid.bottom - (y / yAxis.max) * (size.height - grid.top - grid.bottom),
  ];
  const words = (series.find((s) => s.name === "words")?.data ?? []) as Words[];
  const boxes = words.map((w) => {
    const [x, y] = px(w.value);
    const rows = w.label.formatter.split("\n");
    const half = (LETTER * w.label.fontSize * Math.max(...rows.map((r) => r.length))) / 2;
    return { text: w.label.formatter, x, y, half, tall: (w.label.fontSize * rows.length) / 2 };
  });
  const lines = series.filter((s) => s.type === "line" && s.lineStyle?.opacity !== 0);
  const dots = series.filter((s) => s.type === "scatter" && s.name !== "words");
  const faults: string[] = [];
  for (const b of boxes) {
    const covers = ([x, y]: Point) => Math.abs(x - b.x) < b.half && Math.abs(y - b.y) < b.tall;
    if (b.x - b.half < 0 || b.x + b.half > size.width || b.y < 0 || b.y > size.height)
      faults.push(`${b.text} outside`);
    for (const l of lines.filter((s) => s.name !== `to ${b.text}`)) {
      const data = (l.data as Point[]).map(px);
      const touched = data.some((p, i) => {
        const before = data[i - 1];
        // Thirty places on each piece: closer together than a letter is wide.
        return (
          before &&
          Array.from({ length: 30 }, (_, k): Point => [
            before[0] + ((p[0] - before[0]) * k) / 30,
            before[1] + ((p[1] - before[1]) * k) / 30,
          ]).some((q) => q[1] > grid.top && covers(q))
        );
      });
      if (touched) faults.push(`${b.text} on ${l.name}`);
    }
    for (const d of dots)
      if (
        (d.data as (Point | { value: Point })[]).some((p) => covers(px("value" in p ? p.value : p)))
      )
        faults.push(`${b.text} on the mark ${d.name}`);
    for (const o of boxes)
      if (o !== b && Math.abs(o.x - b.x) < o.half + b.half && Math.abs(o.y - b.y) < o.tall + b.tall)
        faults.push(`${b.text} on ${o.text}`);
  }
  return faults;
}

describe.each(DEMO_TAGS)("the words of %s's chart", (tag) => {
  const boards = [
    { visit: "sound", json: simulated(tag, "healthy", 0) },
    { visit: "ill", json: simulated(tag, "low-speed", 0.75) },
  ].map(({ visit, json }) => ({ visit, board: boardOf(json, "metric") }));

  it.each(SIZES)("lie on nothing at $width px", (size) => {
    for (const { visit, board } of boards) {
      if (!board.ok) throw new Error(`${tag}: no board`);
      const { chart, rating } = board.view;
      for (const units of ["metric", "us"] as const) {
        const drawn = chart
          ? toChart(chart, units, PALETTE, size)
          : rating
            ? toRating(rating, units, PALETTE, size)
            : undefined;
        if (!drawn) continue;
        expect({
          tag,
          visit,
          units,
          faults: faultsOf(drawn.option as unknown as Option, size),
        }).toEqual({
          tag,
          visit,
          units,
          faults: [],
        });
      }
    }
  });
});
