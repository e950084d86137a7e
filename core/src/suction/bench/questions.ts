/** The three questions that are always answered, the step at hand, and what is spoiled. */
import type { BenchLayout, OrderStep, Seen, Spoiled } from "./layout.ts";
import {
  airPressure,
  ATMOSPHERE,
  type BenchForm,
  type BenchState,
  type Controls,
  isOpen,
  type LinkForm,
  OUTSIDE,
  waterLevel,
  WHEEL_WET,
} from "./model.ts";

export interface Answered {
  /** yes, no, part: how it is coloured and read. */
  readonly is: "yes" | "no" | "part";
  readonly lead: string;
  readonly say: string;
}

export interface BenchWords {
  readonly full: Answered;
  readonly wayOut: Answered;
  readonly pressure: Answered;
  /** Steps of the order with how far they are. */
  readonly order: readonly {
    readonly step: OrderStep;
    readonly state: "done" | "now" | "ahead";
  }[];
  /** How many of them are done. */
  readonly progress: number;
  readonly next: OrderStep | undefined;
  readonly spoiled: readonly Spoiled[];
  readonly casingFill: number;
}

const EMPTY = 0.05;

/** Everything that is said of a state. @param before - how many steps of the order were done until then */
export function benchWords(
  layout: BenchLayout,
  form: BenchForm,
  state: BenchState,
  controls: Controls,
  before: number,
): BenchWords {
  const casing = form.cells.find((c) => c.casing);
  const water = casing ? (state.cells[casing.id]?.water ?? 0) : 0;
  const fill = casing ? water / casing.volume : 1;
  const seen = seenOf(form, state, controls);
  const progress = progressOf(layout, seen, controls, before);
  const order = layout.order.map((step, i) => ({
    step,
    state:
      i < progress ? ("done" as const) : i === progress ? ("now" as const) : ("ahead" as const),
  }));
  return {
    full: fullness(fill),
    wayOut: wayOut(layout, form, state, controls),
    pressure: pressure(form, state, controls),
    ...{ order, progress, next: layout.order[progress] },
    spoiled: layout.spoiled.filter((s) => s.when(seen)),
    casingFill: Math.max(0, Math.min(1, fill)),
  };
}

/** A state as the tests of a layout look at it. */
function seenOf(form: BenchForm, state: BenchState, controls: Controls): Seen {
  const cells = new Map(form.cells.map((c) => [c.id, c]));
  return {
    time: state.time,
    fill: (id) => (state.cells[id]?.water ?? 0) / (cells.get(id)?.volume ?? 1),
    water: (id) => 1000 * (state.links[id]?.water ?? 0),
    air: (id) => 1000 * (state.links[id]?.air ?? 0),
    pressure: (id) => {
      const [cell, now] = [cells.get(id), state.cells[id]];
      return cell && now ? airPressure(cell, now) - ATMOSPHERE : 0;
    },
    on: (id) => controls[id] === true,
  };
}

function fullness(fill: number): Answered {
  if (fill >= WHEEL_WET)
    return { is: "yes", lead: "Yes.", say: "Its wheel has water all round it." };
  if (fill <= EMPTY)
    return {
      ...{ is: "no", lead: "No, empty." },
      say: "It cannot gain pressure on air: that gives an eight-hundredth of what water does.",
    };
  return {
    ...{ is: "part", lead: `Not yet, ${Math.round(100 * fill)} %.` },
    say: "What air is left gathers in the wheel's eye and holds the water off.",
  };
}

/** Whether a control's set positions are those of a step. */
const isSet = (set: Controls, controls: Controls): boolean =>
  Object.entries(set).every(([id, on]) => (controls[id] ?? false) === on);

/**
 * How far the order is: steps that are done stay so, until what one of them reached is lost again, which begins it anew.
 * @param before - how many were done
 */
function progressOf(layout: BenchLayout, seen: Seen, controls: Controls, before: number): number {
  let at = Math.min(before, layout.order.length);
  if (layout.order.slice(0, at).some((s) => s.lost?.(seen) === true)) at = 0;
  for (let step = layout.order[at]; step; step = layout.order[++at]) {
    const holds = (step.until ?? (() => true))(seen) && isSet(step.set, controls);
    if (!holds) break;
  }
  return at;
}

/** Ways from a cell along open links, with the flow. */
function reaches(
  form: BenchForm,
  state: BenchState,
  controls: Controls,
  from: string,
  last: (link: LinkForm) => boolean,
): boolean {
  const seen = new Set([from]);
  const queue = [from];
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    for (const link of form.links) {
      if (link.draws || link.pours || !isOpen(link, controls, state, form)) continue;
      const next = link.from === id ? link.to : link.to === id && !link.oneWay ? link.from : null;
      if (next === null || seen.has(next)) continue;
      if (last(link)) return true;
      // Back into the suction is no way out.
      if (next === OUTSIDE) continue;
      seen.add(next);
      queue.push(next);
    }
  }
  return false;
}

function wayOut(
  layout: BenchLayout,
  form: BenchForm,
  state: BenchState,
  controls: Controls,
): Answered {
  const casing = form.cells.find((c) => c.casing)?.id ?? "";
  const out = reaches(form, state, controls, casing, (l) => layout.waysOut.includes(l.id));
  const runs = form.links.some((l) => l.wheel && controls[l.wheel.control]);
  const primes = form.links.some((l) => l.draws && isOpen(l, controls, state, form));
  if (out && primes)
    return {
      ...{ is: "no", lead: "Yes, and it must not." },
      say: "While it is primed every other opening lets air in: the primer has to be the only way out.",
    };
  if (out)
    return { is: "yes", lead: "Yes.", say: "What the pump moves carries its warmth away with it." };
  if (primes)
    return {
      ...{ is: "yes", lead: "Only through the primer," },
      say: "as it should be now: any other way would let air in.",
    };
  return runs
    ? {
        ...{ is: "no", lead: "No." },
        say: "It runs against shut valves: for a moment only, for the water in its casing is heated.",
      }
    : {
        is: "part",
        lead: "No.",
        say: "Nothing runs, so nothing is harmed yet; open one before it does.",
      };
}

function pressure(form: BenchForm, state: BenchState, controls: Controls): Answered {
  for (const link of form.links) {
    if (link.bears === undefined || !isOpen(link, controls, state, form)) continue;
    const cell = form.cells.find((c) => c.id === link.from);
    const now = state.cells[link.from];
    if (!cell || !now) continue;
    const level = waterLevel(cell, now);
    const there = airPressure(cell, now) + 9810 * Math.max(0, level - link.at) - ATMOSPHERE;
    if (there > link.bears)
      return {
        ...{ is: "no", lead: "Yes." },
        say: `The ${link.name} bears about ${Math.round(link.bears / 1000)} kPa and has ${Math.round(there / 1000)} on it: stop, and shut it off.`,
      };
  }
  const weak = form.links.find((l) => l.bears !== undefined);
  return {
    ...{ is: "yes", lead: "No." },
    say: weak
      ? `The ${weak.name} is shut off before the pump starts.`
      : "Nothing weak is in its way.",
  };
}
