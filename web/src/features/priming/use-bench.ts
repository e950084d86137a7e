"use client";

import {
  type BenchForm,
  type BenchLayout,
  type BenchSizes,
  type BenchState,
  benchWords,
  type BenchWords,
  type Controls,
  startState,
} from "@yard-tack/core/suction";
import { type Remote, wrap } from "comlink";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BenchWorker } from "@/workers/bench.worker";

/** Pictures a second. */
const PICTURES = 30;
/** Of the bench's time to that of the room. */
export const SPEEDS = [
  { id: "slow", name: "slower", factor: 0.25 },
  { id: "real", name: "as it is", factor: 1 },
  { id: "fast", name: "twelve times", factor: 12 },
] as const;
export type SpeedId = (typeof SPEEDS)[number]["id"];

interface Run {
  readonly state: BenchState;
  readonly controls: Controls;
  readonly words: BenchWords;
  /** What was spoiled since it was begun, in the order in which it was. */
  readonly harmed: readonly string[];
}

/** A layout that runs: its water and air in a worker, its words here. */
export function useBench(layout: BenchLayout, sizes: BenchSizes) {
  const form = useMemo((): BenchForm => layout.form(sizes), [layout, sizes]);
  const begin = useCallback((): Run => {
    const state = startState(form);
    const words = benchWords(layout, form, state, layout.atFirst, 0);
    return { state, controls: layout.atFirst, words, harmed: [] };
  }, [form, layout]);
  const [run, setRun] = useState<Run>(begin);
  const [playing, setPlaying] = useState(true);
  const [speed, setSpeed] = useState<SpeedId>("real");
  const latest = useRef(run);
  const worker = useRef<Remote<BenchWorker> | null>(null);
  const busy = useRef(false);
  const [broken, setBroken] = useState(false);

  const show = useCallback(
    (state: BenchState, controls: Controls) => {
      const before = latest.current;
      const words = benchWords(layout, form, state, controls, before.words.progress);
      const harmed = [
        ...before.harmed,
        ...words.spoiled.map((s) => s.id).filter((id) => !before.harmed.includes(id)),
      ];
      latest.current = { state, controls, words, harmed };
      setRun(latest.current);
    },
    [form, layout],
  );

  useEffect(() => {
    const made = new Worker(new URL("../../workers/bench.worker.ts", import.meta.url), {
      type: "module",
    });
    made.addEventListener("error", () => setBroken(true));
    worker.current = wrap<BenchWorker>(made);
    return () => {
      worker.current = null;
      made.terminate();
    };
  }, []);

  /** Moves on by a time of the bench; while one piece is under way no other is asked for. */
  const move = useCallback(
    async (seconds: number) => {
      const bench = worker.current;
      if (!bench || busy.current) return;
      busy.current = true;
      const { state, controls } = latest.current;
      try {
        const next = await bench.moveOn(form, state, controls, seconds);
        // What was begun anew meanwhile is not overwritten.
        if (latest.current.state === state) show(next, latest.current.controls);
      } catch {
        setBroken(true);
      } finally {
        busy.current = false;
      }
    },
    [form, show],
  );

  useEffect(() => {
    if (!playing) return undefined;
    const factor = SPEEDS.find((s) => s.id === speed)?.factor ?? 1;
    const timer = setInterval(() => void move(factor / PICTURES), 1000 / PICTURES);
    return () => clearInterval(timer);
  }, [playing, speed, move]);

  return {
    ...{ form, ...run, playing, setPlaying, speed, setSpeed, broken },
    set: (controls: Controls) =>
      show(latest.current.state, { ...latest.current.controls, ...controls }),
    step: () => void move(1),
    again: () => {
      latest.current = begin();
      setRun(latest.current);
    },
  };
}
