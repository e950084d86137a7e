/** What the charts of the Board have in common: axes from zero, the way from figures to pixels, words. */
import type { EChartsCoreOption } from "echarts/core";
import {
  type Box,
  type LabelWish,
  type Pixel,
  placeLabels,
  type PlacedLabel,
} from "./label-places";

export interface ChartPalette {
  readonly ink: string;
  readonly soft: string;
  readonly line: string;
  readonly rated: string;
  readonly wash: string;
  readonly today: string;
  readonly paper: string;
  readonly good: string;
}

/** How large a chart is drawn [px]. */
export interface ChartSize {
  readonly width: number;
  readonly height: number;
}

/** A point in the figures of the axes. */
export type Plotted = readonly [x: number, y: number];

const FONT = "Archivo Variable, Commissioner Variable, sans-serif";

const MARGIN = { left: 36, right: 20, top: 26, bottom: 36 };
/** Where the name of the upright axis stands. */
const AXIS_NAME: Box = { left: 0, top: 0, right: 96, bottom: 22 };
/** Room of a mark and its edge, half [px]. */
const MARK = 8;

/** One chart's axes: both begin at zero. */
export interface Frame {
  readonly size: ChartSize;
  readonly right: number;
  readonly top: number;
}

export interface ChartLabel extends Omit<LabelWish, "anchors"> {
  readonly anchors: readonly Plotted[];
  readonly color: string;
  readonly bold?: boolean;
}

/** A point that can be asked what it stands for. */
export interface Mark {
  readonly at: Pixel;
  readonly text: string;
}

/** A chart as ECharts draws it, and what its marks stand for. */
export interface Chart {
  readonly option: EChartsCoreOption;
  readonly marks: readonly Mark[];
}

const across = ({ size }: Frame): number => size.width - MARGIN.left - MARGIN.right;
const upright = ({ size }: Frame): number => size.height - MARGIN.top - MARGIN.bottom;

export const toPixel =
  (f: Frame) =>
  ([x, y]: Plotted): Pixel => [
    MARGIN.left + (x / f.right) * across(f),
    f.size.height - MARGIN.bottom - (y / f.top) * upright(f),
  ];

const toPlotted =
  (f: Frame) =>
  ([x, y]: Pixel): Plotted => [
    ((x - MARGIN.left) / across(f)) * f.right,
    ((f.size.height - MARGIN.bottom - y) / upright(f)) * f.top,
  ];

/** A line as far as it is drawn: what lies beyond the axes is cut off. */
const inFrame = (f: Frame, line: readonly Plotted[]): Plotted[] => {
  const seen: Plotted[] = [];
  for (const [i, [x, y]] of line.entries()) {
    if (y <= f.top && x <= f.right) {
      seen.push([x, y]);
      continue;
    }
    const before = line[i - 1];
    if (before && before[1] <= f.top && before[0] <= f.right) seen.push([x, y]);
  }
  return seen;
};

/**
 * Finds a free place for each label, the most important first.
 * @param lines - every line the chart draws
 * @param marks - every point it marks
 */
export function placedIn(
  frame: Frame,
  labels: readonly ChartLabel[],
  lines: readonly (readonly Plotted[])[],
  marks: readonly Plotted[],
): PlacedLabel[] {
  const pixel = toPixel(frame);
  const boxes = marks.map(pixel).map(([x, y]) => ({
    left: x - MARK,
    right: x + MARK,
    top: y - MARK,
    bottom: y + MARK,
  }));
  return placeLabels(
    labels.map((l) => ({ ...l, anchors: inFrame(frame, l.anchors).map(pixel) })),
    lines.map((l) => inFrame(frame, l).map(pixel)),
    [...boxes, AXIS_NAME],
    {
      left: MARGIN.left + 2,
      right: frame.size.width - 2,
      top: 2,
      bottom: frame.size.height - MARGIN.bottom - 2,
    },
  );
}

/** As the words' place was reckoned: see `label-places`. */
const LINE_HEIGHT = 1.25;

/** The words of a chart as series: a label at each place, a thin line to those that stand far off. */
export function labelSeries(
  frame: Frame,
  labels: readonly ChartLabel[],
  placed: readonly PlacedLabel[],
): Record<string, unknown>[] {
  const plotted = toPlotted(frame);
  const leaders = placed.flatMap((p, i) =>
    p.leader
      ? [
          {
            name: `to ${p.text}`,
            type: "line",
            silent: true,
            showSymbol: false,
            clip: false,
            data: p.leader.map(plotted),
            lineStyle: { color: labels[i]?.color, width: 1 },
            z: 4,
          },
        ]
      : [],
  );
  return [
    ...leaders,
    {
      name: "words",
      type: "scatter",
      silent: true,
      symbolSize: 0.1,
      clip: false,
      data: placed.map((p, i) => ({
        value: plotted(p.centre),
        label: {
          show: true,
          position: "inside",
          formatter: p.text,
          color: labels[i]?.color,
          fontFamily: FONT,
          fontSize: labels[i]?.size,
          lineHeight: LINE_HEIGHT * (labels[i]?.size ?? 0),
          fontWeight: labels[i]?.bold ? 700 : 400,
        },
      })),
      z: 8,
    },
  ];
}

/** Axes and type of a chart; its series are added. */
export function axesOf(
  frame: Frame,
  palette: ChartPalette,
  names: { readonly across: string; readonly up: string },
): EChartsCoreOption {
  return {
    animation: false,
    textStyle: { fontFamily: FONT, color: palette.ink },
    // The margins are ours, and the words are placed by them: nothing is measured and moved again.
    grid: { ...MARGIN, outerBoundsMode: "none" },
    xAxis: {
      type: "value",
      min: 0,
      max: frame.right,
      name: names.across,
      nameLocation: "middle",
      nameGap: 20,
      nameTextStyle: { color: palette.soft },
      axisLine: { lineStyle: { color: palette.soft } },
      axisLabel: { color: palette.soft },
      splitLine: { show: false },
    },
    yAxis: {
      type: "value",
      min: 0,
      max: frame.top,
      name: names.up,
      nameTextStyle: { align: "left", color: palette.soft, padding: [0, 0, 0, -28] },
      axisLabel: { color: palette.soft },
      splitLine: { lineStyle: { color: palette.line } },
    },
  };
}

/** The words of a mark, if it is there: beside it, clear of its edge. */
export const beside = (text: string, mark: Plotted | undefined, color: string): ChartLabel[] =>
  mark ? [{ text, size: 12, color, anchors: [mark], near: 11 }] : [];

/** A label that may stand anywhere along a line, best near a part of its length (0 to 1). */
export function along(line: readonly Plotted[], part: number): Plotted[] {
  const wanted = part * (line.length - 1);
  const step = Math.max(1, Math.floor(line.length / 14));
  return line
    .map((p, i) => ({ p, far: Math.abs(i - wanted) }))
    .filter((_, i) => i % step === 0)
    .toSorted((a, b) => a.far - b.far)
    .map(({ p }) => p);
}

/** Rounded as far as a pixel shows. */
export const round = (v: number): number => Math.round(v * 1000) / 1000;

/** The next round figure above a value: 1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8 × a power of ten. */
export function niceTop(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  const step =
    [1, 1.2, 1.4, 1.6, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 10].find((s) => s * power >= value) ?? 10;
  return round(step * power);
}
