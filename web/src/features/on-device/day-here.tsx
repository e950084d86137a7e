"use client";

import { Button } from "@mantine/core";
import type { SheetDto } from "@/features/run-sheet";
import { PageHead } from "@/shell/page-head";
import { clock, day } from "@/shell/times";
import { AgainButton } from "./again-button";
import classes from "./on-device.module.css";

/** A sheet of this device. */
export interface DaySheet {
  readonly dto: SheetDto;
  /** Something of it is still to be sent. */
  readonly unsent: boolean;
}

/** The Slate with no network: the sheets that are on this device. */
export function DayHere({ sheets }: { sheets: readonly DaySheet[] }) {
  return (
    <main>
      <PageHead title="No server in reach" about="The sheets that are on this device">
        <Button component="a" href="/call" variant="default">
          New call
        </Button>
        <AgainButton />
      </PageHead>
      <div className={classes.page}>
        <p className={classes.lead}>
          {sheets.length === 0
            ? "No sheet is on this device. They come when the Slate is opened with a network."
            : "They open, can be worked on and keep everything that is typed; it is sent when there is a network again."}
        </p>
        <ul className={classes.sheets}>
          {sheets.map(({ dto, unsent }) => (
            <li key={dto.id}>
              <a href={`/sheet/${dto.id}`}>
                <span className={classes.when}>
                  {day(dto.dueAt, dto.pump.zone)}, {clock(dto.dueAt, dto.pump.zone)}
                </span>
                <b>{dto.pump.tag}</b>
                <span>
                  {dto.complaint || (dto.kind === "round" ? "Round" : "")}
                  <small>{dto.pump.siteName}</small>
                  {unsent ? <em>something of it is not sent yet</em> : null}
                </span>
              </a>
            </li>
          ))}
        </ul>
      </div>
    </main>
  );
}
