/** What is done in a step, and the cautions that belong to it on this pump. */
import type { CautionId } from "../../case/index.ts";
import type { Act, Step } from "../../guide/index.ts";
import {
  canned,
  hangsFree,
  mayHaveEngine,
  mayHaveMotor,
  type PumpFacts,
  surelySubmerged,
} from "../../visit/index.ts";

interface Hazard {
  readonly acts: readonly Act[];
  readonly caution: CautionId;
  readonly when?: (pump: PumpFacts) => boolean;
}

const shaftInReach = (p: PumpFacts) => !surelySubmerged(p) && !canned(p);
const DRINKING: readonly PumpFacts["family"][] = ["borehole", "jet-shallow", "jet-deep"];
/** Plain water does no harm to hands; what a sump holds may. */
const foul = (p: PumpFacts) => p.family === "sump";

/** In the order they are read. */
const HAZARDS: readonly Hazard[] = [
  {
    acts: ["terminals", "opens", "starts", "shuts"],
    caution: "fire-water",
    when: (p) => p.family === "fire",
  },
  { acts: ["terminals", "reverses"], caution: "electrical", when: mayHaveMotor },
  { acts: ["terminals", "opens"], caution: "lockout", when: mayHaveMotor },
  { acts: ["opens", "starts", "terminals"], caution: "engine-set", when: mayHaveEngine },
  { acts: ["opens"], caution: "opening" },
  { acts: ["opens"], caution: "hot-circuit", when: (p) => p.hot },
  { acts: ["opens"], caution: "drinking-water", when: (p) => DRINKING.includes(p.family) },
  { acts: ["opens", "pit", "lifts"], caution: "sewage", when: foul },
  { acts: ["pit"], caution: "confined-space" },
  { acts: ["lifts"], caution: "lifting" },
  { acts: ["gland"], caution: "gland" },
  { acts: ["starts", "gland", "shuts"], caution: "rotating-parts", when: shaftInReach },
  {
    acts: ["starts", "bumps"],
    caution: "start-kick",
    when: (p) => hangsFree(p) && mayHaveMotor(p),
  },
  { acts: ["bumps"], caution: "rotation", when: (p) => mayHaveMotor(p) && shaftInReach(p) },
  {
    acts: ["reverses"],
    caution: "reverse-running",
    when: (p) => mayHaveMotor(p) && !p.keyedImpeller,
  },
  { acts: ["shuts"], caution: "dead-head" },
  { acts: ["automatic"], caution: "starts-by-itself", when: mayHaveMotor },
  { acts: ["reads-live"], caution: "live-readings", when: mayHaveMotor },
];

/** Cautions of a step on this pump, in the order they are read. */
export const cautionsOfStep = ({ acts = [] }: Pick<Step, "acts">, pump: PumpFacts): CautionId[] =>
  HAZARDS.filter((h) => h.acts.some((a) => acts.includes(a)) && (h.when?.(pump) ?? true)).map(
    (h) => h.caution,
  );

/** Whether hands go where a voltage or a start would hurt them. */
export const wantsDead = ({ acts = [] }: Pick<Step, "acts">, pump: PumpFacts): boolean =>
  mayHaveMotor(pump) && (acts.includes("terminals") || acts.includes("opens"));

/** Whether it starts in this step, so that nobody's lock may stand. */
export const startsIt = ({ acts = [] }: Pick<Step, "acts">): boolean =>
  acts.some((a) => a === "starts" || a === "reverses" || a === "bumps" || a === "shuts");
