import { boardOf } from "@yard-tack/core/board";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { type ChartPalette, niceTop } from "./chart-frame";
import { toChart, pointText } from "./chart";

const example: unknown = JSON.parse(
  readFileSync(new URL("../../../../demo/cases/example-1.json", import.meta.url), "utf8"),
);
const board = boardOf(example, "metric");
if (!board.ok || !board.view.chart) throw new Error("the example has a chart");
const chart = board.view.chart;
const palette = Object.fromEntries(
  ["ink", "soft", "line", "rated", "wash", "today", "paper", "good"].map((k) => [k, "#123456"]),
) as unknown as ChartPalette;

const SIZE = { width: 496, height: 256 };

interface Series {
  name: string;
  markArea?: { data: { xAxis: number }[][] };
  data: ([number, number] | { value: [number, number] })[];
}
const seriesOf = ({ option }: ReturnType<typeof toChart>) => option["series"] as Series[];

describe("head–flow chart", () => {
  it("draws every line the view has, in the reader's units", () => {
    const names = seriesOf(toChart(chart, "metric", palette, SIZE)).map((s) => s.name);
    for (const name of [
      "rated curve",
      "this system, clean",
      "NPSH required",
      "should be here",
      "today",
      "95 % band",
    ]) {
      expect(names).toContain(name);
    }
    const rated = (system: "metric" | "us") =>
      seriesOf(toChart(chart, system, palette, SIZE))
        .find((s) => s.name === "rated curve")
        ?.data.at(-1) as [number, number];
    expect(rated("metric")[0]).toBeGreaterThan(80);
    expect(rated("us")[0]).toBeCloseTo(rated("metric")[0] * 4.4029, 0);
    expect(rated("us")[1]).toBeCloseTo(rated("metric")[1] * 3.2808, 0);
  });

  it("marks the preferred flow in the reader's units", () => {
    const allowed = [0.01, 0.02] as const;
    const marked = (system: "metric" | "us") => {
      const option = toChart({ ...chart, allowed }, system, palette, SIZE);
      const area = seriesOf(option).find((s) => s.markArea)?.markArea?.data[0];
      return area?.map((end) => end.xAxis);
    };
    expect(marked("metric")).toEqual([expect.closeTo(36, 6), expect.closeTo(72, 6)]);
    expect(marked("us")?.[0]).toBeCloseTo(158.503, 2);
    expect(marked("us")?.[1]).toBeCloseTo(317.006, 2);
  });

  it("draws nothing for today when today is not known", () => {
    const today = seriesOf(toChart({ ...chart, today: undefined }, "metric", palette, SIZE)).find(
      (s) => s.name === "today",
    );
    expect(today).toBeUndefined();
  });

  it("writes today's point in words", () => {
    expect(pointText([0.0166667, 45], "metric", "today")).toBe("today 60 m³/h · 45.0 m");
  });

  it("tells what each mark stands for, where it is drawn", () => {
    const others = [{ label: "throttled", at: [0.005, 50] }] as const;
    const drawn = toChart({ ...chart, others }, "metric", palette, SIZE);
    const { grid, xAxis, yAxis } = drawn.option as unknown as {
      grid: { left: number; right: number; top: number; bottom: number };
      xAxis: { max: number };
      yAxis: { max: number };
    };
    expect(drawn.marks.map((m) => m.text)).toEqual([
      expect.stringMatching(/^today \d+ m³\/h · [\d.]+ m$/),
      expect.stringMatching(/^should be here /),
      "throttled 18 m³/h · 50.0 m",
    ]);
    const [, , throttled] = drawn.marks;
    expect(throttled?.at[0]).toBeCloseTo(
      grid.left + (18 / xAxis.max) * (SIZE.width - grid.left - grid.right),
    );
    expect(throttled?.at[1]).toBeCloseTo(
      SIZE.height - grid.bottom - (50 / yAxis.max) * (SIZE.height - grid.top - grid.bottom),
    );
  });

  it.each([
    [52, 60],
    [99, 100],
    [101, 120],
    [0.9, 1],
    [340, 350],
  ])("ends an axis for %d at %d", (value, top) => {
    expect(niceTop(value)).toBeCloseTo(top);
  });
});
