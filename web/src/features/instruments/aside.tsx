"use client";

import { Button } from "@mantine/core";
import { useState, useTransition } from "react";
import { setAside } from "./save-instrument";

/** Puts an instrument aside, and takes it up again. */
export function Aside({ id, name, aside }: { id: string; name: string; aside: boolean }) {
  const [pending, start] = useTransition();
  const [problem, setProblem] = useState<string | null>(null);
  const turn = () =>
    start(async () =>
      setProblem(
        await setAside(id, !aside).catch(
          () => "The server did not answer; nothing was changed. Try again in a moment.",
        ),
      ),
    );
  return (
    <>
      <Button
        variant="default"
        loading={pending}
        onClick={turn}
        aria-label={`${aside ? "Take up again" : "Put aside"}: ${name}`}
      >
        {aside ? "Take up again" : "Put aside"}
      </Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </>
  );
}
