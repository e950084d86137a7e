"use client";

import { BENCH_LAYOUTS, type BenchLayout, type BenchSizes } from "@yard-tack/core/suction";
import { Button } from "@mantine/core";
import Link from "next/link";
import { PageHead } from "@/shell/page-head";
import { BenchDrawing } from "./bench-drawing";
import { BenchAnswers, BenchControls, isSet } from "./bench-parts";
import { SPEEDS, useBench } from "./use-bench";
import classes from "./priming.module.css";

export interface BenchDto {
  readonly layout: string;
  /** Whose heights and volumes it has. */
  readonly pump: { readonly id: string; readonly tag: string } | null;
  readonly sizes: BenchSizes | null;
}

/** A priming layout as a live model: guided step by step, or tapped freely. */
export function BenchPage({ dto }: { dto: BenchDto }) {
  const layout = BENCH_LAYOUTS.find((l) => l.id === dto.layout) ?? BENCH_LAYOUTS[0];
  return layout ? <Bench key={layout.id} layout={layout} dto={dto} /> : null;
}

function Bench({ layout, dto }: { layout: BenchLayout; dto: BenchDto }) {
  const bench = useBench(layout, dto.sizes ?? layout.usual);
  const { words } = bench;
  const { next } = words;
  const waits = isSet(bench, next);
  const harmed = layout.spoiled.filter((s) => bench.harmed.includes(s.id));
  return (
    <main>
      <PageHead
        title="Bench"
        about={
          <>
            {layout.name}
            <br />
            {layout.about}
            {dto.pump ? `, heights of ${dto.pump.tag}` : ""}
          </>
        }
      >
        <Button variant="default" onClick={bench.again}>
          Begin again
        </Button>
      </PageHead>
      <div className={classes.page}>
        <div className={classes.left}>
          <nav aria-label="Layouts" className={classes.layouts}>
            {BENCH_LAYOUTS.map((l) => (
              <Link
                key={l.id}
                href={`/priming?layout=${l.id}${dto.pump ? `&pump=${dto.pump.id}` : ""}`}
                aria-current={l.id === layout.id ? "page" : undefined}
              >
                {l.name}
              </Link>
            ))}
          </nav>
          {bench.broken ? (
            <p role="alert" className={classes.broken}>
              The model stopped: load the page again. Nothing is kept of a bench.
            </p>
          ) : null}
          <BenchDrawing layout={layout} bench={bench} />
          <BenchControls layout={layout} bench={bench} />
          <div role="group" aria-label="Its time" className={classes.time}>
            <Button
              variant="default"
              aria-pressed={!bench.playing}
              onClick={() => bench.setPlaying(!bench.playing)}
            >
              {bench.playing ? "Pause" : "Go on"}
            </Button>
            <Button variant="default" disabled={bench.playing} onClick={bench.step}>
              One second
            </Button>
            {SPEEDS.map((s) => (
              <Button
                key={s.id}
                variant={s.id === bench.speed ? "filled" : "default"}
                aria-pressed={s.id === bench.speed}
                onClick={() => bench.setSpeed(s.id)}
              >
                {s.name}
              </Button>
            ))}
            <span data-testid="bench-time">{clockOf(bench.state.time)}</span>
          </div>
        </div>
        <aside className={classes.right} aria-label="What it means">
          <h2>Three questions, always</h2>
          <BenchAnswers words={words} />
          {words.spoiled.length === 0 && harmed.length > 0 ? (
            <p className={classes.soft}>
              It was spoiled before:{" "}
              {harmed.map((s) => s.breaks.toLowerCase().replace(/\.$/, "")).join("; ")}.
            </p>
          ) : null}
          <h2>The order</h2>
          <ol className={classes.order}>
            {words.order.map(({ step, state }) => (
              <li
                key={step.id}
                data-state={state}
                aria-current={state === "now" ? "step" : undefined}
              >
                {step.say}
              </li>
            ))}
          </ol>
          <div className={classes.next} aria-live="polite">
            {next ? (
              <>
                <div>
                  <b>{next.say}</b>
                  <span>{next.why}</span>
                </div>
                <Button color="redLead.5" disabled={waits} onClick={() => bench.set(next.set)}>
                  {waits ? "Watch it" : "Do it"}
                </Button>
              </>
            ) : (
              <div>
                <b>It is primed and runs.</b>
                <span>
                  Try it in another order: each wrong one says what it breaks and how to get back.
                </span>
              </div>
            )}
          </div>
          <p className={classes.soft}>
            A model to learn the order on. At the pump its maker&rsquo;s instructions, the local
            codes and the lock on its supply come first.
          </p>
        </aside>
      </div>
    </main>
  );
}

const clockOf = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;
