"use client";

import { type ReactNode, useState, useSyncExternalStore } from "react";
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

/** The texts of a form and what ties a field to its own: its name, its value, its change. */
export function useFields<Name extends string>(initial: Readonly<Record<Name, string>>) {
  const [fields, setFields] = useState(initial);
  const field = (name: Name) => ({
    name,
    value: fields[name],
    onChange: ({ currentTarget: { value } }: { currentTarget: { value: string } }) =>
      setFields((known) => ({ ...known, [name]: value })),
  });
  return { fields, field };
}
