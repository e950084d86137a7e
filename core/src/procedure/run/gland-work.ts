/** The gland's plan and its next word, from what was noted of its run. */
import { formatNumber, fromUnit, toUnit } from "../../quantity/index.ts";
import {
  type GlandCount,
  glandPlan,
  type GlandPlan,
  type GlandWord,
  glandWord,
  type Packing,
  packingSection,
  WARMEST_GLAND,
} from "../../upkeep/index.ts";
import { placeKey, type RunPlace } from "../../visit/index.ts";
import type { Worked } from "./computed.ts";
import type { Scope } from "./scope.ts";

const PACKING: Readonly<Record<string, Packing>> = {
  graphite: "graphite",
  aramid: "aramid",
  ptfe: "PTFE",
};
/** A count that stands in for a flat is waited for at most so long [s]. */
const COUNT_AGAIN = 300;

function planOf(s: Scope): GlandPlan | undefined {
  const [shaft, bore] = [s.value("shaft")?.si, s.value("bore")?.si];
  const packing = PACKING[s.answer("packing") ?? ""];
  const rings = Number(s.answer("rings")?.slice(1));
  if (shaft === undefined || bore === undefined || !packing) return undefined;
  return glandPlan({
    ...{ packing, rings, shaft, section: packingSection(bore, shaft) },
    liveLoaded: s.answer("springs") === "yes",
  });
}

export function glandPlanWork(s: Scope): Worked | undefined {
  const plan = planOf(s);
  if (!plan) return undefined;
  const { low, high } = plan.target;
  return {
    value: plan.flats,
    say: `About ${plan.flats} flats, ${toUnit(plan.pause, "min")} minutes after each; aim at ${formatNumber(low, 2)} to ${formatNumber(high, 2)} drops a minute. The drops decide, not the number.`,
  };
}

const took = (s: Scope, place: RunPlace) => s.answerAt(place, "turn") === "flat";

/** How long is waited at this place: the packing's time after a flat, less for another count. */
export function glandPause(s: Scope): number | undefined {
  const plan = planOf(s);
  if (!plan) return undefined;
  const here = { step: s.step.id, round: s.round };
  return s.answerAt(here, "turn") === "again" ? Math.min(COUNT_AGAIN, plan.pause) : plan.pause;
}

export function glandWordWork(s: Scope): Worked | undefined {
  const plan = planOf(s);
  if (!plan) return undefined;
  const counts: GlandCount[] = [];
  let [flats, since, gland] = [0, s.running.now, undefined as number | undefined];
  let begun = false;
  // A place that was marked done is judged by then, should the clock have been put right meanwhile.
  let until = s.running.now;
  for (const place of s.places) {
    if (place.step !== "first" && place.step !== "flat") continue;
    const start = startOf(s, place);
    if (took(s, place)) [flats, gland] = [flats + 1, undefined];
    if ((took(s, place) || !begun) && start !== undefined) [since, begun] = [start, true];
    const done = s.running.run.said.get(placeKey(place, "done"));
    until = Math.max(s.running.now, done ? Date.parse(done.at) : 0);
    const drops = s.valueAt(place, "drops")?.si;
    if (drops !== undefined) counts.push({ perMinute: perMinute(drops), flats });
    gland = s.valueAt(place, "gland")?.si ?? gland;
  }
  const now = {
    ...{ counts, flats, gland, liquid: s.value("liquid")?.si },
    since: Math.max(0, (until - since) / 1000),
  };
  const word = glandWord(plan, now);
  const over =
    now.gland === undefined || now.liquid === undefined ? 0 : Math.round(now.gland - now.liquid);
  return { is: word, say: SAID[word](plan, over), alarm: ALARMS.includes(word) };
}

const perMinute = (leakage: number): number =>
  Math.round(1000 * (leakage / fromUnit(1, "drops/min"))) / 1000;

/** When the wait at a place began [ms]. */
function startOf({ running: { run } }: Scope, place: RunPlace): number | undefined {
  const entry = run.said.get(placeKey(place, "?turn")) ?? run.said.get(placeKey(place, "begun"));
  return entry && Date.parse(entry.at);
}

const ALARMS: readonly GlandWord[] = ["dry-and-hot", "too-dry", "too-hot"];

const SAID: Readonly<Record<GlandWord, (plan: GlandPlan, over: number) => string>> = {
  "take-a-flat": () => "One flat on both nuts, evenly.",
  "in-order": ({ target }) =>
    `It drips as it should: ${formatNumber(target.low, 2)} to ${formatNumber(target.high, 2)} a minute. That is what cools it.`,
  "dry-and-hot": () =>
    "Dry and hot: slack both nuts at once until it streams. Does it not cool, stop the pump.",
  "too-dry": ({ target }) =>
    `Under ${formatNumber(target.low, 2)} drops a minute: slack both nuts by a flat and count again.`,
  "too-hot": (_, over) =>
    `${over} K over the liquid. No further flat until it is under ${WARMEST_GLAND}; if it climbs, slack both nuts.`,
  wait: ({ pause }) => `The last flat has not had its ${toUnit(pause, "min")} minutes.`,
  count: () => "Count the drops.",
  "count-again": () =>
    "Near the aim: count once more after some minutes, and trust a count that stands still.",
  "still-falling": () => "The drops still fall by themselves: wait, and count again.",
  "read-temperature": () => "Read the gland's and the liquid's temperature.",
  "would-run-dry": ({ target }) =>
    `A further flat would leave less than ${formatNumber(target.low, 2)} a minute, by what the last ones did. Leave it so.`,
};
