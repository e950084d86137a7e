/** Flow over pressure for ECharts, for pumps that have no head curve. */
import type { RatingPoint, RatingView } from "@yard-tack/core/board";
import { formatSi, prettyUnit, shownUnit, toUnit, type UnitSystem } from "@yard-tack/core/quantity";
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

/** Builds the chart: one line a lift or a speed, the pump's own one heavy, today filled. */
export function toRating(
  view: RatingView,
  system: UnitSystem,
  palette: ChartPalette,
  size: ChartSize,
  when = "today",
): Chart {
  const { frame, lines, band, today, shouldBe, labels, placed } = drawingOf(
    view,
    system,
    palette,
    size,
    when,
  );
  const kind = view.kind === "jet" ? "discharge" : "differential";
  const pixel = toPixel(frame);
  const option = {
    ...axesOf(frame, palette, {
      across: `${kind} pressure, ${prettyUnit(shownUnit("pressure", system))}`,
      up: `flow, ${prettyUnit(shownUnit("flow", system))}`,
    }),
    series: [
      ...lines.map((l) => ({
        name: l.label,
        type: "line",
        data: l.points,
        showSymbol: false,
        silent: true,
        lineStyle: {
          color: l.main ? palette.rated : palette.soft,
          width: l.main ? 3 : 1.4,
          type: l.main ? "solid" : "dashed",
        },
      })),
      {
        name: "should be here",
        type: "scatter",
        silent: true,
        symbolSize: 12,
        data: shouldBe ? [shouldBe] : [],
        itemStyle: { color: palette.paper, borderColor: palette.ink, borderWidth: 2.4 },
        z: 5,
      },
      {
        name: "95 % band",
        type: "line",
        silent: true,
        showSymbol: false,
        data: band,
        lineStyle: { color: palette.today, width: 2 },
        z: 6,
      },
      {
        name: "today",
        type: "scatter",
        silent: true,
        symbolSize: 13,
        data: today ? [today] : [],
        itemStyle: { color: palette.today },
        z: 7,
      },
      ...labelSeries(frame, labels, placed),
    ],
  };
  const text = ([p, q]: RatingPoint, label: string): string =>
    `${label} ${formatSi(p, "pressure", system)} · ${formatSi(q, "flow", system)}`;
  return {
    option,
    marks: [
      ...(view.today && today ? [{ at: pixel(today), text: text(view.today.at, when) }] : []),
      ...(view.shouldBe && shouldBe
        ? [{ at: pixel(shouldBe), text: text(view.shouldBe, "should be here") }]
        : []),
    ],
  };
}

function drawingOf(
  view: RatingView,
  system: UnitSystem,
  palette: ChartPalette,
  size: ChartSize,
  when: string,
) {
  const flowUnit = shownUnit("flow", system);
  const pressureUnit = shownUnit("pressure", system);
  const at = ([p, q]: RatingPoint): Plotted => [
    round(toUnit(p, pressureUnit)),
    round(toUnit(q, flowUnit)),
  ];
  const rated = view.lines.map((l) => ({ ...l, points: l.points.map(at) }));
  const held = view.held && { label: view.held.by, at: round(toUnit(view.held.at, pressureUnit)) };
  const today = view.today && at(view.today.at);
  const shouldBe = view.shouldBe && at(view.shouldBe);
  const greatest = (index: 0 | 1) =>
    Math.max(...rated.flatMap((l) => l.points.map((p) => p[index])), today?.[index] ?? 0);
  const frame: Frame = {
    size,
    right: niceTop(1.04 * Math.max(greatest(0), held?.at ?? 0)),
    top: niceTop(1.12 * greatest(1)),
  };
  // Upright, all the way: whatever flows, the pressure stays at it.
  const upright: Plotted[] = held
    ? Array.from({ length: 13 }, (_, i): Plotted => [held.at, (frame.top * i) / 12])
    : [];
  const lines = [...rated, ...(held ? [{ label: held.label, main: false, points: upright }] : [])];
  const band = view.today
    ? [-1, 1].map((side) => {
        const { at: here, flow95 } = view.today ?? { at: [0, 0], flow95: 0 };
        return at([here[0], Math.max(0, here[1] + side * flow95)]);
      })
    : [];
  const labels: ChartLabel[] = [
    ...beside(when, today, palette.today).map((l) => ({ ...l, bold: true })),
    ...beside("should be here", shouldBe, palette.soft),
    ...lines.map((l) => ({
      text: l.label,
      size: 12,
      color: l.main ? palette.rated : palette.soft,
      anchors: along(l.points, 1 / 6),
    })),
  ];
  const marks = [today, shouldBe].filter((p) => p !== undefined);
  const drawn = [...lines.map((l) => l.points), band];
  return {
    frame,
    lines,
    band,
    today,
    shouldBe,
    labels,
    placed: placedIn(frame, labels, drawn, marks),
  };
}
