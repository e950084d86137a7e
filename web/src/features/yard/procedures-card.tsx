"use client";

import { Button, NativeSelect } from "@mantine/core";
import { useActionState } from "react";
import { NO_ERRORS } from "@/shell/form-answer";
import { beginProcedure } from "./begin-procedure";
import type { PumpPageDto } from "./server";
import classes from "./yard.module.css";

/** A procedure on this pump without a call. */
export function ProceduresCard({ pump, list }: { pump: string; list: PumpPageDto["procedures"] }) {
  const [answer, begin, pending] = useActionState(beginProcedure, NO_ERRORS);
  const fault = Object.values(answer.errors)[0];
  return (
    <section className={classes.procedures} aria-label="Procedures">
      <h2>Procedures</h2>
      <form action={begin}>
        <input type="hidden" name="pump" value={pump} />
        <NativeSelect
          label="On this pump, without a call"
          name="procedure"
          data={list.map((p) => ({ value: p.id, label: p.name }))}
        />
        <Button type="submit" variant="default" loading={pending}>
          Begin
        </Button>
      </form>
      {fault ? <p role="alert">{fault}</p> : null}
    </section>
  );
}
