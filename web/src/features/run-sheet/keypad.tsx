"use client";

import { prettyUnit } from "@yard-tack/core/quantity";
import classes from "./strip.module.css";

export interface KeypadProps {
  readonly units: readonly string[];
  readonly unit: string;
  readonly signed: boolean;
  /** "vac" belongs to pressures only. */
  readonly vacuum: boolean;
  readonly vac: boolean;
  /** Whether swings and repeats can be entered. */
  readonly many: boolean;
  readonly onKey: (key: string) => void;
  readonly onUnit: (unit: string) => void;
  readonly onVac: () => void;
  readonly onNext: () => void;
}

const DIGITS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", "0", "."] as const;

/** A strip's own keys, so that the phone's keyboard is never needed. */
export function Keypad(props: KeypadProps) {
  const { units, unit, signed, vacuum, vac, many, onKey, onUnit, onVac, onNext } = props;
  // The strip keeps the focus while its keys are tapped.
  const hold = (event: React.SyntheticEvent) => event.preventDefault();
  return (
    <div
      className={classes.keypad}
      onMouseDown={hold}
      role="group"
      aria-label="Keys of this reading"
      data-testid="keypad"
    >
      <div className={classes.digits}>
        {DIGITS.map((d) => (
          <button key={d} type="button" tabIndex={-1} onClick={() => onKey(d)}>
            {d}
          </button>
        ))}
        <button
          type="button"
          tabIndex={-1}
          aria-label="take back one figure"
          onClick={() => onKey("back")}
        >
          ⌫
        </button>
      </div>
      <div className={classes.side}>
        {signed ? (
          <button type="button" tabIndex={-1} aria-label="minus" onClick={() => onKey("minus")}>
            −
          </button>
        ) : null}
        {vacuum ? (
          <button type="button" tabIndex={-1} aria-pressed={vac} onClick={onVac}>
            vac
          </button>
        ) : null}
        {many ? (
          <>
            <button
              type="button"
              tabIndex={-1}
              aria-label="swings to: the other end of a needle that swings"
              onClick={() => onKey("swing")}
            >
              swings to
            </button>
            <button
              type="button"
              tabIndex={-1}
              aria-label="again: one more reading of the same"
              onClick={() => onKey("again")}
            >
              again
            </button>
          </>
        ) : null}
        {units.slice(0, 3).map((u) => (
          <button
            key={u}
            type="button"
            tabIndex={-1}
            aria-pressed={u === unit}
            onClick={() => onUnit(u)}
          >
            {prettyUnit(u)}
          </button>
        ))}
        <button type="button" tabIndex={-1} className={classes.next} onClick={onNext}>
          Next
        </button>
      </div>
    </div>
  );
}
