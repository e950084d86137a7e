"use client";

import { observationRow } from "@yard-tack/core/diagnosis";
import { Button } from "@mantine/core";
import { day, dayAndClock } from "@/shell/times";
import { pumpLine } from "@/features/yard";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

/** What was said on the phone, and what happened here before. */
export function CallStep({ sheet, onNext }: { sheet: Sheet; onNext: () => void }) {
  const { dto } = sheet;
  const { pump } = dto;
  const codes = dto.codes.map((c) => observationRow(c)?.name ?? c);
  return (
    <section className={classes.body}>
      <h2>{dto.kind === "round" ? "Planned round" : "Call"}</h2>
      {dto.recurrence ? (
        <p className={classes.alert}>
          Second time in {dto.recurrence.daysAgo} days. On {day(dto.recurrence.at, pump.zone)}:{" "}
          {dto.recurrence.found} {dto.recurrence.done}
        </p>
      ) : null}
      <dl className={classes.facts}>
        <dt>Pump</dt>
        <dd>
          {pump.tag}, {pump.purpose}, {pumpLine(pump)}
        </dd>
        <dt>Place</dt>
        <dd>{pump.siteName}</dd>
        {dto.complaint ? (
          <>
            <dt>Complaint</dt>
            <dd>{dto.complaint}</dd>
          </>
        ) : null}
        {dto.callerNote ? (
          <>
            <dt>In their words</dt>
            <dd>“{dto.callerNote}”</dd>
          </>
        ) : null}
        {codes.length > 0 ? (
          <>
            <dt>Taken as</dt>
            <dd>{codes.join(", ")}</dd>
          </>
        ) : null}
        <dt>Due</dt>
        <dd>{dayAndClock(dto.dueAt, pump.zone)}</dd>
      </dl>
      <p className={classes.advice}>
        Until someone is there: do not run it dry, do not run it against a shut valve, switch it off
        if it is hot, loud or smells.
      </p>
      <Button onClick={onNext}>Make safe</Button>
    </section>
  );
}
