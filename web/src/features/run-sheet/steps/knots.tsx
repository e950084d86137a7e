"use client";

import { STEP_KEYS, STEPS, type StepId } from "./step-list";
import classes from "./knots.module.css";

export interface KnotState {
  readonly id: StepId;
  readonly done: boolean;
  readonly say: string;
}

/** The steps as a knotted line. */
export function Knots({
  knots,
  at,
  onGo,
}: {
  knots: readonly KnotState[];
  at: StepId;
  onGo: (id: StepId) => void;
}) {
  return (
    <nav aria-label="Steps of this run sheet" className={classes.line}>
      <ol>
        {STEPS.map((step, i) => {
          const knot = knots.find((k) => k.id === step.id);
          return (
            <li
              key={step.id}
              data-done={knot?.done || undefined}
              data-here={step.id === at || undefined}
            >
              <button
                type="button"
                onClick={() => onGo(step.id)}
                aria-current={step.id === at ? "step" : undefined}
              >
                <span className={classes.number} aria-hidden>
                  {STEP_KEYS[i]}
                </span>
                <span className={classes.knot} aria-hidden />
                <span className={classes.words}>
                  <b aria-hidden data-short>
                    {step.short}
                  </b>
                  <b data-long>{step.name}</b>
                  <small>{knot?.say}</small>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
