import type { SuctionView } from "@yard-tack/core/board";
import { formatFixed, type UnitSystem } from "@yard-tack/core/quantity";
import classes from "./board.module.css";

const WIDTH = 496;
const HEIGHT = 80;

/** NPSH as a bar of liquid: what there is above, what is lost below, what is left and what is needed. */
export function SuctionBudget({ view, units }: { view: SuctionView; units: UnitSystem }) {
  // One decimal each, so that they add up.
  const metres = (v: number) => formatFixed(v, "length", units, 1);
  const push = view.atmosphere + Math.max(0, view.level);
  const scale = (WIDTH * 0.86) / Math.max(push, 1);
  const x = (m: number) => Math.max(0, m) * scale;
  // The dashed line of what is required must not run through the words.
  const needed = view.required === undefined ? 0 : x(view.required);
  const airText = needed < 150 ? needed + 8 : 8;
  const lift = Math.max(0, -view.level);
  const missing = Math.max(0, view.missing ?? 0);
  const taken = [
    { name: "lift", size: lift, className: classes.lost },
    { name: "vapour", size: view.vapour, className: classes.lost },
    { name: "pipe", size: view.loss, className: classes.lost },
    { name: "within bands", size: Math.max(0, view.withinBands), className: classes.level },
    { name: "missing", size: missing, className: classes.missing },
  ].filter((t) => t.size > 0.02);
  const edges = taken.map(
    (_, i) =>
      x(view.available) + taken.slice(0, taken.length - 1 - i).reduce((s, t) => s + x(t.size), 0),
  );
  const labels = sideBySide([
    { at: x(view.available), text: `${metres(view.available)} available` },
    ...(view.required === undefined
      ? []
      : [
          {
            at: needed,
            text: `${metres(view.required)} required`,
            className: classes.requiredText,
          },
        ]),
  ]);
  const summary = `${metres(view.available)} of NPSH available by the ${view.from}${
    view.required === undefined ? "" : `, ${metres(view.required)} required`
  }${missing > 0.02 ? `, ${metres(missing)} missing` : ""}.`;
  return (
    <figure className={classes.figure}>
      <figcaption className={classes.caption}>
        head at the suction, absolute, {units === "us" ? "feet" : "metres"} of liquid
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={summary}
        className={classes.budget}
        data-testid="suction-budget"
      >
        <rect x={0} y={2} width={x(view.atmosphere)} height={22} className={classes.air} />
        <text
          x={airText}
          y={17.5}
        >{`${view.pressed ? "air and pressure on the surface" : "atmosphere"} ${metres(view.atmosphere)}`}</text>
        {view.level > 0 ? (
          <>
            <rect
              x={x(view.atmosphere)}
              y={2}
              width={x(view.level)}
              height={22}
              className={classes.level}
            />
            <text x={x(view.level) > 70 ? x(view.atmosphere) + 6 : x(push) + 6} y={17.5}>
              {`level ${metres(view.level)}`}
            </text>
          </>
        ) : null}
        {taken.map((t, i) => (
          <g key={t.name}>
            <rect
              x={edges[i]}
              y={28}
              width={Math.max(2, x(t.size))}
              height={22}
              className={t.className}
            />
            {x(t.size) > 88 ? (
              <text
                x={clearOf(needed, edges[i] ?? 0) + 7}
                y={43.5}
                className={t.name === "missing" ? classes.onRed : undefined}
              >
                {`${t.name} ${metres(t.size)}`}
              </text>
            ) : t.name === "missing" ? (
              <text
                x={x(view.available) - 8}
                y={43.5}
                textAnchor="end"
                className={classes.besideRed}
              >
                {`missing ${metres(t.size)}`}
              </text>
            ) : null}
          </g>
        ))}
        <line
          x1={x(view.available)}
          x2={x(view.available)}
          y1={0}
          y2={56}
          className={classes.available}
        />
        {view.required !== undefined ? (
          <>
            <line
              x1={x(view.required)}
              x2={x(view.required)}
              y1={0}
              y2={56}
              className={classes.required}
            />
          </>
        ) : null}
        {labels.map((l) => (
          <text key={l.text} x={l.start} y={72} className={l.className}>
            {l.text}
          </text>
        ))}
      </svg>
    </figure>
  );
}

/** Where words may begin in a bar so that the dashed line does not run through their first letters. */
const clearOf = (line: number, start: number): number =>
  line > start && line < start + 40 ? line : start;

interface Label {
  readonly at: number;
  readonly text: string;
  readonly className?: string | undefined;
}

/** About how wide a letter is [px of the drawing]. */
const LETTER = 6.6;
const APART = 12;

/** Labels under their lines, moved apart where they would lie on each other. */
function sideBySide(labels: readonly Label[]): (Label & { readonly start: number })[] {
  const width = (l: Label) => LETTER * l.text.length;
  let free = 0;
  const sorted = labels.toSorted((a, b) => a.at - b.at);
  return sorted.map((l, i) => {
    const others = sorted.slice(i + 1).reduce((s, o) => s + width(o) + APART, 0);
    // The left one of two ends at its line, the right one begins there.
    const wanted = i < sorted.length - 1 ? l.at + 4 - width(l) : l.at - 4;
    const start = Math.max(free, Math.min(wanted, WIDTH - others - width(l)));
    free = start + width(l) + APART;
    return { ...l, start };
  });
}
