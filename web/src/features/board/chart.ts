/** The head–flow chart for ECharts: a pure function of the view, the units, the palette and the size. */
import type { ChartPoint, ChartView } from "@yard-tack/core/board";
import {
  formatNumber,
  prettyUnit,
  shownUnit,
  toUnit,
  type UnitSystem,
} from "@yard-tack/core/quantity";
import {
  along,
  axesOf,
  beside,
  type Chart,
  type ChartLabel,
  type ChartPalette,
  type ChartSize,
  type Frame,
  labelSeries,
  niceTop,
  placedIn,
  type Plotted,
  round,
  toPixel,
} from "./chart-frame";

/** What is drawn, in the figures of the axes: lines, marks and the words that name them. */
interface Drawing {
  readonly frame: Frame;
  readonly lines: Readonly<Record<LineName, readonly Plotted[]>>;
  readonly family: readonly { readonly label: string; readonly points: readonly Plotted[] }[];
  readonly outline: readonly Plotted[];
  readonly today: Plotted | undefined;
  readonly shouldBe: Plotted | undefined;
  readonly others: readonly { readonly label: string; readonly at: Plotted }[];
  readonly preferred: readonly [number, number] | undefined;
  readonly labels: readonly ChartLabel[];
}

/** On a narrow chart flow and head of today stand one under the other [px]. */
const NARROW = 400;

type LineName = "rated" | "fingerprint" | "system" | "npshr";

/** Builds the chart. Everything drawn also has a name in words beside it; `when` is the point's. */
export function toChart(
  view: ChartView,
  system: UnitSystem,
  palette: ChartPalette,
  size: ChartSize,
  when = "today",
): Chart {
  const d = drawingOf(view, system, palette, size, when);
  const at = plotter(system);
  const low = view.toleranceLow.map(at);
  const gap = view.toleranceHigh
    .map(at)
    .map(([q, h], i): Plotted => [q, round(h - (low[i]?.[1] ?? 0))]);
  const line = (name: string, data: readonly Plotted[], color: string, extra: object) => ({
    name,
    type: "line",
    data,
    showSymbol: false,
    silent: true,
    lineStyle: { color, width: 2, ...extra },
    itemStyle: { color },
  });
  const band = (data: readonly Plotted[], fill: boolean) => ({
    name: fill ? "tolerance of the curve" : "",
    type: "line",
    data,
    stack: "tolerance",
    showSymbol: false,
    silent: true,
    lineStyle: { opacity: 0 },
    areaStyle: fill ? { color: palette.wash, opacity: 0.55 } : { opacity: 0 },
  });
  const pixel = toPixel(d.frame);
  const option = {
    ...axesOf(d.frame, palette, {
      across: `flow, ${prettyUnit(shownUnit("flow", system))}`,
      up: `head, ${shownUnit("length", system)}`,
    }),
    series: [
      band(low, false),
      band(gap, true),
      {
        ...line("rated curve", d.lines.rated, palette.rated, {
          width: 3,
          ...(view.estimated ? { type: [10, 4] } : {}),
        }),
        markArea: d.preferred
          ? {
              silent: true,
              itemStyle: { color: palette.good, opacity: 0.09 },
              data: [[{ xAxis: d.preferred[0] }, { xAxis: d.preferred[1] }]],
            }
          : undefined,
      },
      ...d.family.map((f) => line(f.label, f.points, palette.rated, { width: 1.4, opacity: 0.65 })),
      line("fingerprint", d.lines.fingerprint, palette.ink, { type: [7, 5], width: 2 }),
      line("this system, clean", d.lines.system, palette.soft, { width: 1.6 }),
      line("NPSH required", d.lines.npshr, palette.rated, { type: "dotted", width: 1.6 }),
      {
        name: "should be here",
        type: "scatter",
        silent: true,
        symbolSize: 12,
        data: d.shouldBe ? [d.shouldBe] : [],
        itemStyle: { color: palette.paper, borderColor: palette.ink, borderWidth: 2.4 },
        z: 5,
      },
      {
        name: "95 % band",
        type: "line",
        silent: true,
        showSymbol: false,
        data: d.outline,
        lineStyle: { color: palette.today, width: 1.3 },
        areaStyle: { opacity: 0 },
        z: 6,
      },
      {
        name: "other readings",
        type: "scatter",
        silent: true,
        symbol: "diamond",
        symbolSize: 11,
        data: d.others.map((o) => ({ name: o.label, value: o.at })),
        itemStyle: { color: palette.ink },
        z: 6,
      },
      {
        name: "today",
        type: "scatter",
        silent: true,
        symbolSize: 13,
        data: d.today ? [d.today] : [],
        itemStyle: { color: palette.today },
        z: 7,
      },
      ...labelSeries(d.frame, d.labels, placesOf(d)),
    ].filter((s) => (s.data as readonly unknown[]).length > 0),
  };
  const points = [
    ...(view.today ? [{ label: when, at: view.today.at }] : []),
    ...(view.shouldBe ? [{ label: "should be here", at: view.shouldBe }] : []),
    ...view.others,
  ];
  return {
    option,
    marks: points.map((p) => ({ at: pixel(at(p.at)), text: pointText(p.at, system, p.label) })),
  };
}

const linesOf = (d: Drawing): (readonly Plotted[])[] => [
  ...Object.values(d.lines),
  ...d.family.map((f) => f.points),
  d.outline,
];

const placesOf = (d: Drawing) =>
  placedIn(
    d.frame,
    d.labels,
    linesOf(d),
    [d.today, d.shouldBe, ...d.others.map((o) => o.at)].filter((p) => p !== undefined),
  );

/** From SI to the figures of the axes. */
function plotter(system: UnitSystem): (p: ChartPoint) => Plotted {
  const flowUnit = shownUnit("flow", system);
  const headUnit = shownUnit("length", system);
  return ([q, h]) => [round(toUnit(q, flowUnit)), round(toUnit(h, headUnit))];
}

function drawingOf(
  view: ChartView,
  system: UnitSystem,
  palette: ChartPalette,
  size: ChartSize,
  when: string,
): Drawing {
  const at = plotter(system);
  const points = (list: readonly ChartPoint[]) => list.map(at);
  const family = view.family.map((f) => ({ label: f.label, points: points(f.points) }));
  const lines = {
    rated: points(view.rated),
    fingerprint: points(view.fingerprint),
    system: points(view.system),
    npshr: points(view.npshr),
  };
  const today = view.today && at(view.today.at);
  const relatives = family.flatMap((f) => f.points);
  const edge = points(view.toleranceHigh);
  const greatest = (index: 0 | 1, list: readonly Plotted[]) =>
    Math.max(...list.map((p) => p[index]), ...relatives.map((p) => p[index]), today?.[index] ?? 0);
  const frame: Frame = {
    size,
    right: niceTop(1.06 * greatest(0, lines.rated)),
    top: niceTop(1.08 * greatest(1, edge)),
  };
  const shouldBe = view.shouldBe && at(view.shouldBe);
  const others = view.others.map((o) => ({ label: o.label, at: at(o.at) }));
  const preferred = view.allowed?.map((q) => at([q, 0])[0]) as [number, number] | undefined;
  const named = (text: string, line: readonly Plotted[], part: number, color = palette.soft) =>
    line.length > 1 ? [{ text, size: 12, color, anchors: along(line, part) }] : [];
  return {
    frame,
    lines,
    family,
    outline: points(view.today?.outline ?? []),
    today,
    shouldBe,
    others,
    preferred,
    labels: [
      ...beside(view.today ? pointText(view.today.at, system, when) : "", today, palette.today).map(
        (l) => ({
          ...l,
          size: 13,
          bold: true,
          text: size.width < NARROW ? l.text.replace(" · ", "\n") : l.text,
        }),
      ),
      ...others.flatMap((o) => beside(o.label, o.at, palette.ink)),
      ...beside("should be here", shouldBe, palette.soft),
      ...named(view.estimated ? "estimated" : "rated", lines.rated, 1, palette.rated),
      ...family.flatMap((f) => named(f.label, f.points, 1)),
      ...named("fingerprint", lines.fingerprint, 0.28),
      ...named("this system, clean", lines.system, 0.35),
      ...named("NPSH required", lines.npshr, 0.2),
      ...(preferred
        ? [
            {
              text: "preferred flow",
              size: 12,
              color: palette.soft,
              anchors: downwards((preferred[0] + preferred[1]) / 2, frame.top),
            },
          ]
        : []),
    ],
  };
}

/** Places down the middle of a zone, from its top. */
const downwards = (x: number, top: number): Plotted[] =>
  Array.from({ length: 16 }, (_, i): Plotted => [x, top * (1 - i / 16)]);

/** "today 51 m³/h · 47.0 m" */
export function pointText([q, h]: ChartPoint, system: UnitSystem, when: string): string {
  const flowUnit = shownUnit("flow", system);
  const headUnit = shownUnit("length", system);
  const flow = `${formatNumber(toUnit(q, flowUnit), 2)} ${prettyUnit(flowUnit)}`;
  return `${when} ${flow} · ${formatNumber(toUnit(h, headUnit))} ${headUnit}`;
}
