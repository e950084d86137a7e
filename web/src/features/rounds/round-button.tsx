"use client";

import { Button } from "@mantine/core";
import { useActionState } from "react";
import { NO_ERRORS } from "@/shell/form-answer";
import { planRound } from "./plan-round";
import classes from "./rounds.module.css";

/** A round of a whole place: a sheet for each of its pumps. */
export function RoundButton({ site, name }: { site: string; name: string }) {
  const [answer, plan, pending] = useActionState(planRound, NO_ERRORS);
  const fault = Object.values(answer.errors)[0];
  return (
    <form action={plan} className={classes.round}>
      <input type="hidden" name="site" value={site} />
      <Button
        type="submit"
        variant="default"
        loading={pending}
        aria-label={`Plan a round of ${name}`}
      >
        Plan a round
      </Button>
      {fault ? <p role="alert">{fault}</p> : null}
    </form>
  );
}
