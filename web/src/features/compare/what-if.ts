/** Pumps that stand nowhere, from what was typed: this one changed, and one of a single rated point. */
import {
  changedPump,
  type ComparedPump,
  onePointPump,
  type WhatIfLack,
} from "@yard-tack/core/board";
import { type Dimension, parseQuantity, toUnit } from "@yard-tack/core/quantity";

/** As typed; empty where it is not asked. */
export interface WhatIfAsked {
  readonly speed: string;
  readonly wheel: string;
  readonly flow: string;
  readonly head: string;
}

export const NO_WHAT_IF: WhatIfAsked = { speed: "", wheel: "", flow: "", head: "" };

interface Made {
  readonly pumps: readonly ComparedPump[];
  readonly faults: Readonly<Partial<Record<keyof WhatIfAsked, string>>>;
}
export const NOTHING_ASKED: Made = { pumps: [], faults: {} };

const FIELDS: Readonly<Record<keyof WhatIfAsked, { dimension: Dimension; like: string }>> = {
  speed: { dimension: "speed", like: "2600 rpm" },
  wheel: { dimension: "length", like: "160 mm" },
  flow: { dimension: "flow", like: "60 m3/h" },
  head: { dimension: "length", like: "40 m" },
};

const LACKS: Readonly<Record<WhatIfLack, readonly [keyof WhatIfAsked, string]>> = {
  curve: ["speed", "It has no curve that could be changed."],
  speed: ["speed", "The speed its curve was measured at is not known."],
  diameter: ["wheel", "The wheel its curve was measured with is not known."],
  larger: ["wheel", "The wheel can only be turned down: this one is larger than it has."],
};

/** @param own - the pump that is there */
export function whatIfPumps(own: ComparedPump, asked: WhatIfAsked): Made {
  const faults: Partial<Record<keyof WhatIfAsked, string>> = {};
  const read = (field: keyof WhatIfAsked) => {
    const { dimension, like } = FIELDS[field];
    if (asked[field] === "") return undefined;
    const value = parseQuantity(asked[field], dimension);
    if (value.ok && value.value.si > 0) return value.value;
    faults[field] = `A figure above 0 with its unit, like ${like}.`;
    return undefined;
  };
  const [speed, wheel, flow, head] = [read("speed"), read("wheel"), read("flow"), read("head")];
  const pumps: ComparedPump[] = [];
  if (speed || wheel) {
    const name = [
      own.name,
      ...(speed ? [`at ${asked.speed}`] : []),
      ...(wheel ? [`with ${asked.wheel}`] : []),
    ].join(" ");
    const turned = speed && toUnit(speed.si, "rpm");
    const made = changedPump(name, own, { speed: turned, diameter: wheel?.si });
    if (typeof made !== "string") pumps.push(made);
    else {
      const [field, words] = LACKS[made];
      faults[field] = words;
      // The speed can be told although the wheel cannot.
      const slower = field === "wheel" && speed;
      const alone = slower && changedPump(`${own.name} at ${asked.speed}`, own, { speed: turned });
      if (typeof alone === "object") pumps.push(alone);
    }
  }
  if (flow && head) {
    const name = `Pump of ${asked.flow}, ${asked.head}`;
    const made = onePointPump(name, { flow: flow.si, head: head.si }, own.situation);
    if (made) pumps.push(made);
  } else if (flow && !faults.head) faults.head = "Say its head too.";
  else if (head && !faults.flow) faults.flow = "Say its flow too.";
  return { pumps, faults };
}
