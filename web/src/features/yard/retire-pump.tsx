"use client";

import { Button } from "@mantine/core";
import { useState, useTransition } from "react";
import { day } from "@/shell/times";
import type { PumpDto } from "./pump-dto";
import { setRetired } from "./retire";
import classes from "./yard.module.css";

/** Takes a pump off the yard and puts it back; what was logged stays either way. */
export function RetirePump({ pump }: { pump: PumpDto }) {
  const [pending, start] = useTransition();
  const [failed, setFailed] = useState(false);
  const off = pump.retiredAt;
  const set = (retire: boolean) =>
    start(async () => {
      setFailed(false);
      await setRetired(pump.id, retire).catch(() => setFailed(true));
    });
  return (
    <div className={classes.retire}>
      {off ? (
        <p role="status">
          Taken off the yard on {day(off, pump.zone)}. Its log, its curve and any open sheet are
          kept.
        </p>
      ) : null}
      <Button variant="default" loading={pending} onClick={() => set(!off)}>
        {off ? `Put ${pump.tag} back on the yard` : `Take ${pump.tag} off the yard`}
      </Button>
      {failed ? (
        <p role="alert">The server did not answer; nothing was changed. Try again in a moment.</p>
      ) : null}
    </div>
  );
}
