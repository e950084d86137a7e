"use client";

import { Button } from "@mantine/core";
import { useRouter } from "next/navigation";
import { type ReactNode, useState, useTransition } from "react";
import classes from "./put-back.module.css";

/** What stood before the last change, and a tap that puts it back. */
export function PutBack({
  children,
  back,
}: {
  /** What was changed, when and by whom. */
  children: ReactNode;
  /** What went wrong, or null. */
  back: () => Promise<string | null>;
}) {
  const router = useRouter();
  const [pending, start] = useTransition();
  const [problem, setProblem] = useState<string | null>(null);
  const put = () =>
    start(async () => {
      const wrong = await back().catch(
        () => "The server did not answer; nothing was changed. Try again in a moment.",
      );
      setProblem(wrong);
      if (wrong === null) router.refresh();
    });
  return (
    <section className={classes.before} aria-label="Before the last change">
      <p>{children}</p>
      <Button variant="default" loading={pending} onClick={put}>
        Put that back
      </Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </section>
  );
}
