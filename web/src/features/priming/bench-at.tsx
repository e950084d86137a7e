"use client";

import { BENCH_LAYOUTS, type BenchLayout } from "@yard-tack/core/suction";
import { benchSizes, type OwnLine } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import Link from "next/link";
import { useMemo } from "react";
import { BenchDrawing } from "./bench-drawing";
import { BenchAnswers, BenchControls, isSet } from "./bench-parts";
import { useBench } from "./use-bench";
import classes from "./priming.module.css";

interface At {
  /** A layout, and the step of its order that is at hand. */
  readonly at: { readonly layout: string; readonly step: string };
  readonly pump: string;
  /** Whose heights and volumes it has. */
  readonly line: OwnLine;
}

/** The bench as it stands when a step of a procedure is at hand: to be looked at, and tried there first. */
export function BenchAt(props: At) {
  const layout = BENCH_LAYOUTS.find((l) => l.id === props.at.layout);
  return layout ? (
    <Stands key={`${layout.id}/${props.at.step}`} layout={layout} {...props} />
  ) : null;
}

function Stands({ layout, at, pump, line }: At & { layout: BenchLayout }) {
  const sizes = useMemo(() => benchSizes(line, layout.usual), [line, layout]);
  const bench = useBench(layout, sizes, at.step);
  const { words } = bench;
  const { next } = words;
  const waits = isSet(bench, next);
  const does = () => {
    if (!next) return;
    bench.set(next.set);
    bench.setPlaying(true);
  };
  if (bench.broken)
    return <p role="alert">The model stopped. The step itself is not touched by it.</p>;
  if (!bench.ready) return <p role="status">Filling it up to this step…</p>;
  return (
    <div className={classes.inStep} data-bench-at={at.step}>
      <BenchDrawing layout={layout} bench={bench} />
      <BenchControls layout={layout} bench={bench} />
      <div className={classes.time}>
        {next ? (
          <Button variant="default" disabled={waits && bench.playing} onClick={does}>
            {waits ? "Watch it" : next.say}
          </Button>
        ) : null}
        <Button variant="default" onClick={() => bench.setPlaying(!bench.playing)}>
          {bench.playing ? "Pause" : "Go on"}
        </Button>
        <Button variant="default" onClick={bench.again}>
          Back to this step
        </Button>
        <Link href={`/priming?layout=${layout.id}&pump=${pump}`}>The whole bench</Link>
      </div>
      <BenchAnswers words={words} />
      <p className={classes.soft}>A model of the order: nothing that is tapped here is noted.</p>
    </div>
  );
}
