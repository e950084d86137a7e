import { formatNumber } from "@yard-tack/core/quantity";
import { day } from "@/shell/times";
import type { DriftPoint, Trend } from "@yard-tack/core/record";
import classes from "./yard.module.css";

/** Percent lost at which to watch, plan and act. */
const LEVELS = [
  { percent: -5, name: "watch 5 %" },
  { percent: -10, name: "plan 10 %" },
  { percent: -15, name: "act 15 %" },
] as const;

/** Head lost at equal flow over the visits; `small` leaves the words out. */
export function TrendLine({
  points,
  base,
  zone,
  what = "Head at equal flow",
  rises = false,
  small = false,
}: {
  points: readonly DriftPoint[];
  base: Trend["base"];
  zone: string;
  /** What it is of. */
  what?: string;
  /** It goes wrong upwards: drawn from below. */
  rises?: boolean;
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
  // One that goes wrong upwards is drawn with its levels above.
  const sign = rises ? -1 : 1;
  const floor = Math.min(-6, ...points.map((p) => sign * p.percent - 1), ...(small ? [] : [-16]));
  const y = (percent: number) => {
    const down = (2 - sign * percent) / (2 - floor);
    return pad + (rises ? 1 - down : down) * (height - 2 * pad);
  };
  const words = `${what} against the ${base === "fingerprint" ? "fingerprint" : "first visit"}: ${formatNumber(last.percent, 2)} % on ${day(last.at, zone)}, from ${points.length} visits.`;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={words}
      className={small ? classes.spark : classes.trend}
    >
      {LEVELS.filter((l) => l.percent >= floor && (!small || l.percent === -5)).map((l) => (
        <g key={l.name} className={l.percent === -15 ? classes.act : classes.watch}>
          <line x1={pad} x2={width - pad} y1={y(sign * l.percent)} y2={y(sign * l.percent)} />
          {small ? null : (
            <text x={width - pad} y={y(sign * l.percent) - 5} textAnchor="end">
              {l.name}
            </text>
          )}
        </g>
      ))}
      <polyline
        points={points.map((p) => `${x(p.at)},${y(p.percent)}`).join(" ")}
        className={classes.path}
      />
      {points.map((p) => (
        <circle
          key={`${p.at}/${p.percent}`}
          cx={x(p.at)}
          cy={y(p.percent)}
          r={small ? 2 : 4.5}
          className={classes.dot}
        />
      ))}
      <circle cx={x(last.at)} cy={y(last.percent)} r={small ? 4 : 5.5} className={classes.dot} />
      {small
        ? null
        : points
            .filter((p, i) => clear(points, i, x))
            .map((p, i) => (
              <text
                key={`${p.at}/${p.percent}`}
                x={x(p.at)}
                y={y(p.percent) - 10}
                textAnchor={i === 0 ? "start" : "middle"}
                className={classes.value}
              >
                {formatNumber(p.percent, 2)}
              </text>
            ))}
    </svg>
  );
}

/** Whether a point's figure has room: the last always, others when the next one is far enough. */
const clear = (points: readonly DriftPoint[], i: number, x: (at: string) => number): boolean => {
  const next = points[i + 1];
  return !next || x(next.at) - x(points[i]?.at ?? next.at) > 40;
};
