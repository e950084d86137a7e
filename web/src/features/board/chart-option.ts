/** The head–flow chart as an ECharts option: a pure function of the view, the units and the palette. */
import type { ChartPoint, ChartView } from "@yard-tack/core/board";
import {
  formatNumber,
  prettyUnit,
  shownUnit,
  toUnit,
  type UnitSystem,
} from "@yard-tack/core/quantity";
import type { EChartsCoreOption } from "echarts/core";

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

const FONT = "Archivo Variable, Commissioner Variable, sans-serif";

/** Builds the option. Everything drawn also has a name in words beside it; `when` is the point's. */
export function toChartOption(
  view: ChartView,
  system: UnitSystem,
  palette: ChartPalette,
  when = "today",
): EChartsCoreOption {
  const flowUnit = shownUnit("flow", system);
  const headUnit = shownUnit("length", system);
  const at = ([q, h]: ChartPoint): [number, number] => [
    round(toUnit(q, flowUnit)),
    round(toUnit(h, headUnit)),
  ];
  const points = (list: readonly ChartPoint[]) => list.map(at);
  const x = (q: number) => round(toUnit(q, flowUnit));
  const relatives = view.family.flatMap((f) => f.points);
  const topHead = Math.max(
    ...view.toleranceHigh.map(([, h]) => h),
    ...relatives.map(([, h]) => h),
    view.today?.at[1] ?? 0,
  );
  const endFlow = Math.max(
    ...view.rated.map(([q]) => q),
    ...relatives.map(([q]) => q),
    view.today?.at[0] ?? 0,
  );
  const low = points(view.toleranceLow);
  const gap = points(view.toleranceHigh).map(([q, h], i): [number, number] => [
    q,
    round(h - (low[i]?.[1] ?? 0)),
  ]);
  const label = (text: string, color: string, position: string) => ({
    show: true,
    formatter: text,
    color,
    position,
    fontFamily: FONT,
    fontSize: 12,
  });
  const named = (
    list: readonly ChartPoint[],
    index: number,
    text: string,
    color: string,
    position: string,
  ) => {
    const p = list[index];
    return p
      ? [{ coord: at(p), symbol: "circle", symbolSize: 0.1, label: label(text, color, position) }]
      : [];
  };
  const line = (name: string, list: readonly ChartPoint[], color: string, extra: object) => ({
    name,
    type: "line",
    data: points(list),
    showSymbol: false,
    silent: true,
    lineStyle: { color, width: 2, ...extra },
    itemStyle: { color },
  });
  const band = (data: readonly (readonly [number, number])[], fill: boolean) => ({
    name: fill ? "tolerance of the curve" : "",
    type: "line",
    data,
    stack: "tolerance",
    showSymbol: false,
    silent: true,
    lineStyle: { opacity: 0 },
    areaStyle: fill ? { color: palette.wash, opacity: 0.55 } : { opacity: 0 },
  });
  const today = view.today;
  return {
    animation: false,
    textStyle: { fontFamily: FONT, color: palette.ink },
    grid: { left: 34, right: view.family.length > 0 ? 70 : 18, top: 26, bottom: 40 },
    xAxis: {
      type: "value",
      min: 0,
      max: niceTop(toUnit(endFlow * 1.06, flowUnit)),
      name: `flow, ${prettyUnit(flowUnit)}`,
      nameLocation: "middle",
      nameGap: 22,
      nameTextStyle: { color: palette.soft },
      axisLine: { lineStyle: { color: palette.soft } },
      axisLabel: { color: palette.soft },
      splitLine: { show: false },
    },
    yAxis: {
      type: "value",
      min: 0,
      max: niceTop(toUnit(topHead * 1.08, headUnit)),
      name: `head, ${headUnit}`,
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
      band(low, false),
      band(gap, true),
      {
        ...line("rated curve", view.rated, palette.rated, {
          width: 3,
          ...(view.estimated ? { type: [10, 4] } : {}),
        }),
        markPoint: {
          silent: true,
          data: named(
            view.rated,
            view.rated.length - 1,
            view.estimated ? "estimated" : "rated",
            palette.rated,
            "right",
          ),
        },
        markArea: view.allowed
          ? {
              silent: true,
              itemStyle: { color: palette.good, opacity: 0.09 },
              label: { color: palette.soft, fontFamily: FONT, fontSize: 12, position: "insideTop" },
              data: [
                [
                  { name: "preferred flow", xAxis: x(view.allowed[0]) },
                  { xAxis: x(view.allowed[1]) },
                ],
              ],
            }
          : undefined,
      },
      ...view.family.map((f) => ({
        ...line(f.label, f.points, palette.rated, { width: 1.4, opacity: 0.65 }),
        markPoint: {
          silent: true,
          data: named(f.points, f.points.length - 1, f.label, palette.soft, "right"),
        },
      })),
      {
        ...line("fingerprint", view.fingerprint, palette.ink, { type: [7, 5], width: 2 }),
        markPoint: {
          silent: true,
          data: named(
            view.fingerprint,
            Math.round(view.fingerprint.length * 0.28),
            "fingerprint",
            palette.soft,
            "bottom",
          ),
        },
      },
      {
        ...line("this system, clean", view.system, palette.soft, { width: 1.6 }),
        markPoint: {
          silent: true,
          data: named(
            view.system,
            Math.round(view.system.length * 0.35),
            "this system, clean",
            palette.soft,
            "right",
          ),
        },
      },
      {
        ...line("NPSH required", view.npshr, palette.rated, { type: "dotted", width: 1.6 }),
        markPoint: {
          silent: true,
          data: named(
            view.npshr,
            Math.round(view.npshr.length * 0.2),
            "NPSH required",
            palette.soft,
            "top",
          ),
        },
      },
      {
        name: "should be here",
        type: "scatter",
        silent: true,
        symbolSize: 12,
        data: view.shouldBe ? [at(view.shouldBe)] : [],
        itemStyle: { color: palette.paper, borderColor: palette.ink, borderWidth: 2.4 },
        label: { ...label("should be here", palette.soft, "bottom"), distance: 12 },
        z: 5,
      },
      {
        name: "95 % band",
        type: "line",
        silent: true,
        showSymbol: false,
        data: today ? points(today.outline) : [],
        lineStyle: { color: palette.today, width: 1.3 },
        areaStyle: { opacity: 0 },
        z: 6,
      },
      {
        name: "other readings",
        type: "scatter",
        symbol: "diamond",
        symbolSize: 11,
        data: view.others.map((o) => ({ name: o.label, value: at(o.at) })),
        itemStyle: { color: palette.ink },
        label: {
          show: true,
          formatter: "{b}",
          position: "right",
          color: palette.ink,
          fontFamily: FONT,
        },
        z: 6,
      },
      {
        name: "today",
        type: "scatter",
        symbolSize: 13,
        data: today ? [at(today.at)] : [],
        itemStyle: { color: palette.today },
        label: {
          // On the far side of the curve from its line.
          ...label(
            today ? todayText(today.at, system, when) : "",
            palette.today,
            today && liesUnder(today.at, view.rated) ? "bottom" : "top",
          ),
          fontWeight: 700,
          fontSize: 13,
          distance: 14,
        },
        z: 7,
      },
    ].filter((s) => s.data.length > 0),
  };
}

/** Whether a point lies clearly under a line. */
function liesUnder([q, h]: ChartPoint, line: readonly ChartPoint[]): boolean {
  const next = line.find(([at]) => at >= q);
  return next !== undefined && h < 0.93 * next[1];
}

/** "today 51 m³/h · 47.0 m" */
export function todayText([q, h]: ChartPoint, system: UnitSystem, when = "today"): string {
  const flowUnit = shownUnit("flow", system);
  const headUnit = shownUnit("length", system);
  const flow = `${formatNumber(toUnit(q, flowUnit), 2)} ${prettyUnit(flowUnit)}`;
  return `${when} ${flow} · ${formatNumber(toUnit(h, headUnit))} ${headUnit}`;
}

const round = (v: number): number => Math.round(v * 1000) / 1000;

/** The next round figure above a value: 1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8 × a power of ten. */
export function niceTop(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  const step =
    [1, 1.2, 1.4, 1.6, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 10].find((s) => s * power >= value) ?? 10;
  return round(step * power);
}
