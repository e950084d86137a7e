"use client";

import { hoursPerDay } from "@yard-tack/core/upkeep";
import { readHours } from "@yard-tack/core/visit";
import { day } from "@/shell/times";
import type { Sheet } from "../use-sheet";
import { Words } from "./words";
import classes from "./steps.module.css";

/** The counter of hours run, where a round asks for it. */
export function HoursRun({ sheet }: { sheet: Sheet }) {
  const { round, pump } = sheet.dto;
  const last = round.counter.at(-1);
  const perDay = hoursPerDay(round.counter);
  const about = (text: string) => {
    const hours = readHours(text);
    if (text.trim() !== "" && hours === undefined)
      return { fault: "That is no number of hours; it is kept as words and not counted." };
    if (hours !== undefined && last && hours < last.hours)
      return { hint: "Less than last time: it counts as a new counter." };
    return last
      ? {
          hint: `${Math.round(last.hours)} h on ${day(new Date(last.at).toISOString(), pump.zone)}${perDay ? `, about ${perDay.toFixed(1)} h a day` : ""}`,
        }
      : { hint: "Two looks some days apart tell how much it runs." };
  };
  return (
    <div className={classes.inset} data-testid="hours-run">
      <Words
        sheet={sheet}
        subject={{ topic: "hours-run" }}
        label="Counter of hours run"
        rows={1}
        about={about}
      />
    </div>
  );
}
