"use client";

import type { BoardView } from "@yard-tack/core/board";
import { looksFor, phoneAdvice } from "@yard-tack/core/procedure";
import { Button } from "@mantine/core";
import { useMemo, useState } from "react";
import { pumpLine } from "@/features/yard";
import { day, dayAndClock } from "@/shell/times";
import type { Sheet } from "../use-sheet";
import { ChipGroup } from "./chips";
import { CallChanges } from "./lazy-steps";
import { Words } from "./words";
import classes from "./steps.module.css";

const TOLD = ["complaint", "onset"] as const;
const NAMES = { complaint: "Taken as", onset: "Since when" } as const;

/** What was said on the phone, what happened here before, what to tell them and what to load. */
export function CallStep({
  sheet,
  view,
  onNext,
}: {
  sheet: Sheet;
  view: BoardView | null;
  onNext: () => void;
}) {
  const { dto, facts } = sheet;
  const { pump, recurrence } = dto;
  const [changing, setChanging] = useState(false);
  const codes = useMemo(() => {
    const { observations } = sheet.state;
    const noted = [...observations].filter(([, s]) => s === "present").map(([o]) => o);
    return [...dto.codes.filter((c) => observations.get(c) !== "absent"), ...noted];
  }, [dto.codes, sheet.state]);
  const advice = dto.kind === "round" ? [] : phoneAdvice(facts, codes);
  const told = looksFor(facts, { set: new Set(codes), open: false });
  const load = view?.load;
  return (
    <section className={classes.body}>
      <h2>{dto.kind === "round" ? "Planned round" : "Call"}</h2>
      {recurrence ? (
        <div className={classes.again} role="note">
          <b>
            Second time in {recurrence.daysAgo} days: {recurrence.title.toLowerCase()}
          </b>
          <p>
            {day(recurrence.at, pump.zone)}. Found: {recurrence.found} Done: {recurrence.done}
          </p>
        </div>
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
        <dt>Due</dt>
        <dd>{dayAndClock(dto.dueAt, pump.zone)}</dd>
        {dto.assignedTo ? (
          <>
            <dt>Whose</dt>
            <dd>{dto.people[dto.assignedTo]}</dd>
          </>
        ) : null}
      </dl>
      {advice.length > 0 ? (
        <section className={classes.tell} aria-label="Tell them until someone is there">
          <h3>Tell them until someone is there</h3>
          <ul>
            {advice.map((a) => (
              <li key={a}>{a}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {load ? (
        <section className={classes.load} aria-label="Take along">
          <h3>Take along</h3>
          <p>{load.readings.join(", ")}.</p>
          {load.tests.length > 0 ? <p>For the tests: {load.tests.join(", ")}.</p> : null}
          {load.parts.length > 0 ? <p>Parts it may want: {load.parts.join(", ")}.</p> : null}
        </section>
      ) : null}
      {TOLD.map((id) => (
        <ChipGroup
          key={id}
          name={NAMES[id]}
          rows={told.find((g) => g.id === id)?.rows ?? []}
          sheet={sheet}
          told={dto.codes}
        />
      ))}
      <Words
        sheet={sheet}
        subject={{ topic: "words", about: "call" }}
        label="What changed, what else they said"
        rows={2}
      />
      <Button onClick={onNext}>Make safe</Button>
      {dto.signedAt === null ? (
        <details className={classes.method} onToggle={(e) => setChanging(e.currentTarget.open)}>
          <summary>Change this call, or call it off</summary>
          {changing ? <CallChanges dto={dto} /> : null}
        </details>
      ) : null}
    </section>
  );
}
