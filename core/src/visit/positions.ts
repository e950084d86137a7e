/** The valve positions a pump is read at, by the names that its kind of test has for them. */
import { type Position, POSITIONS } from "../case/index.ts";
import type { PumpFacts } from "./pump-facts.ts";

export interface ReadingPosition {
  readonly label: Position;
  readonly name: string;
  /** Not on a pump that must not be shut. */
  readonly closesDischarge: boolean;
}

const USUAL: Readonly<Partial<Record<Position, string>>> = {
  "as found": "As found",
  throttled: "Throttled",
  shut: "Shut",
  after: "After",
};

/** A fire-water pump is run through three points, each set at the test header. */
const OF_FIRE: Readonly<Partial<Record<Position, string>>> = {
  "as found": "Rated flow",
  overload: "150 % flow",
  shut: "Churn, shut",
  after: "After",
};

const namesOf = (family: PumpFacts["family"]) => (family === "fire" ? OF_FIRE : USUAL);

/** Positions of this pump, in the order they are taken. */
export const positionsOf = ({ family }: Pick<PumpFacts, "family">): ReadingPosition[] =>
  POSITIONS.flatMap((label) => {
    const name = namesOf(family)[label];
    const closesDischarge = label === "throttled" || label === "shut";
    return name ? [{ label, name, closesDischarge }] : [];
  });

/** A position as it stands behind a reading's name; a label that is none, "test:…" for one, as it is. */
export const spokenPosition = (label: string): string =>
  label === "overload" ? "150 % flow" : label;
