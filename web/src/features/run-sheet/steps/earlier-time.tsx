import { Button, TextInput } from "@mantine/core";
import Link from "next/link";
import { useState } from "react";
import { dayAndClock, instantAt, wallTime } from "@/shell/times";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

/** For readings that were written down on paper where a phone is not allowed: they are noted for when they were read. */
export function EarlierTime({ sheet }: { sheet: Sheet }) {
  const { dto, readAt, setReadAt, clockFault } = sheet;
  const { zone } = dto.pump;
  const [fault, setFault] = useState("");
  if (dto.signedAt !== null) return null;
  const choose = (wall: string) => {
    const at = instantAt(wall, zone);
    const later = at !== undefined && Date.parse(at) > Date.now() + clockFault;
    setFault(later ? "That has not been yet." : "");
    setReadAt(at === undefined || later ? null : at);
  };
  return (
    <details className={classes.more}>
      <summary>
        {readAt === null
          ? "Written down on paper before?"
          : `What you type is noted for ${dayAndClock(readAt, zone)}`}
      </summary>
      <div className={classes.inset}>
        <TextInput
          type="datetime-local"
          label="When it was read, by the clock there"
          description="Readings that you type from here on are noted for that time, not for now."
          value={readAt === null ? "" : wallTime(readAt, zone)}
          error={fault}
          onChange={(e) => choose(e.currentTarget.value)}
        />
        {readAt === null ? null : (
          <Button variant="default" onClick={() => setReadAt(null)}>
            From here on as I read
          </Button>
        )}
        <p className={classes.hint}>
          Where phones are not allowed:{" "}
          <Link href={`/sheet/${dto.id}/blank`}>a blank sheet to print</Link>.
        </p>
      </div>
    </details>
  );
}
