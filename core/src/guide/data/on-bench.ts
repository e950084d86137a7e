/** Where the steps of a procedure are seen on the priming bench: as it stands before that step of the layout's order. */
import type { Procedure } from "../form.ts";

interface Seen {
  readonly layout: string;
  /** Step of the bench's order, by step of the procedure. */
  readonly steps: Readonly<Record<string, string>>;
}

const SEEN: Readonly<Record<string, Seen>> = {
  "prime-foot-valve": {
    layout: "lift",
    steps: { pours: "pour", watch: "close", close: "close", start: "start", open: "open" },
  },
  "prime-tank-primer": {
    layout: "tank",
    steps: {
      ...{ "shut-ways": "shut", pump: "stroke", "shut-primer": "primer-shut" },
      ...{ "way-out": "way-out", start: "start", hold: "recirculation" },
    },
  },
  "prime-dry-set": {
    layout: "dry-set",
    steps: { drains: "drain", start: "engine" },
  },
  "prime-two-pipe-jet": {
    layout: "jet",
    steps: {
      ...{ valve: "shut", "fill-pressure": "pour", "fill-suction": "pour" },
      ...{ watch: "close", start: "start", set: "open" },
    },
  },
  "prime-circuit": {
    layout: "circuit",
    steps: {
      ...{ series: "shut", small: "small", "air-out": "vent" },
      ...{ large: "start", parallel: "parallel" },
    },
  },
  "fill-circuit": {
    layout: "heating",
    steps: { fill: "supply", vent: "vent", run: "start" },
  },
};

/** The procedure with what is seen of it on the bench; as it is where no layout shows it. */
export function onBench(form: Procedure): Procedure {
  const seen = SEEN[form.id];
  if (!seen) return form;
  const steps = form.steps.map((step) => {
    const at = seen.steps[step.id];
    return at === undefined ? step : { ...step, bench: { layout: seen.layout, step: at } };
  });
  return { ...form, steps };
}
