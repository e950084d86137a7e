/** Flow over pressure as an ECharts option, for pumps that have no head curve. */
import type { RatingPoint, RatingView } from "@yard-tack/core/board";
import { prettyUnit, shownUnit, toUnit, type UnitSystem } from "@yard-tack/core/quantity";
import type { EChartsCoreOption } from "echarts/core";
import { type ChartPalette, niceTop } from "./chart-option";

const FONT = "Archivo Variable, Commissioner Variable, sans-serif";

/** Builds the option: one line a lift or a speed, the pump's own one heavy, today filled. */
export function toRatingOption(
  view: RatingView,
  system: UnitSystem,
  palette: ChartPalette,
  when = "today",
): EChartsCoreOption {
  const flowUnit = shownUnit("flow", system);
  const pressureUnit = shownUnit("pressure", system);
  const at = ([p, q]: RatingPoint): [number, number] => [
    round(toUnit(p, pressureUnit)),
    round(toUnit(q, flowUnit)),
  ];
  const all = view.lines.flatMap((l) => l.points);
  const top = Math.max(...all.map(([, q]) => q), view.today?.at[1] ?? 0);
  const right = Math.max(...all.map(([p]) => p), view.today?.at[0] ?? 0);
  const { today } = view;
  const text = (color: string, position: string, formatter: string) => ({
    show: true,
    color,
    position,
    formatter,
    fontFamily: FONT,
    fontSize: 12,
  });
  return {
    animation: false,
    textStyle: { fontFamily: FONT, color: palette.ink },
    grid: { left: 40, right: 24, top: 26, bottom: 40 },
    xAxis: {
      type: "value",
      min: 0,
      max: niceTop(toUnit(right * 1.04, pressureUnit)),
      name: `${view.kind === "jet" ? "discharge" : "differential"} pressure, ${prettyUnit(pressureUnit)}`,
      nameLocation: "middle",
      nameGap: 22,
      nameTextStyle: { color: palette.soft },
      axisLabel: { color: palette.soft },
      splitLine: { show: false },
    },
    yAxis: {
      type: "value",
      min: 0,
      max: niceTop(toUnit(top * 1.12, flowUnit)),
      name: `flow, ${prettyUnit(flowUnit)}`,
      nameTextStyle: { align: "left", color: palette.soft, padding: [0, 0, 0, -28] },
      axisLabel: { color: palette.soft },
      splitLine: { lineStyle: { color: palette.line } },
    },
    tooltip: {
      trigger: "item",
      confine: true,
      backgroundColor: palette.paper,
      textStyle: { color: palette.ink, fontFamily: FONT },
    },
    series: [
      ...view.lines.map((l) => ({
        name: l.label,
        type: "line",
        data: l.points.map(at),
        showSymbol: false,
        silent: true,
        lineStyle: {
          color: l.main ? palette.rated : palette.soft,
          width: l.main ? 3 : 1.4,
          type: l.main ? "solid" : "dashed",
        },
        markPoint: {
          silent: true,
          data: l.points.slice(spot(l.points), spot(l.points) + 1).map((p) => ({
            coord: at(p),
            symbol: "circle",
            symbolSize: 0.1,
            label: { ...text(l.main ? palette.rated : palette.soft, "top", l.label), distance: 9 },
          })),
        },
      })),
      {
        name: "should be here",
        type: "scatter",
        silent: true,
        symbolSize: 12,
        data: view.shouldBe ? [at(view.shouldBe)] : [],
        itemStyle: { color: palette.paper, borderColor: palette.ink, borderWidth: 2.4 },
        label: { ...text(palette.soft, "bottom", "should be here"), distance: 10 },
        z: 5,
      },
      {
        name: "95 % band",
        type: "line",
        silent: true,
        showSymbol: false,
        data: today
          ? [
              at([today.at[0], Math.max(0, today.at[1] - today.flow95)]),
              at([today.at[0], today.at[1] + today.flow95]),
            ]
          : [],
        lineStyle: { color: palette.today, width: 2 },
        z: 6,
      },
      {
        name: "today",
        type: "scatter",
        symbolSize: 13,
        data: today ? [at(today.at)] : [],
        itemStyle: { color: palette.today },
        label: { ...text(palette.today, "top", when), fontWeight: 700, distance: 10 },
        z: 7,
      },
    ],
  };
}

/** Where a line carries its name: a sixth of the way, clear of its end and of today. */
const spot = (points: readonly RatingPoint[]): number =>
  points.length > 6 ? Math.round(points.length / 6) : 0;

const round = (v: number): number => Math.round(v * 1000) / 1000;
