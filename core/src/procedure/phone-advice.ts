/** What to tell the caller until someone is there: for this pump and this complaint, no more. */
import { mayHaveEngine, mayHaveMotor, type PumpFacts } from "../visit/index.ts";

interface Advice {
  readonly text: string;
  /** Complaints it belongs to; always when left out. */
  readonly complaints?: readonly string[];
  readonly when?: (pump: PumpFacts) => boolean;
}

const isDisplacement = (p: PumpFacts) => p.family === "positive-displacement";
const has = (...ids: string[]) => ids.map((id) => `complaint.${id}`);

/** The most pressing first. */
const ADVICE: readonly Advice[] = [
  {
    text: "Smell of burning, smoke, sparks: switch it off at the isolator, keep away, and leave it off.",
    complaints: ["electrical.smell-burnt", ...has("trips", "hot")],
    when: mayHaveMotor,
  },
  {
    text: "Do not reset the breaker again; each start heats what is already hot.",
    complaints: ["electrical.breaker-trips", ...has("trips", "wont-start")],
    when: mayHaveMotor,
  },
  {
    text: "Switch it off: it must not run dry.",
    complaints: has("no-flow", "loses-prime", "slow-prime"),
  },
  {
    text: "Switch it off and leave it off while it leaks; shut the valve before it and the one behind it if they can be reached. Keep water away from motor and cables; unplug one that has a plug, with dry hands on dry ground.",
    complaints: has("leaks"),
  },
  {
    text: "Switch it off and let it cool. Open nothing: hot water and steam scald.",
    complaints: has("hot"),
  },
  {
    text: "Rattles like gravel: close its discharge valve a little. If it does not grow quiet, switch it off.",
    complaints: has("noisy"),
    when: (p) => !isDisplacement(p) && p.installation !== "submerged",
  },
  {
    text: "Noisy: slow it if it can be slowed, else switch it off. Do not touch a valve on its discharge.",
    complaints: has("noisy"),
    when: isDisplacement,
  },
  {
    text: "Watch the level and switch it off by hand before it draws air.",
    complaints: has("runs-on"),
  },
  {
    text: "Count its starts over ten minutes and tell us; if it starts more often than every few minutes, switch it off.",
    complaints: has("cycles-often"),
  },
  {
    text: "Never shut a valve on its discharge while it runs: pressure rises until something breaks.",
    when: isDisplacement,
  },
  {
    text: "Do not run it against a shut valve, and not dry.",
    when: (p) => !isDisplacement(p) && p.installation !== "submerged",
  },
  {
    text: "Keep away from the opening; nobody climbs in or bends over it. Cover it.",
    when: (p) => p.family === "sump",
  },
  {
    text: "Stop the engine, stand clear of the hoses, and do not refuel while it is hot.",
    when: mayHaveEngine,
  },
  {
    text: "Turn the heat source down before the pump is switched off; the pipes stay hot.",
    when: (p) => p.hot && p.closedLoop,
  },
  {
    text: "Nobody in the tub until it has been looked at.",
    when: (p) => p.family === "tub",
  },
  {
    text: "Do not take it out of service on your own: the owner's impairment procedure comes first.",
    when: (p) => p.family === "fire",
  },
];

/**
 * Advice for the caller, the most pressing first.
 * @param codes - complaints and other observations given with the call
 */
export const phoneAdvice = (pump: PumpFacts, codes: readonly string[]): string[] =>
  ADVICE.filter(
    (a) =>
      (a.complaints === undefined || a.complaints.some((c) => codes.includes(c))) &&
      (a.when?.(pump) ?? true),
  ).map((a) => a.text);
