"use client";

import { type ReactNode, useSyncExternalStore } from "react";
import classes from "./fields.module.css";

const never = () => () => undefined;

/**
 * Fields that wait until the page has come alive: what is typed into a page before that would be
 * overwritten by it.
 */
export function Fields({ children }: { children: ReactNode }) {
  const alive = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return (
    <fieldset disabled={!alive} className={classes.fields}>
      {children}
    </fieldset>
  );
}
