import { formatSi } from "@yard-tack/core/quantity";
import type { CompareDto } from "./server";
import classes from "./compare.module.css";

const SIZE = { width: 640, height: 300 } as const;
const EDGE = { left: 46, right: 96, top: 14, bottom: 30 } as const;
const TICKS = [0, 0.25, 0.5, 0.75, 1] as const;

/** Heads over flow: this pump, the others, the system, and where they meet. */
export function Curves({ dto }: { dto: CompareDto }) {
  const { lines, duties, units } = dto;
  const all = lines.flatMap((l) => l.points);
  const most = [0, 1].map((axis) => 1.05 * Math.max(...all.map((p) => p[axis] ?? 0))) as [
    number,
    number,
  ];
  const x = (q: number) => EDGE.left + ((SIZE.width - EDGE.left - EDGE.right) * q) / most[0];
  const y = (h: number) =>
    SIZE.height - EDGE.bottom - ((SIZE.height - EDGE.top - EDGE.bottom) * h) / most[1];
  const said = duties
    .map(
      (d) =>
        `${d.name} ${formatSi(d.at[0], "flow", units)} at ${formatSi(d.at[1], "length", units)}`,
    )
    .join("; ");
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className={classes.curves}
      role="img"
      aria-label={`Head over flow. Where each meets the system: ${said || "none does"}.`}
    >
      {TICKS.map((t) => (
        <g key={t}>
          <line
            {...{
              x1: EDGE.left,
              x2: SIZE.width - EDGE.right,
              y1: y(t * most[1]),
              y2: y(t * most[1]),
            }}
            className={classes.grid}
          />
          <text x={EDGE.left - 6} y={y(t * most[1]) + 4} textAnchor="end" className={classes.tick}>
            {formatSi(t * most[1], "length", units, 2)}
          </text>
          <text
            x={x(t * most[0])}
            y={SIZE.height - 10}
            textAnchor="middle"
            className={classes.tick}
          >
            {formatSi(t * most[0], "flow", units, 2)}
          </text>
        </g>
      ))}
      {lines.map((l, i) => {
        const end = l.points.at(-1);
        return (
          <g key={`${l.kind}${l.name}`} data-kind={l.kind} data-n={i % 4} className={classes.curve}>
            <polyline points={l.points.map(([q, h]) => `${x(q)},${y(h)}`).join(" ")} />
            {end ? (
              <text x={x(end[0]) + 6} y={y(end[1]) + (l.kind === "system" ? -6 : 4)}>
                {l.name}
              </text>
            ) : null}
          </g>
        );
      })}
      {duties.map((d) => (
        <circle key={d.name} cx={x(d.at[0])} cy={y(d.at[1])} r={4.5} className={classes.duty} />
      ))}
    </svg>
  );
}
