"use client";

import { type ReadingEntry, stripsOf } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { clock } from "@/shell/times";
import type { Sheet } from "./use-sheet";
import classes from "./aside-panel.module.css";

/** Strips that were read on two devices, differently: with names and times, and a tap that settles which one is used. */
export function Disputes({ sheet }: { sheet: Sheet }) {
  const { dto, state, facts } = sheet;
  if (state.rivals.size === 0) return null;
  const strips = stripsOf(dto.pump.instruments, facts, dto.pump.units);
  return (
    <section className={classes.panel} aria-label="Read twice" data-testid="disputes">
      {[...state.rivals].map(([key, readings]) => {
        const [first] = readings;
        if (!first) return null;
        const name = strips.find((s) => s.slot === first.slot)?.name ?? first.slot;
        return (
          <div key={key} className={classes.aside} data-dispute={first.slot}>
            <p role="alert">
              {name}, {first.snapshot.replace(/^test:/, "")}: read twice, differently. The first
              that the server had counts until one is chosen.
            </p>
            <div className={classes.buttons}>
              {readings.map((r) => (
                <Button key={r.id} variant="default" onClick={() => sheet.add(again(r))}>
                  Use {r.raw}, {dto.people[r.personId] ?? "somebody"} {clock(r.at, dto.pump.zone)}
                </Button>
              ))}
            </div>
          </div>
        );
      })}
    </section>
  );
}

/** The same reading, said once more by whoever chooses it. */
const again = ({ snapshot, slot, raw, unit, si, fault, reason }: ReadingEntry) =>
  ({ kind: "reading", snapshot, slot, raw, unit, si, fault, reason }) as const;
