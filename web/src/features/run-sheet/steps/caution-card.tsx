"use client";

import type { CautionId } from "@yard-tack/core/case";
import { cautionRow, DEFERENCE } from "@yard-tack/core/diagnosis";
import { Button } from "@mantine/core";
import { useState } from "react";
import { useWho } from "@/shell/who";
import { clock } from "@/shell/times";
import { focusAfter } from "../focus-after";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

/** One caution: read, then acknowledged by name and time. */
export function CautionCard({ id, sheet }: { id: CautionId; sheet: Sheet }) {
  const who = useWho();
  const row = cautionRow(id);
  const done = sheet.state.acknowledged.get(id);
  return (
    <article
      className={classes.caution}
      data-done={done !== undefined || undefined}
      data-caution={id}
    >
      <h3>
        <span>Caution</span> {row.title}
      </h3>
      <p>{row.text}</p>
      {done ? (
        <p className={classes.acknowledged}>
          Acknowledged by {sheet.dto.people[done.personId] ?? who.name} at{" "}
          {clock(done.at, sheet.dto.pump.zone)}
        </p>
      ) : (
        <Button
          variant="default"
          onClick={(e) => {
            const card = e.currentTarget.closest("article");
            sheet.add({ kind: "acknowledgement", caution: id });
            // A finger goes where it wants to; only keys and voices are led on.
            if (card && e.detail === 0) focusAfter(card);
          }}
        >
          Read and acknowledged, {who.name}
        </Button>
      )}
    </article>
  );
}

/**
 * Several cautions, with the deference that ends them. One that is acknowledged stays while the others are read: were it
 * gone, the next would lie under the finger, and a second tap would acknowledge what nobody has read.
 */
export function Cautions({ ids, sheet }: { ids: readonly CautionId[]; sheet: Sheet }) {
  const [shown, setShown] = useState(ids);
  const fresh = ids.filter((id) => !shown.includes(id));
  if (fresh.length > 0) setShown([...shown, ...fresh]);
  const stay = shown.filter((id) => ids.includes(id) || sheet.state.acknowledged.has(id));
  return (
    <div>
      {stay.map((id) => (
        <CautionCard key={id} id={id} sheet={sheet} />
      ))}
      {stay.length > 0 ? <p className={classes.deference}>{DEFERENCE}</p> : null}
    </div>
  );
}
