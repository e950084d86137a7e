"use client";

import type { BenchLayout, BenchWords, OrderStep } from "@yard-tack/core/suction";
import type { Bench } from "./use-bench";
import classes from "./priming.module.css";

const STATES = {
  valve: ["shut", "open"],
  run: ["stands", "runs"],
  hand: ["rests", "goes on"],
} as const;

/** Whether what a step sets stands so: then it is waited for. */
export const isSet = ({ controls }: Bench, step: OrderStep | undefined): boolean =>
  step !== undefined &&
  Object.entries(step.set).every(([id, on]) => (controls[id] ?? false) === on);

/** Everything that can be worked, as buttons; what is next of the order is marked. */
export function BenchControls({ layout, bench }: { layout: BenchLayout; bench: Bench }) {
  const { controls, words } = bench;
  const { next } = words;
  const waits = isSet(bench, next);
  return (
    <div role="group" aria-label="What can be worked" className={classes.controls}>
      {layout.controls.map((c) => {
        const on = controls[c.id] === true;
        return (
          <button
            key={c.id}
            type="button"
            aria-pressed={on}
            data-kind={c.kind}
            data-next={
              next && !waits && c.id in next.set && next.set[c.id] !== on ? true : undefined
            }
            onClick={() => bench.toggle(c.id)}
          >
            {c.name}
            <b>{STATES[c.kind][on ? 1 : 0]}</b>
          </button>
        );
      })}
    </div>
  );
}

/** The three questions, and what is spoiled. */
export function BenchAnswers({ words }: { words: BenchWords }) {
  return (
    <>
      <dl className={classes.questions}>
        <Question name="Is the casing full?" answer={words.full} />
        <Question name="Has the water a way out?" answer={words.wayOut} />
        <Question name="Is pressure on something that cannot stand it?" answer={words.pressure} />
      </dl>
      {words.spoiled.map((s) => (
        <div key={s.id} role="alert" className={classes.spoiled} data-spoiled={s.id}>
          <b>{s.breaks}</b>
          <span>{s.back}</span>
        </div>
      ))}
    </>
  );
}

function Question({
  name,
  answer,
}: {
  name: string;
  answer: { is: string; lead: string; say: string };
}) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>
        <b data-is={answer.is}>{answer.lead}</b> {answer.say}
      </dd>
    </div>
  );
}
