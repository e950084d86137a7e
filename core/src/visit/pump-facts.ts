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
  const mayBeHeating = situation.closedLoop || situation.family === "inline-circulator";
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
    closedLoop: situation.closedLoop,
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

/** Whether it is, or usually is, under water with its motor. */
export const submergedSet = (p: PumpFacts): boolean =>
  p.installation === "submerged" && p.variant !== "line-shaft";
