/**
 * What of a pump decides which steps, chips, cautions and Stops belong to its visit: a view of the
 * situation. Where a hazard hangs on something nobody stated, the more dangerous is taken.
 */
import type { Family, Installation } from "../case/index.ts";
import type { Situation } from "./situation.ts";

export interface PumpFacts {
  readonly family: Family;
  /** As stated, else the usual one of its family. */
  readonly installation: Installation;
  readonly installationStated: boolean;
  readonly variant: string | undefined;
  /** Unknown where neither a motor plate nor a drive is stated: it may be either. */
  readonly driver: "3-phase" | "1-phase" | "engine" | "unknown";
  readonly driveKind: string | undefined;
  readonly screwedImpeller: boolean;
  /** The wheel is known to sit on a key: it cannot unscrew. */
  readonly keyedImpeller: boolean;
  readonly plasticImpeller: boolean;
  readonly straightVanes: boolean;
  /** "packed", "mechanical" …; undefined when it is not known. */
  readonly seal: string | undefined;
  /** As stated; a circulator of which nobody said works on a circuit, as nearly all do. */
  readonly closedLoop: boolean;
  /** The liquid can scald, or is a heating circuit's whose temperature nobody stated. */
  readonly hot: boolean;
  readonly forbids: readonly string[];
}

/** From here skin is scalded within seconds [K]. */
const SCALDS_K = 318.15;

/** Sets that come with an engine as often as with a motor. */
const ENGINE_FAMILIES: readonly Family[] = ["dry-priming", "portable"];

/** Reads the facts from a situation. */
export function factsOf(situation: Situation): PumpFacts {
  const { wheel } = situation;
  const circulates = situation.family === "inline-circulator";
  const mayBeHeating = situation.closedLoop || circulates;
  return {
    family: situation.family,
    installation: situation.installation,
    installationStated: situation.installationStated,
    variant: situation.variant,
    driver: situation.driverStated ? situation.driver : "unknown",
    driveKind: situation.driveStated ? situation.driveKind : undefined,
    screwedImpeller: wheel.mounting === "screwed",
    keyedImpeller: wheel.mounting === "keyed",
    plasticImpeller: situation.plasticImpeller,
    straightVanes: wheel.straightVanes,
    seal: situation.seal,
    closedLoop: situation.loopStated ? situation.closedLoop : circulates,
    hot: situation.temperature === undefined ? mayBeHeating : situation.temperature >= SCALDS_K,
    forbids: situation.forbids,
  };
}

/** Whether there is, or may be, an electric motor. */
export const mayHaveMotor = (p: PumpFacts): boolean => p.driver !== "engine";

/** Whether there is, or may be, an engine. */
export const mayHaveEngine = (p: PumpFacts): boolean =>
  p.driver === "engine" || (p.driver === "unknown" && ENGINE_FAMILIES.includes(p.family));

/** Whether it is certain that the whole set is under water. */
export const surelySubmerged = (p: PumpFacts): boolean =>
  p.installation === "submerged" && p.installationStated && p.variant !== "line-shaft";

/** Motor and wheel in one wet housing: no shaft, fan or coupling can be seen, touched or pointed at. */
export const canned = (p: PumpFacts): boolean => p.seal === "none";

/** Families whose shaft may be packed; the others come with a mechanical seal or none. */
const PACKED_FAMILIES: readonly Family[] = [
  "end-suction",
  "split-case",
  "multistage",
  "fire",
  "self-priming",
  "dry-priming",
  "positive-displacement",
];

/** Whether it has, or may have, a packed gland within sight. */
export const mayBePacked = (p: PumpFacts): boolean =>
  p.seal === "packed" ||
  (p.seal === undefined && (PACKED_FAMILIES.includes(p.family) || p.variant === "line-shaft"));

/** Whether it is, or usually is, under water with its motor. */
export const submergedSet = (p: PumpFacts): boolean =>
  p.installation === "submerged" && p.variant !== "line-shaft";

/** A submersible that can be lifted clear to see it kick; one in a well hangs on its riser. */
export const hangsFree = (p: PumpFacts): boolean => submergedSet(p) && p.family !== "borehole";
