"use client";

import type { BudgetView, SweepView } from "@yard-tack/core/board";
import classes from "./budget.module.css";

/** What the air gives, and what each takes of it: a bar that is read across. */
export function Budget({ budget }: { budget: BudgetView }) {
  const total = budget.bars.reduce((sum, b) => sum + Math.max(0, b.metres), 0);
  const short = budget.bars.at(-1)?.name === "short";
  return (
    <section aria-label="Lift budget" className={classes.budget}>
      <h2>Lift budget</h2>
      <div
        className={classes.bar}
        role="img"
        aria-label={budget.bars.map((b) => `${b.name} ${b.text}`).join(", ")}
      >
        {budget.bars.map((b, i) => (
          <div
            key={b.name}
            data-kind={i}
            data-short={b.metres < 0 || undefined}
            style={{ flexGrow: Math.max(0.02 * total, Math.abs(b.metres)) }}
          >
            <span>{b.name}</span>
            <b>{b.text}</b>
          </div>
        ))}
      </div>
      <p data-short={short || undefined}>{budget.greatest}</p>
      <ul>
        {budget.rules.map((r) => (
          <li key={r.words} data-misleads={r.misleads || undefined}>
            {r.words};{" "}
            <b>{r.misleads ? "followed to its end it would starve this pump" : "holds here"}</b>.
          </li>
        ))}
      </ul>
      {budget.because.length > 0 ? <p>Because {budget.because.join(", ")}.</p> : null}
    </section>
  );
}

/** Spare NPSH over level and temperature. */
export function SweepTable({ sweep }: { sweep: SweepView }) {
  return (
    <details className={classes.sweep}>
      <summary>Margin over level and temperature</summary>
      <div
        className={classes.scroll}
        tabIndex={0}
        role="group"
        aria-label="Margin over level and temperature"
      >
        <table>
          <thead>
            <tr>
              <th scope="col">liquid at</th>
              {sweep.levels.map((l) => (
                <th key={l} scope="col">
                  level {l}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sweep.rows.map((row) => (
              <tr key={row.temperature}>
                <th scope="row">{row.temperature}</th>
                {row.cells.map((c, i) => (
                  <td key={i} data-short={c?.short || undefined}>
                    {c?.text ?? "–"}
                    {c?.short ? " short" : ""}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
