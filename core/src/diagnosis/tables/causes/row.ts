/** What a row of the causes table holds. */
import type { CauseId, CautionId, Family, Installation } from "../../../case/index.ts";
import type { Condition } from "../../model/condition.ts";

/** Where a cause sits: the first thing to settle. */
export type CauseSide = "pump" | "system" | "drive" | "instrument" | "none" | "unclear";

export type Driver = "3-phase" | "1-phase" | "engine";

/** Where a cause can be; every stated condition must hold. */
interface CauseConditions {
  readonly families?: readonly Family[];
  readonly notFamilies?: readonly Family[];
  readonly installations?: readonly Installation[];
  readonly drivers?: readonly Driver[];
  readonly plasticImpeller?: true;
  readonly openLoop?: true;
}

export interface CauseRow {
  readonly id: CauseId;
  /** Plain name, starting a sentence or a row. */
  readonly name: string;
  /** One sentence: what happens. */
  readonly mechanism: string;
  readonly side: CauseSide;
  readonly where: CauseConditions;
  /** Severities tried and their prior weights; one entry when size has no meaning. */
  readonly severities: readonly (readonly [severity: number, weight: number])[];
  /** A size between two of them; where it is missing only those listed are tried. */
  readonly between?: (a: number, b: number) => number | undefined;
  /** What severity means, for the reader; null when it has no meaning. */
  readonly severityMeans: string | null;
  /** Where it is there it mostly was from the start: a fingerprint may have been taken with it. */
  readonly builtIn?: true;
  /** What it does to the model; nothing at severity 0, and nothing where only a table knows it. */
  readonly condition: (severity: number) => Partial<Condition>;
  /** What the Board says when this cause leads; with its size where readings carry one. */
  readonly claim: (size: SaidSize | null) => string;
  /** Its size is that at the duty flow and grows with the square of flow: the claim tells today's. */
  readonly growsWithFlow?: true;
  readonly firstAid: string;
  readonly repair: string;
  readonly parts: readonly string[];
  /** Who may do the repair. */
  readonly skills: string;
  readonly proof: string;
  readonly cautions: readonly CautionId[];
  /** How likely a pump with this cause runs at all while readings are taken; 1 when not said. */
  readonly runs?: number;
  /** Causes no test or reading on the list can tell from this one at every pump. */
  readonly inseparable?: readonly CauseId[];
}

/** A size with its band, in the reader's units. */
export interface SaidSize {
  /** Less than what it is measured against. */
  readonly below: boolean;
  /** "20 % (12 to 30)" */
  readonly percent: string;
  readonly metres: string;
}

/** For a cause whose size has no meaning: there or not. */
export const ONCE = [[1, 1]] as const;

/** Sizes that spread over decades; an error to one side and to the other have none between them. */
export const inProportion = (a: number, b: number): number | undefined =>
  a * b > 0 ? Math.sign(a) * Math.sqrt(a * b) : undefined;

/** A condition that is there or not. */
export const whole =
  (condition: Partial<Condition>) =>
  (severity: number): Partial<Condition> =>
    severity > 0 ? condition : {};

/** Nothing the physics could show: tables alone speak. */
export const unseen = (): Partial<Condition> => ({});

export const SKILLS = {
  technician: "pump technician",
  electrical: "licensed electrician",
  operator: "whoever runs the place",
  engineer: "engineer, with the system's drawing",
} as const;
