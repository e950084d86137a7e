"use client";

import { Button } from "@mantine/core";
import { useRouter } from "next/navigation";
import { useState, useTransition } from "react";
import { day } from "@/shell/times";
import { putNameBack } from "./change-identity";
import type { IdentityDto } from "./server";
import { familyWords } from "./words";
import classes from "./yard.module.css";

/** What a pump was called, and where it stood, before the last change of it; put back by a tap. */
export function PutNameBack({ dto }: { dto: IdentityDto }) {
  const router = useRouter();
  const [pending, start] = useTransition();
  const [problem, setProblem] = useState<string | null>(null);
  const { earlier, changedAt, changedBy } = dto;
  if (!earlier || !changedAt) return null;
  const now = dto.places.find((p) => p.id === dto.siteId);
  const was = [
    ...(earlier.tag === dto.tag ? [] : [earlier.tag]),
    ...(earlier.family === dto.family ? [] : [familyWords(earlier.family)]),
    ...(earlier.purpose === dto.purpose ? [] : [earlier.purpose || "for no stated purpose"]),
    ...(earlier.site.id === dto.siteId && earlier.site.name === now?.name
      ? []
      : [`at ${earlier.site.name}`]),
    ...(earlier.site.zone === dto.zone ? [] : [`in the zone ${earlier.site.zone}`]),
  ];
  const back = () =>
    start(async () => {
      const wrong = await putNameBack(dto.pumpId).catch(
        () => "The server did not answer; nothing was changed. Try again in a moment.",
      );
      setProblem(wrong);
      if (wrong === null) router.refresh();
    });
  return (
    <section className={classes.before} aria-label="Before the last change">
      <p>
        Changed {day(changedAt.toISOString(), dto.zone)}
        {changedBy ? ` by ${changedBy}` : ""}. Before it was{" "}
        <b>{was.length === 0 ? "as it is" : was.join(", ")}</b>.
      </p>
      <Button variant="default" loading={pending} onClick={back}>
        Put that back
      </Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </section>
  );
}
