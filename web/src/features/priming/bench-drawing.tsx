"use client";

import {
  type BenchForm,
  type BenchLayout,
  type BenchState,
  isOpen,
  type LinkForm,
  type Place,
} from "@yard-tack/core/suction";
import type { Bench } from "./use-bench";
import classes from "./priming.module.css";

const WIDTH = 720;
const HEIGHT = 480;

/** A layout with its water where it stands. Whatever can be worked is tapped here, or by the buttons underneath. */
export function BenchDrawing({ layout, bench }: { layout: BenchLayout; bench: Bench }) {
  const { form, state, controls } = bench;
  const fillOf = (id: string) => {
    const volume = form.cells.find((c) => c.id === id)?.volume ?? 1;
    return Math.max(0, Math.min(1, (state.cells[id]?.water ?? 0) / volume));
  };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className={classes.drawing}
      role="img"
      aria-label={spoken(form, fillOf)}
    >
      {form.links.map((l) => {
        const points = layout.lines[l.id];
        return points ? (
          <Line
            key={l.id}
            link={l}
            points={points}
            state={state}
            open={isOpen(l, controls, state, form)}
          />
        ) : null;
      })}
      {form.cells.map((c) => {
        const at = layout.places[c.id];
        if (!at) return null;
        const fill = fillOf(c.id);
        return (
          <g key={c.id} data-cell={c.id} data-fill={fill.toFixed(2)}>
            <rect
              {...at}
              className={c.open ? classes.tank : classes.vessel}
              rx={c.casing ? 12 : 2}
            />
            <rect
              x={at.x}
              width={at.width}
              y={at.y + at.height * (1 - fill)}
              height={at.height * fill}
              className={classes.water}
              rx={c.casing ? 10 : 1}
            />
            <rect
              {...at}
              className={classes.wall}
              rx={c.casing ? 12 : 2}
              data-open={c.open || undefined}
            />
            <Name at={at} name={c.name} />
          </g>
        );
      })}
      {layout.controls
        .filter((c) => c.kind === "valve")
        .map((c) => {
          const points = layout.lines[c.link];
          const [a, b] = [points?.[0], points?.[1]];
          if (!a || !b) return null;
          const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
          const on = controls[c.id] === true;
          return (
            <g
              key={c.id}
              className={classes.valve}
              data-open={on || undefined}
              onClick={() => bench.toggle(c.id)}
            >
              <rect x={x - 24} y={y - 24} width={48} height={48} className={classes.hit} />
              <path
                d={`M ${x - 13} ${y - 11} L ${x + 13} ${y + 11} V ${y - 11} L ${x - 13} ${y + 11} Z`}
              />
              <text x={x} y={y - 18} className={classes.label}>
                {c.name.toLowerCase()}
              </text>
              <text x={x} y={y + 28} className={classes.label} data-state>
                {on ? "open" : "shut"}
              </text>
            </g>
          );
        })}
    </svg>
  );
}

/** Names of slim pipes stand beside them, of vessels under their top. */
function Name({ at, name }: { at: Place; name: string }) {
  const upright = at.width < 40;
  const lying = at.height < 30;
  return (
    <text
      x={upright ? at.x - 8 : at.x + at.width / 2}
      y={upright ? at.y + at.height / 2 : lying ? at.y - 8 : at.y + 18}
      className={classes.label}
      data-beside={upright || undefined}
    >
      {name}
    </text>
  );
}

function Line({
  link,
  points,
  state,
  open,
}: {
  link: LinkForm;
  points: readonly (readonly [number, number])[];
  state: BenchState;
  open: boolean;
}) {
  const flow = state.links[link.id];
  const water = Math.abs(flow?.water ?? 0) > 1e-6;
  const air = Math.abs(flow?.air ?? 0) > 1e-6;
  const d = points.map(([x, y], i) => `${i === 0 ? "M" : "L"} ${x} ${y}`).join(" ");
  return (
    <path
      d={d}
      className={classes.pipe}
      data-link={link.id}
      data-open={open || undefined}
      data-flows={water ? "water" : air ? "air" : undefined}
    />
  );
}

const spoken = (form: BenchForm, fill: (id: string) => number): string =>
  form.cells.map((c) => `${c.name} ${Math.round(100 * fill(c.id))} % full`).join(", ");
