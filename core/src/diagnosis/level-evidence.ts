/** A level read on the day against the register: the water itself says when there is more to lift. */
import { normalDensity } from "../quantity/index.ts";
import type { Situation } from "../visit/index.ts";
import type { EvidenceItem } from "./evidence.ts";
import type { CauseRow } from "./tables/causes/index.ts";

/** A source wanders by so much with weather and season [m]. */
const WANDERS = 0.6;
/** Share of visits with more to lift in which it is the source that fell, and not the far end that rose. */
const AT_THE_SOURCE = 0.6;
/** How much more there is to lift then, as shares of the duty's head. */
const FALL = { mean: 0.16, spread: 0.1 } as const;
/** A level taped from the wrong mark, or a register never measured. */
const MISTAKEN = 0.05;

/**
 * One item when a level was read where the register has one. A fall of the source speaks for more to
 * lift; a level as it always was speaks a little against it.
 */
export function levelItem(situation: Situation, causes: readonly CauseRow[]): EvidenceItem[] {
  const register = situation.layout?.sourceLevel;
  const seen = situation.snapshots.find((s) => s.level !== undefined)?.level;
  const head = situation.duty?.head ?? situation.staticHead;
  if (register === undefined || seen === undefined || !head || situation.closedLoop) return [];
  const fall = register - seen;
  const any = normalDensity(fall, 0, Math.max(WANDERS, 0.3 * head));
  const usual = (1 - MISTAKEN) * normalDensity(fall, 0, WANDERS) + MISTAKEN * any;
  const fallen = normalDensity(fall, FALL.mean * head, FALL.spread * head);
  const risen = AT_THE_SOURCE * fallen + (1 - AT_THE_SOURCE) * usual;
  return [
    {
      kind: "level",
      id: "level",
      level: { seen, register },
      logLikelihood: causes.map((c) => Math.log(c.id === "static-rise" ? risen : usual)),
    },
  ];
}
