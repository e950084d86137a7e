/** A layout gone through in its own order up to a step: how it stands when that step is at hand. */
import type { BenchLayout } from "./layout.ts";
import { type BenchForm, type BenchState, type Controls, moveOn, startState } from "./model.ts";
import { benchWords, type BenchWords } from "./questions.ts";

/** A bench at one moment. */
export interface BenchMoment {
  readonly state: BenchState;
  readonly controls: Controls;
  readonly words: BenchWords;
}

/** As it stands before anybody comes. */
export function benchAtFirst(layout: BenchLayout, form: BenchForm): BenchMoment {
  const state = startState(form);
  const controls = layout.atFirst;
  return { state, controls, words: benchWords(layout, form, state, controls, 0) };
}

/** Between two looks at whether a step is done [s]. */
const LOOK = 0.25;
/** A step that is not done by then is left as it is [s of the bench]. */
const PATIENCE = 600;

/** Every step before `step` done in its order, each waited for; the whole order where no step has that id. */
export function benchBefore(layout: BenchLayout, form: BenchForm, step: string): BenchMoment {
  let { state, controls, words } = benchAtFirst(layout, form);
  for (let next = words.next; next && next.id !== step; next = words.next) {
    const { id } = next;
    controls = { ...controls, ...next.set };
    words = benchWords(layout, form, state, controls, words.progress);
    const end = state.time + PATIENCE;
    while (words.next?.id === id && state.time < end) {
      state = moveOn(form, state, controls, LOOK);
      words = benchWords(layout, form, state, controls, words.progress);
    }
    if (words.next?.id === id) break;
  }
  return { state, controls, words };
}
