"use client";

import { Button, TextInput } from "@mantine/core";
import Link from "next/link";
import { useState, useTransition } from "react";
import * as z from "zod";
import classes from "./bring-in.module.css";
import { caseAnswer, type CaseForm } from "./case-fields";

const refusal = z.object({
  errors: z.array(z.object({ path: z.string(), message: z.string() })).min(1),
});
const told = z.object({ pump: z.object({ tag: z.string().optional() }) });

interface Fault {
  readonly path: string;
  readonly message: string;
}

/** Complaints about one file that are shown; the others are counted. */
const SHOWN = 8;

/** A case file: what it is called here and where it goes. What is wrong with it is said by its path. */
export function CasePanel({ name, text }: { name: string; text: string }) {
  const [tag, setTag] = useState(() => tagOf(text));
  const [place, setPlace] = useState("");
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [pump, setPump] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const bring = () =>
    start(async () => {
      const answer = await send({ text, name, tag, place, zone });
      if (typeof answer === "string") setPump(answer);
      else setFaults(answer);
    });
  const at = (path: string) => faults.find((f) => f.path === path)?.message;
  const others = faults.filter((f) => f.path !== "tag" && f.path !== "place");
  return (
    <section aria-labelledby="case-file">
      <h2 id="case-file">A case file: {name}</h2>
      <div className={classes.columns}>
        <TextInput
          label="Tag"
          value={tag}
          onChange={(e) => setTag(e.currentTarget.value)}
          error={at("tag")}
          autoComplete="off"
        />
        <TextInput
          label="Place"
          value={place}
          onChange={(e) => setPlace(e.currentTarget.value)}
          error={at("place")}
          autoComplete="off"
        />
      </div>
      {others.length > 0 ? (
        <div role="alert" className={classes.problem}>
          <p>Nothing was brought in:</p>
          <ul>
            {others.slice(0, SHOWN).map((f) => (
              <li key={`${f.path}${f.message}`}>
                {f.path === "" ? "" : `${f.path}: `}
                {f.message}
              </li>
            ))}
          </ul>
          {others.length > SHOWN ? <p>And {others.length - SHOWN} more.</p> : null}
        </div>
      ) : null}
      <p>
        It becomes a pump with its rating, its plates and its place; what was read in it becomes a
        visit in its log.
      </p>
      {pump === null ? (
        <Button onClick={bring} loading={pending}>
          Bring it in
        </Button>
      ) : (
        <p role="status">
          {tag} is in. <Link href={`/yard/${pump}`}>Open {tag}</Link>
        </p>
      )}
    </section>
  );
}

function tagOf(text: string): string {
  try {
    return told.parse(JSON.parse(text)).pump.tag ?? "";
  } catch {
    return "";
  }
}

/** The pump it became, by id; or what is wrong. */
async function send(form: CaseForm): Promise<string | readonly Fault[]> {
  try {
    const response = await fetch("/yard/bring/case", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(form),
    });
    const json: unknown = await response.json();
    const answer = caseAnswer.safeParse(json);
    if (response.ok && answer.success) return answer.data.pump;
    const why = refusal.safeParse(json);
    if (why.success) return why.data.errors;
  } catch {
    // Said below.
  }
  return [{ path: "", message: "The server did not answer; try again in a moment." }];
}
