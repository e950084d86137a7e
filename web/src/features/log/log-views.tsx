"use client";

import { Button, TextInput } from "@mantine/core";
import Link from "next/link";
import { type FormEvent, useState, useTransition } from "react";
import { pageHref } from "@/shell/page-of";
import { dropView, keepView } from "./keep-view";
import type { LogPageDto } from "./server";
import classes from "./log.module.css";

const NO_ANSWER = "The server did not answer. Nothing was changed; try again in a moment.";

/** Questions that were kept under a name, and a way to keep the one at hand. */
export function LogViews({
  views,
  asked,
  words,
}: {
  views: LogPageDto["views"];
  asked: LogPageDto["asked"];
  words: string;
}) {
  const [pending, start] = useTransition();
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const here = pageHref("/log", 0, asked);
  const shown = views.find((v) => pageHref("/log", 0, v.asked) === here);
  const told = (change: Promise<string | null>) =>
    start(async () => setProblem(await change.catch(() => NO_ANSWER)));
  const keep = (event: FormEvent) => {
    event.preventDefault();
    told(keepView({ name, query: new URLSearchParams(asked).toString() }));
  };
  if (views.length === 0 && words === "") return null;
  return (
    <div className={classes.views}>
      {views.length > 0 ? (
        <nav aria-label="Kept views">
          {views.map((v) => (
            <Link
              key={v.id}
              href={pageHref("/log", 0, v.asked)}
              aria-current={v === shown ? "page" : undefined}
            >
              {v.name}
            </Link>
          ))}
        </nav>
      ) : null}
      {shown ? (
        <Button
          variant="default"
          loading={pending}
          onClick={() => told(dropView(shown.id))}
        >{`Forget the view ${shown.name}`}</Button>
      ) : words === "" ? null : (
        <form onSubmit={keep} className={classes.askFirst}>
          <TextInput
            label="Keep this view as"
            placeholder="chokes at the mill"
            value={name}
            error={problem}
            maxLength={60}
            autoComplete="off"
            onChange={(e) => {
              setName(e.currentTarget.value);
              setProblem(null);
            }}
          />
          <Button type="submit" variant="default" loading={pending}>
            Keep it
          </Button>
        </form>
      )}
      {shown && problem ? <p role="alert">{problem}</p> : null}
    </div>
  );
}
