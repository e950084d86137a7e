/** The bench's water and air in a worker, so that a tap never waits for them. */
import {
  BENCH_LAYOUTS,
  benchBefore,
  type BenchSizes,
  type BenchState,
  type Controls,
  moveOn,
} from "@yard-tack/core/suction";
import { expose } from "comlink";

const api = {
  moveOn,
  /** How a layout stands when a step of its order is at hand; undefined where there is no such layout. */
  before(
    layout: string,
    sizes: BenchSizes,
    step: string,
  ):
    { readonly state: BenchState; readonly controls: Controls; readonly done: number } | undefined {
    const found = BENCH_LAYOUTS.find((l) => l.id === layout);
    if (!found) return undefined;
    // Its words have functions in them, which no message can carry: they are made where they are read.
    const { state, controls, words } = benchBefore(found, found.form(sizes), step);
    return { state, controls, done: words.progress };
  },
};
export type BenchWorker = typeof api;

expose(api);
