/** What blocks: a Stop is not acknowledged away while what it is about lasts. */
import type { StopId } from "../case/index.ts";
import { imbalance, phaseLoss } from "../drive/index.ts";
import type { PumpFacts } from "../visit/index.ts";

/** What was read and proven so far, as far as a Stop asks. */
export interface StopReadings {
  /** Three currents [A], or fewer when not all are read. */
  readonly amps: readonly number[];
  /** Three voltages [V]. */
  readonly volts: readonly number[];
  readonly foundLive: boolean;
  readonly testerDoubtful: boolean;
}

export interface StopRow {
  readonly id: StopId;
  readonly title: string;
  readonly text: string;
  /** What it keeps shut. */
  readonly blocks: "shut-valve" | "reverse" | "running" | "dead-work";
  /** Set by the pump itself, or by what was read. */
  readonly when: (pump: PumpFacts, read: StopReadings) => boolean;
  /** What a person states to go on; none where only another reading helps. */
  readonly clearedBy: string | null;
}

const STOPS: readonly StopRow[] = [
  {
    id: "displacement-shut",
    title: "Never shut or throttle this discharge",
    text: "A positive-displacement pump has no shut-off: pressure rises until something breaks.",
    blocks: "shut-valve",
    when: (p) => p.family === "positive-displacement",
    clearedBy: null,
  },
  {
    id: "plastic-shut",
    title: "No shut valve on a plastic wheel",
    text: "It softens within a minute against a shut valve. Throttle, and read at the throttled position.",
    blocks: "shut-valve",
    when: (p) => p.plasticImpeller && p.family !== "positive-displacement",
    clearedBy: null,
  },
  {
    id: "screwed-reverse",
    title: "Never run this wheel in reverse",
    text: "It is screwed onto its shaft and can unscrew and wreck the pump. Uncouple before the rotation is checked.",
    blocks: "reverse",
    when: (p) => p.screwedImpeller,
    clearedBy: null,
  },
  {
    id: "phase-lost",
    title: "One phase carries nothing: switch it off now",
    text: "The motor runs on two phases and burns. Leave it off until a qualified electrical person has found the open phase.",
    blocks: "running",
    when: (_, read) => read.amps.length === 3 && phaseLoss(read.amps) !== undefined,
    clearedBy: "It is switched off",
  },
  {
    id: "voltage-imbalance",
    title: "Voltages more than 5 % apart: do not run it",
    text: "The motor must not run on such a supply. Switch it off and tell whoever is in charge of the supply.",
    blocks: "running",
    when: (_, read) => read.volts.length === 3 && imbalance(read.volts, "volts")?.band === "stop",
    clearedBy: "It is switched off",
  },
  {
    id: "found-live",
    title: "Not dead: do not touch it",
    text: "A pair shows voltage. Close the panel, find the right isolator and begin the proof again.",
    blocks: "dead-work",
    when: (_, read) => read.foundLive,
    clearedBy: null,
  },
  {
    id: "tester-doubtful",
    title: "The tester cannot be trusted",
    text: "It did not show the known source. Everything it called dead counts for nothing; take another tester and begin again.",
    blocks: "dead-work",
    when: (_, read) => read.testerDoubtful,
    clearedBy: null,
  },
];

/** Stops in force, in the order of the table. */
export const stopsOf = (pump: PumpFacts, read: StopReadings): StopRow[] =>
  STOPS.filter((s) => s.when(pump, read));
