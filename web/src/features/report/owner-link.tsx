"use client";

import { Button, TextInput } from "@mantine/core";
import { useState, useTransition } from "react";
import { ForHands } from "@/shell/for-hands";
import type { Paper } from "@/db";
import { endLinks, makeLink } from "./link-actions";
import classes from "./owner-link.module.css";

const NO_ANSWER = "The server did not answer. Try again in a moment.";

/** An address for somebody who has no account here: it opens this one paper and nothing else. */
export function OwnerLink({
  of,
  what = "this report",
  links,
}: {
  of: Paper;
  /** What it opens, in words. */
  what?: string;
  /** Those that are good: when each was made and until when, in words. */
  links: readonly { readonly id: string; readonly say: string }[];
}) {
  const [pending, start] = useTransition();
  const [address, setAddress] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const make = () =>
    start(async () => {
      const made = await makeLink(of).catch(() => ({ ok: false, message: NO_ANSWER }) as const);
      setAddress(made.ok ? made.address : null);
      setProblem(made.ok ? null : made.message);
    });
  const end = () =>
    start(async () => {
      const wrong = await endLinks(of).catch(() => NO_ANSWER);
      setProblem(wrong);
      if (wrong === null) setAddress(null);
    });
  return (
    <ForHands>
      <section className={`${classes.link} no-print`} aria-label="For the owner">
        <h2>For the owner</h2>
        <p>
          An address that opens {what} for whoever has it, for ninety days. Nothing else can be seen
          with it.
        </p>
        {address ? (
          <TextInput
            label="The address, told this once"
            value={address}
            readOnly
            onFocus={(e) => e.currentTarget.select()}
          />
        ) : null}
        {links.length > 0 ? (
          <ul>
            {links.map((l) => (
              <li key={l.id}>{l.say}</li>
            ))}
          </ul>
        ) : null}
        {problem ? <p role="alert">{problem}</p> : null}
        <div className={classes.taps}>
          <Button variant="default" loading={pending} onClick={make}>
            Make an address
          </Button>
          {links.length > 0 ? (
            <Button variant="default" loading={pending} onClick={end}>
              {links.length === 1 ? "End it" : `End all ${links.length}`}
            </Button>
          ) : null}
        </div>
      </section>
    </ForHands>
  );
}
