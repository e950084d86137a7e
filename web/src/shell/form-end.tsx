"use client";

import { Button } from "@mantine/core";
import type { ReactNode } from "react";
import classes from "./fields.module.css";

/** The end of a form: what is wrong with the whole, and the button that sends it. */
export function FormEnd({
  fault,
  pending,
  children,
}: {
  fault: string | undefined;
  pending: boolean;
  children: ReactNode;
}) {
  return (
    <>
      {fault ? (
        <p role="alert" className={classes.fault}>
          {fault}
        </p>
      ) : null}
      <Button type="submit" loading={pending}>
        {children}
      </Button>
    </>
  );
}
