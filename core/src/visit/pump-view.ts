/** What screens need of a pump that no entry changes: a view of its situation, plain data. */
import { factsOf, type PumpFacts } from "./pump-facts.ts";
import { type OwnLine, ownLine } from "./own-line.ts";
import type { Situation } from "./situation.ts";

export interface PumpView {
  readonly facts: PumpFacts;
  /** Pressure of the air at the pump, absolute [Pa]. */
  readonly atmosphere: number;
  /** What the motor plate says: [Hz], [F], [A]. */
  readonly plate: Situation["plate"];
  /** Free surface of the sump [m²]. */
  readonly sumpArea: number | undefined;
  readonly line: OwnLine;
}

export const pumpView = (situation: Situation): PumpView => ({
  facts: factsOf(situation),
  atmosphere: situation.atmosphere,
  plate: situation.plate,
  sumpArea: situation.sumpArea,
  line: ownLine(situation),
});
