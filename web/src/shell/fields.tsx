"use client";

import type { ReactNode } from "react";
import classes from "./fields.module.css";
import { useAlive } from "./use-alive";

/**
 * Fields that wait until the page has come alive: what is typed into a page before that would be
 * overwritten by it.
 */
export function Fields({ children }: { children: ReactNode }) {
  const alive = useAlive();
  return (
    <fieldset disabled={!alive} className={classes.fields}>
      {children}
    </fieldset>
  );
}
