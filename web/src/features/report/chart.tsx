/** Head over flow as lines of a print: sheet with its band, the pipes, before and after. */
import { Circle, Ellipse, G, Line, Path, Svg, Text } from "@react-pdf/renderer";
import { type UnitSystem } from "@yard-tack/core/quantity";
import type { ReportChart, ReportPoint } from "@yard-tack/core/report";
import { axis } from "@/shell/axis";
import { FAMILY } from "./fonts";
import { INK } from "./sheet";

const SIZE = { width: 503, height: 212 } as const;
const EDGE = { left: 34, right: 30, top: 12, bottom: 22 } as const;
const SMALL = { fontFamily: FAMILY, fontSize: 8.5 } as const;

const COLOURS = { before: INK.red, after: INK.green, read: INK.ink } as const;

type Xy = readonly [number, number];

const line = (points: readonly Xy[]): string =>
  points.map(([x, y], i) => `${i === 0 ? "M" : "L"} ${x.toFixed(1)} ${y.toFixed(1)}`).join(" ");

export function Chart({ chart, units }: { chart: ReportChart; units: UnitSystem }) {
  const all = [chart.rated, chart.high, chart.points.map((p) => p.at)].flat();
  const x = axis(Math.max(...all.map((p) => p[0])), "flow", units);
  const y = axis(Math.max(...all.map((p) => p[1])), "length", units);
  const across = SIZE.width - EDGE.left - EDGE.right;
  const up = SIZE.height - EDGE.top - EDGE.bottom;
  const at = ([q, h]: Xy): Xy => [
    EDGE.left + (across * q) / x.end,
    SIZE.height - EDGE.bottom - (up * h) / y.end,
  ];
  const pipes = chart.system.filter(([, h]) => h <= y.end);
  const [rated, low, high, system] = [chart.rated, chart.low, chart.high, pipes].map((l) =>
    l.map(at),
  ) as [Xy[], Xy[], Xy[], Xy[]];
  const [named] = high;
  const mid = system[Math.floor(system.length / 3)];
  return (
    <Svg width={SIZE.width} height={SIZE.height}>
      {y.ticks.map((t) => {
        const [, py] = at([0, t.si]);
        return (
          <G key={t.text}>
            <Line
              {...{ x1: EDGE.left, x2: SIZE.width - EDGE.right, y1: py, y2: py }}
              stroke={t.si === 0 ? INK.ink : INK.line}
              strokeWidth={t.si === 0 ? 1 : 0.6}
            />
            <Label x={EDGE.left - 5} y={py + 3} anchor="end" text={t.text} />
          </G>
        );
      })}
      {x.ticks.map((t) => (
        <Label
          key={t.text}
          x={at([t.si, 0])[0]}
          y={SIZE.height - 8}
          anchor="middle"
          text={t.text}
        />
      ))}
      {high.length > 1 ? (
        <Path d={`${line([...high, ...low.toReversed()])} Z`} fill={INK.wash} />
      ) : null}
      <Path d={line(rated)} stroke={INK.steel} strokeWidth={1.8} fill="none" />
      {system.length > 1 ? (
        <Path d={line(system)} stroke={INK.soft} strokeWidth={1} fill="none" />
      ) : null}
      {named ? (
        <Label
          {...{ x: named[0] + 6, y: named[1] - 4, colour: INK.steel }}
          text={chart.estimated ? "about as it was rated" : "as the maker rated it"}
        />
      ) : null}
      {mid ? <Label x={mid[0] + 6} y={mid[1] + 12} text="your pipes" /> : null}
      {chart.points.map((p) => (
        <Spot key={p.when} point={p} at={at} />
      ))}
    </Svg>
  );
}

function Spot({ point, at }: { point: ReportPoint; at: (p: Xy) => Xy }) {
  const [x, y] = at(point.at);
  const [rx, ry] = [
    at([point.at[0] + point.band[0], point.at[1]])[0] - x,
    y - at([point.at[0], point.at[1] + point.band[1]])[1],
  ];
  const colour = COLOURS[point.when];
  const beyond = x > SIZE.width * 0.5;
  return (
    <G>
      <Ellipse
        {...{ cx: x, cy: y, rx: Math.max(5, rx), ry: Math.max(5, ry) }}
        stroke={colour}
        strokeWidth={1}
        fill="none"
      />
      <Circle cx={x} cy={y} r={3.4} fill={colour} />
      <Label
        {...{ x: beyond ? x - 8 : x + 8, anchor: beyond ? "end" : "start", colour, bold: true }}
        y={point.when === "after" ? y - Math.max(5, ry) - 4 : y + Math.max(5, ry) + 11}
        text={`${point.when} ${point.say}`}
      />
    </G>
  );
}

function Label({
  x,
  y,
  text,
  anchor = "start",
  colour = INK.soft,
  bold = false,
}: {
  x: number;
  y: number;
  text: string;
  anchor?: "start" | "middle" | "end";
  colour?: string;
  bold?: boolean;
}) {
  return (
    <Text
      x={x}
      y={y}
      textAnchor={anchor}
      style={{ ...SMALL, fontWeight: bold ? 600 : 400 }}
      fill={colour}
    >
      {text}
    </Text>
  );
}
