"use client";

import type { WhatIf as Item } from "@yard-tack/core/board";
import { NativeSelect } from "@mantine/core";
import { useId, useState } from "react";
import { percentText } from "./percent";
import classes from "./causes.module.css";

/** Leaves one piece of evidence out and shows who would lead without it. Nothing is changed. */
export function WhatIf({
  items,
  now,
}: {
  items: readonly Item[];
  now: readonly { readonly id: string; readonly name: string; readonly probability: number }[];
}) {
  const [chosen, setChosen] = useState("");
  const says = useId();
  const item = items.find((i) => i.id === chosen);
  if (items.length === 0) return null;
  return (
    <section className={classes.whatIf} aria-label="What if" data-testid="what-if">
      <NativeSelect
        label="What if I do not believe"
        value={item ? chosen : ""}
        onChange={(e) => setChosen(e.currentTarget.value)}
        aria-describedby={says}
        data={[
          { value: "", label: "leave everything in" },
          ...items.map((i) => ({ value: i.id, label: i.name })),
        ]}
      />
      <div id={says} aria-live="polite">
        {item ? (
          <ol className={classes.without}>
            {item.top.map((t) => {
              const was = now.find((n) => n.id === t.id)?.probability ?? 0;
              return (
                <li key={t.id}>
                  <span>{t.name}</span>
                  <b>{percentText(t.probability)}</b>
                  <span className={classes.soft}>now {percentText(was)}</span>
                </li>
              );
            })}
          </ol>
        ) : null}
      </div>
    </section>
  );
}
