"use client";

import { Checkbox } from "@mantine/core";
import { useSettings } from "@/shell/who";
import { TOOLS, USUAL_TOOLS } from "../slots";
import classes from "./steps.module.css";

/** Instruments somebody has with them, remembered for the person. */
export function OnHand() {
  const [settings, change] = useSettings();
  const onHand = settings.onHand ?? USUAL_TOOLS;
  return (
    <fieldset className={classes.onHand}>
      <legend>With me, remembered for me</legend>
      {TOOLS.map((t) => (
        <Checkbox
          key={t}
          label={t}
          checked={onHand.includes(t)}
          onChange={(e) =>
            change({ onHand: e.target.checked ? [...onHand, t] : onHand.filter((x) => x !== t) })
          }
        />
      ))}
    </fieldset>
  );
}
