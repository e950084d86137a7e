"use client";

import type { PhasesView } from "@yard-tack/core/board";
import { formatNumber, formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import { lazy, Suspense, useState } from "react";
import { together } from "@/shell/together";
import classes from "./board.module.css";

const ClampHelper = lazy(() => import("./clamp-helper").then((m) => ({ default: m.ClampHelper })));

const CENTRE = { x: 60, y: 62 };
const REACH = 50;
/** Directions of the three corners: up, lower right, lower left. */
const CORNERS = [-90, 30, 150].map((d) => (d * Math.PI) / 180);

/** Three currents at a glance: the inner triangle is today, the outer one the plate. */
export function PhaseTriangle({ view, units }: { view: PhasesView; units: UnitSystem }) {
  const three = view.amps.length === 3;
  const most = Math.max(view.plate ?? 0, ...view.amps.map((a) => a ?? 0)) || 1;
  const corner = (share: number, i: number) => {
    const a = CORNERS[i] ?? 0;
    return `${CENTRE.x + REACH * share * Math.cos(a)},${CENTRE.y + REACH * share * Math.sin(a)}`;
  };
  const shape = (share: (i: number) => number) =>
    [0, 1, 2].map((i) => corner(share(i), i)).join(" ");
  const words = sentence(view, units);
  return (
    <div className={classes.phases} data-testid="phase-triangle">
      {three ? (
        <svg viewBox="0 0 120 104" role="img" aria-label={words} className={classes.triangle}>
          {view.plate ? (
            <polygon points={shape(() => (view.plate ?? 0) / most)} className={classes.plate} />
          ) : null}
          {view.withheld
            ? [-1, 1].map((side) => (
                <polygon
                  key={side}
                  points={shape((i) =>
                    Math.max(0.02, ((view.amps[i] ?? 0) + side * (view.ampsBand95 ?? 0)) / most),
                  )}
                  className={classes.clampBand}
                />
              ))
            : null}
          <polygon
            points={shape((i) => Math.max(0.02, (view.amps[i] ?? 0) / most))}
            className={
              view.band === "alarm" || view.lostPhase !== undefined
                ? classes.todayBad
                : classes.todayPhases
            }
          />
        </svg>
      ) : null}
      <div>
        <p>{words}</p>
        {three ? <Helper view={view} /> : null}
      </div>
    </div>
  );
}

function Helper({ view }: { view: PhasesView }) {
  const [open, setOpen] = useState(false);
  return (
    <details className={classes.table} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>small current on a large clamp?</summary>
      {open ? (
        <Suspense fallback={null}>
          <ClampHelper view={view} />
        </Suspense>
      ) : null}
    </details>
  );
}

function sentence(view: PhasesView, units: UnitSystem): string {
  const parts: string[] = [];
  if (view.lostPhase !== undefined) parts.push(`L${view.lostPhase + 1} carries nothing: stop now.`);
  else if (view.imbalancePercent !== undefined) {
    const apart = `${formatNumber(view.imbalancePercent, 2)} % apart`;
    parts.push(
      view.withheld
        ? `${apart}, within the clamp's own error of the limit: no verdict.`
        : `${apart}.`,
    );
  } else parts.push("One phase is not read yet.");
  if (view.loadFraction !== undefined)
    parts.push(`Load ${formatNumber(100 * view.loadFraction, 2)} % of the plate.`);
  if (view.shaftPower) {
    const show = (v: number) => formatSi(v, "power", units);
    parts.push(
      `Shaft ${show(view.shaftPower.value)} (${show(view.shaftPower.low95).replace(/ .*/, "")} to ${show(view.shaftPower.high95)}).`,
    );
  }
  return together(parts.join(" "));
}
