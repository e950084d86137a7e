"use client";

import { Button, TextInput } from "@mantine/core";
import Link from "next/link";
import { useState, useTransition } from "react";
import { ForHands } from "@/shell/for-hands";
import { FormEnd } from "@/shell/form-end";
import { clock, dayNear, otherDay, wallTime } from "@/shell/times";
import { useActionForm } from "@/shell/use-action-form";
import { MoveHandle } from "./move-days";
import { dropPromise, openRound, promiseDone, putOff } from "./promise-actions";
import { droppedFields, movedFields } from "./promise-fields";
import type { SlatePromise } from "./server";
import classes from "./slate.module.css";

/** What was promised and falls due today, or waits. */
export function PromisedList({
  title,
  promises,
  zone,
  now,
}: {
  title: string;
  promises: readonly SlatePromise[];
  zone: string;
  now: string;
}) {
  if (promises.length === 0) return null;
  return (
    <section>
      <h2 className={classes.listTitle}>{title}</h2>
      <ul className={classes.calls}>
        {promises.map((p) => (
          <li
            key={p.id}
            data-waits={p.waits || undefined}
            data-promise={p.id}
            className={classes.movable}
          >
            <ForHands>
              <MoveHandle id={p.id} what="promise" name={`${p.tag} ${p.what}`} day={p.day} />
            </ForHands>
            <Promised promise={p} zone={zone} now={now} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Promised({ promise: p, zone, now }: { promise: SlatePromise; zone: string; now: string }) {
  const [pending, start] = useTransition();
  const [problem, setProblem] = useState<string | null>(null);
  const [other, setOther] = useState(false);
  const overdue = p.dueAt < now;
  return (
    <div className={classes.promised}>
      <span className={classes.time}>
        <b>{p.waits ? dayNear(p.dueAt, now, p.zone) : clock(p.dueAt, p.zone)}</b>
        {p.waits ? "parts" : overdue ? `${otherDay(p.dueAt, p.zone, now, zone) || "today"}` : ""}
      </span>
      <span>
        <strong>
          <Link href={p.logEntryId ? `/log/${p.logEntryId}` : `/yard/${p.pumpId}`}>
            {p.tag} {p.what}
          </Link>
        </strong>
        <span className={classes.place}>{p.place}.</span>
        {problem ? <em role="alert">{problem}</em> : null}
      </span>
      <ForHands>
        <span className={classes.taps}>
          <Button
            variant="default"
            loading={pending}
            aria-label={`${p.round ? "Open the round" : "Done"}: ${p.tag} ${p.what}`}
            onClick={() =>
              start(async () => {
                const ask = p.round ? openRound : promiseDone;
                setProblem(await ask(p.id).catch(() => "The server did not answer."));
              })
            }
          >
            {p.round ? "Open the round" : "Done"}
          </Button>
          <Button
            variant="default"
            aria-expanded={other}
            aria-label={`Another day: ${p.tag} ${p.what}`}
            onClick={() => setOther(!other)}
          >
            Another day
          </Button>
        </span>
      </ForHands>
      {other ? <Otherwise promise={p} /> : null}
    </div>
  );
}

/** Another day, a call of its own, or dropped. */
function Otherwise({ promise: p }: { promise: SlatePromise }) {
  const moved = useActionForm(putOff, movedFields, {
    promise: p.id,
    due: wallTime(p.dueAt, p.zone),
  });
  const dropped = useActionForm(dropPromise, droppedFields, { promise: p.id, why: "" });
  return (
    <div className={classes.otherwise}>
      <form {...moved.props}>
        <input type="hidden" name="promise" value={p.id} />
        <TextInput type="datetime-local" label="When, by the clock there" {...moved.field("due")} />
        <FormEnd fault={moved.fault} pending={moved.pending}>
          Put it off
        </FormEnd>
      </form>
      <form {...dropped.props}>
        <input type="hidden" name="promise" value={p.id} />
        <TextInput label="Why it is dropped" {...dropped.field("why")} />
        <FormEnd fault={dropped.fault} pending={dropped.pending}>
          Drop it
        </FormEnd>
      </form>
      <Link href={`/call?pump=${p.pumpId}`}>Take it as a call</Link>
    </div>
  );
}
