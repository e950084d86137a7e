import { boardOf } from "@yard-tack/core/board";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { type ChartPalette, niceTop } from "./chart-frame";
import { toChartOption, todayText } from "./chart-option";

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
const seriesOf = (option: ReturnType<typeof toChartOption>) => option["series"] as Series[];

describe("head–flow chart", () => {
  it("draws every line the view has, in the reader's units", () => {
    const names = seriesOf(toChartOption(chart, "metric", palette, SIZE)).map((s) => s.name);
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
      seriesOf(toChartOption(chart, system, palette, SIZE))
        .find((s) => s.name === "rated curve")
        ?.data.at(-1) as [number, number];
    expect(rated("metric")[0]).toBeGreaterThan(80);
    expect(rated("us")[0]).toBeCloseTo(rated("metric")[0] * 4.4029, 0);
    expect(rated("us")[1]).toBeCloseTo(rated("metric")[1] * 3.2808, 0);
  });

  it("marks the preferred flow in the reader's units", () => {
    const allowed = [0.01, 0.02] as const;
    const marked = (system: "metric" | "us") => {
      const option = toChartOption({ ...chart, allowed }, system, palette, SIZE);
      const area = seriesOf(option).find((s) => s.markArea)?.markArea?.data[0];
      return area?.map((end) => end.xAxis);
    };
    expect(marked("metric")).toEqual([expect.closeTo(36, 6), expect.closeTo(72, 6)]);
    expect(marked("us")?.[0]).toBeCloseTo(158.503, 2);
    expect(marked("us")?.[1]).toBeCloseTo(317.006, 2);
  });

  it("draws nothing for today when today is not known", () => {
    const today = seriesOf(
      toChartOption({ ...chart, today: undefined }, "metric", palette, SIZE),
    ).find((s) => s.name === "today");
    expect(today).toBeUndefined();
  });

  it("writes today's point in words", () => {
    expect(todayText([0.0166667, 45], "metric")).toBe("today 60 m³/h · 45.0 m");
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
