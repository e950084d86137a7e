"use client";

import { TOOLS, USUAL_TOOLS } from "@yard-tack/core/visit";
import { useSettings } from "@/shell/who";
import classes from "./steps.module.css";

/** Instruments somebody has with them, remembered for the person. */
export function OnHand() {
  const [settings, change] = useSettings();
  const onHand = settings.onHand ?? USUAL_TOOLS;
  return (
    <fieldset className={classes.onHand}>
      <legend>With me, remembered for me</legend>
      {TOOLS.map((t) => (
        <button
          key={t}
          type="button"
          className={classes.chip}
          aria-pressed={onHand.includes(t)}
          onClick={() =>
            change({ onHand: onHand.includes(t) ? onHand.filter((x) => x !== t) : [...onHand, t] })
          }
        >
          {t}
        </button>
      ))}
    </fieldset>
  );
}
