import type { FieldView } from "@yard-tack/core/board";
import { formatNumber, formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import classes from "./board.module.css";

const WIDTH = 496;
const HEIGHT = 88;
const LEFT = 40;
const RIGHT = 96;

/** Distance of each valve position from the rated curve, named by its shape. */
export function FieldResidual({ view, units }: { view: FieldView; units: UnitSystem }) {
  const most = Math.max(...view.points.map((p) => Math.abs(p.residual) + p.half95), 0.5);
  const widest = Math.max(...view.points.map((p) => p.flow), 1e-9);
  const x = (q: number) => LEFT + (q / widest) * (WIDTH - LEFT - RIGHT);
  const y = (r: number) => HEIGHT / 2 - (r / most) * (HEIGHT / 2 - 12);
  return (
    <figure className={classes.figure} data-testid="field-residual">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={view.points
          .map((p) => `${p.label}: ${formatSi(p.residual, "length", units)} from the rated curve`)
          .join("; ")}
        className={classes.residual}
      >
        <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(0)} y2={y(0)} className={classes.residualZero} />
        <text x={0} y={y(0) + 4}>
          rated
        </text>
        {view.points.map((p) => (
          <g key={p.label}>
            <line
              x1={x(p.flow)}
              x2={x(p.flow)}
              y1={y(p.residual - p.half95)}
              y2={y(p.residual + p.half95)}
              className={classes.residualBand}
            />
            <circle cx={x(p.flow)} cy={y(p.residual)} r={5} className={classes.residualDot} />
            <text x={x(p.flow) + 10} y={y(p.residual) + 4}>
              {`${p.label} ${p.residual > 0 ? "+" : ""}${formatNumber(units === "us" ? p.residual / 0.3048 : p.residual, 2)}`}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className={classes.says}>
        <p>{view.sentence}</p>
      </figcaption>
    </figure>
  );
}
