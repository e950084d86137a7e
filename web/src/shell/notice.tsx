"use client";

import { Button } from "@mantine/core";
import Link from "next/link";
import classes from "./notice.module.css";

/** A page that says what happened, what was kept and what to do. */
export function Notice({
  title,
  text,
  action,
  onAction,
}: {
  title: string;
  text: string;
  action?: string;
  onAction?: () => void;
}) {
  return (
    <main className={classes.notice}>
      <h1>{title}</h1>
      <p>{text}</p>
      {action ? <Button onClick={onAction}>{action}</Button> : null}
      <Link href="/">Back to the Slate</Link>
    </main>
  );
}
