import { formatSi } from "@yard-tack/core/quantity";
import { axis } from "@/shell/axis";
import type { CompareDto } from "./server";
import classes from "./compare.module.css";

const SIZE = { width: 640, height: 300 } as const;
const EDGE = { left: 46, right: 96, top: 14, bottom: 30 } as const;
/** Names of two ends nearer to each other than this are set apart [px]. */
const CLOSE = 14;

/** Heads over flow: this pump, the others, the system, and where they meet. */
export function Curves({ dto }: { dto: CompareDto }) {
  const { lines, duties, units } = dto;
  const all = lines.flatMap((l) => l.points);
  const across = axis(Math.max(...all.map((p) => p[0])), "flow", units);
  const up = axis(Math.max(...all.map((p) => p[1])), "length", units);
  const x = (q: number) => EDGE.left + ((SIZE.width - EDGE.left - EDGE.right) * q) / across.end;
  const y = (h: number) =>
    SIZE.height - EDGE.bottom - ((SIZE.height - EDGE.top - EDGE.bottom) * h) / up.end;
  const ends = namedEnds(lines.map((l) => l.points.at(-1)).map((p) => p && [x(p[0]), y(p[1])]));
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
      {up.ticks.map((t) => (
        <g key={t.text}>
          <line
            {...{ x1: EDGE.left, x2: SIZE.width - EDGE.right, y1: y(t.si), y2: y(t.si) }}
            className={classes.grid}
          />
          <text x={EDGE.left - 6} y={y(t.si) + 4} textAnchor="end" className={classes.tick}>
            {t.text}
          </text>
        </g>
      ))}
      {across.ticks.map((t) => (
        <text
          key={t.text}
          {...{ x: x(t.si), y: SIZE.height - 10, textAnchor: "middle" }}
          className={classes.tick}
        >
          {t.text}
        </text>
      ))}
      {lines.map((l, i) => {
        const end = ends[i];
        return (
          <g key={`${l.kind}${l.name}`} data-kind={l.kind} data-n={i % 4} className={classes.curve}>
            <polyline points={l.points.map(([q, h]) => `${x(q)},${y(h)}`).join(" ")} />
            {end ? (
              <text x={end[0] + 6} y={end[1] + 4}>
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

/** Where names stand at the ends of lines, one under the other where two ends meet. */
function namedEnds(
  ends: readonly (readonly [x: number, y: number] | undefined)[],
): readonly (readonly [x: number, y: number] | undefined)[] {
  const taken: (readonly [number, number])[] = [];
  return ends.map((end) => {
    if (!end) return undefined;
    const [at] = end;
    let [, down] = end;
    while (taken.some(([a, d]) => Math.abs(a - at) < 60 && Math.abs(d - down) < CLOSE))
      down += CLOSE;
    taken.push([at, down]);
    return [at, down] as const;
  });
}
