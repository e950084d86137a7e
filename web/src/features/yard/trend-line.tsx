import { DRIFT_LEVELS, type Trend } from "@yard-tack/core/record";
import { formatNumber } from "@yard-tack/core/quantity";
import { day } from "@/shell/times";
import classes from "./yard.module.css";

/** A figure of one visit against the base. */
interface Point {
  readonly at: string;
  readonly change: number;
}

/** Lines at which something is to be done, the least first. */
interface Level {
  readonly change: number;
  readonly name: string;
  readonly act: boolean;
}

/** Head at equal flow of a trend, as points of a line. */
const headPoints = ({ points }: Pick<Trend, "points">): readonly Point[] =>
  points.map(({ at, percent }) => ({ at, change: percent }));

const HEAD_LEVELS: readonly Level[] = DRIFT_LEVELS.map(({ id, change }) => ({
  change: -change,
  name: `${id} ${change} %`,
  act: id === "act",
}));

/** Head lost at equal flow over the visits; `small` leaves the words out. */
export function HeadLine({
  trend,
  zone,
  small = false,
}: {
  trend: { readonly points: Trend["points"]; readonly base: Trend["base"] };
  zone: string;
  small?: boolean;
}) {
  const points = headPoints(trend);
  const last = points.at(-1);
  if (!last) return null;
  const words = `Head at equal flow against the ${trend.base === "fingerprint" ? "fingerprint" : "first visit"}: ${formatNumber(last.change, 2)} % on ${day(last.at, zone)}, from ${points.length} visits.`;
  return (
    <TrendLine
      points={points}
      levels={small ? HEAD_LEVELS.slice(0, 1) : HEAD_LEVELS}
      bad={-1}
      words={words}
      small={small}
    />
  );
}

/** Visits on a line; the way that is bad is drawn away from the base. */
export function TrendLine({
  points,
  levels,
  bad,
  words,
  small = false,
}: {
  points: readonly Point[];
  levels: readonly Level[];
  bad: 1 | -1;
  /** What it shows, for who cannot see it. */
  words: string;
  small?: boolean;
}) {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last || points.length < 2) return null;
  const width = small ? 150 : 540;
  const height = small ? 48 : 200;
  const pad = small ? 4 : 14;
  const start = Date.parse(first.at);
  const span = Math.max(1, Date.parse(last.at) - start);
  const x = (at: string) =>
    pad + ((Date.parse(at) - start) / span) * (width - 2 * pad - (small ? 0 : 60));
  const shown = [...levels.map((l) => l.change), ...points.map((p) => p.change), 0];
  const [least, most] = [Math.min(...shown), Math.max(...shown)];
  const room = Math.max(1e-9, most - least) / 10;
  const [low, high] = bad < 0 ? [least - room, most + 2 * room] : [least - 2 * room, most + room];
  const y = (change: number) => pad + ((high - change) / (high - low)) * (height - 2 * pad);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={words}
      className={small ? classes.spark : classes.trend}
    >
      {levels.map((l) => (
        <g key={l.name} className={l.act ? classes.act : classes.watch}>
          <line x1={pad} x2={width - pad} y1={y(l.change)} y2={y(l.change)} />
          {small ? null : (
            <text x={width - pad} y={y(l.change) - 5} textAnchor="end">
              {l.name}
            </text>
          )}
        </g>
      ))}
      <polyline
        points={points.map((p) => `${x(p.at)},${y(p.change)}`).join(" ")}
        className={classes.path}
      />
      {points.map((p) => (
        <circle
          key={`${p.at}/${p.change}`}
          cx={x(p.at)}
          cy={y(p.change)}
          r={small ? 2 : 4.5}
          className={classes.dot}
        />
      ))}
      <circle cx={x(last.at)} cy={y(last.change)} r={small ? 4 : 5.5} className={classes.dot} />
      {small
        ? null
        : points
            .filter((p, i) => clear(points, i, x))
            .map((p, i) => (
              <text
                key={`${p.at}/${p.change}`}
                x={x(p.at)}
                y={y(p.change) - 10}
                textAnchor={i === 0 ? "start" : p === last ? "end" : "middle"}
                className={classes.value}
              >
                {formatNumber(p.change, 2)}
              </text>
            ))}
    </svg>
  );
}

/** Whether a point's figure has room: the last always, others when the next one is far enough. */
const clear = (points: readonly Point[], i: number, x: (at: string) => number): boolean => {
  const next = points[i + 1];
  return !next || x(next.at) - x(points[i]?.at ?? next.at) > 40;
};
