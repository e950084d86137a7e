"use client";

import {
  benchAtFirst,
  type BenchForm,
  type BenchLayout,
  type BenchMoment,
  type BenchSizes,
  type BenchState,
  benchWords,
  type Controls,
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

interface Run extends BenchMoment {
  /** What was spoiled since it was begun, in the order in which it was. */
  readonly harmed: readonly string[];
}

/**
 * A layout that runs: its water and air in a worker, its words here.
 * @param before - a step of its order: it begins as it stands when that step is at hand, and waits there
 */
export function useBench(layout: BenchLayout, sizes: BenchSizes, before?: string) {
  const form = useMemo((): BenchForm => layout.form(sizes), [layout, sizes]);
  const [first, setFirst] = useState<Run>(() => ({ ...benchAtFirst(layout, form), harmed: [] }));
  const [run, setRun] = useState<Run>(first);
  const [ready, setReady] = useState(before === undefined);
  const [playing, setPlaying] = useState(before === undefined);
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
    const bench = wrap<BenchWorker>(made);
    worker.current = bench;
    if (before !== undefined)
      bench.before(layout.id, sizes, before).then(
        (moment) => {
          if (worker.current !== bench || !moment) return;
          const { state, controls, done } = moment;
          const words = benchWords(layout, form, state, controls, done);
          latest.current = { state, controls, words, harmed: [] };
          setFirst(latest.current);
          setRun(latest.current);
          setReady(true);
        },
        () => setBroken(true),
      );
    return () => {
      worker.current = null;
      made.terminate();
    };
  }, [before, form, layout, sizes]);

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

  const set = (controls: Controls) =>
    show(latest.current.state, { ...latest.current.controls, ...controls });
  return {
    ...{ form, ...run, ready, playing, setPlaying, speed, setSpeed, broken, set },
    toggle: (control: string) => set({ [control]: !latest.current.controls[control] }),
    step: () => void move(1),
    again: () => {
      latest.current = first;
      setRun(first);
    },
  };
}

export type Bench = ReturnType<typeof useBench>;
