"use client";

import type { Figure, FigureGroup } from "@yard-tack/core/board";
import { useId, useState } from "react";
import classes from "./figures.module.css";

/** The figures of one group; each opens to how it was worked out. */
export function Figures({
  figures,
  group,
  label,
}: {
  figures: readonly Figure[];
  group: FigureGroup;
  label: string;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const panel = useId();
  const own = figures.filter((f) => f.group === group);
  const shown = own.find((f) => f.id === open);
  if (own.length === 0) return null;
  return (
    <section aria-label={label} className={classes.figures} data-testid={`figures-${group}`}>
      <ul>
        {own.map((f) => (
          <li key={f.id}>
            <button
              type="button"
              aria-expanded={f.id === open}
              aria-controls={f.id === open ? panel : undefined}
              onClick={() => setOpen(f.id === open ? null : f.id)}
              data-figure={f.id}
            >
              <span>{f.name}</span>
              <b>{f.text}</b>
            </button>
          </li>
        ))}
      </ul>
      {shown ? (
        <div id={panel} className={classes.working} data-testid="working">
          <p className={classes.formula}>{shown.formula}</p>
          {shown.inputs.length > 0 ? (
            <dl>
              {shown.inputs.map((i) => (
                <div key={`${i.name} ${i.text}`}>
                  <dt>{i.name}</dt>
                  <dd>{i.text}</dd>
                </div>
              ))}
            </dl>
          ) : null}
          {shown.band ? <p>Band: {shown.band}.</p> : null}
          <p className={classes.source}>{shown.source}</p>
        </div>
      ) : null}
    </section>
  );
}
