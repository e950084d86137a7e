"use client";

import { Button } from "@mantine/core";
import { useState, useTransition } from "react";
import { tellApart, tellSame } from "./tell";

const AWAY = "The server did not answer; nothing was changed. Try again in a moment.";

/** Asks the server for something that answers with what went wrong, or with nothing. */
function useTelling() {
  const [pending, start] = useTransition();
  const [problem, setProblem] = useState<string | null>(null);
  const tell = (work: () => Promise<string | null>) =>
    start(async () => setProblem(await work().catch(() => AWAY)));
  return { pending, problem, tell };
}

/** Keeps one of two, and lets the other go from the lists. */
export function KeepOne({ keep, other, name }: { keep: string; other: string; name: string }) {
  const { pending, problem, tell } = useTelling();
  return (
    <>
      <Button variant="default" loading={pending} onClick={() => tell(() => tellSame(keep, other))}>
        It is one: keep {name}
      </Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </>
  );
}

/** Takes back that a pump was told to be another. */
export function TellApart({ other, tag }: { other: string; tag: string }) {
  const { pending, problem, tell } = useTelling();
  return (
    <>
      <Button variant="default" loading={pending} onClick={() => tell(() => tellApart(other))}>
        {tag} is a pump of its own after all
      </Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </>
  );
}
